"""The careful look before publishing, in English: what is amiss, why it matters, what mends it."""

from collections.abc import Sequence
from dataclasses import dataclass

from kindknock.core.checks import Finding
from kindknock.core.setup import Door, Setup
from kindknock.core.timetable import DAYS

from .stage_words import language_name, rule_words
from .words import PAIR, channel_name, listed

FIELD = {
    "label": "the button's label",
    "heading": "the card's heading",
    "help": "the line under it",
    "closing": "the card's closing line",
    "note": "their note's beginning",
    "note_for_product": "the note for a product",
    "note_on_sale": "the note for a sale",
    "away": "the away note",
    "thanks": "the thanks",
    "privacy": "the privacy notice",
}
MEMORY = {
    "for_whom.visitors": "telling first-time from returning",
    "arrives.page": "counting pages",
    "nudge.how_often": "how often the nudge comes",
    "opens_itself": "opening by itself",
    "press.privacy": "remembering who agreed",
}


@dataclass(frozen=True, slots=True)
class Told:
    """One thing to mend or to look at. `opens` is the desk's sentence, `act` a code the studio carries
    out, both may be empty.
    """

    code: str
    weight: str
    door: str
    says: str
    more: str
    fix: str
    opens: str
    act: str = ""
    value: str = ""


def told(setup: Setup, findings: Sequence[Finding]) -> list[Told]:
    """Findings as sentences, what must be mended first; missing texts of one language are one."""
    out: list[Told] = []
    missing: dict[tuple[str, str], list[str]] = {}
    for finding in findings:
        if finding.code == "text_missing":
            field, _, language = finding.found.partition(":")
            missing.setdefault((finding.door, language), []).append(field)
        else:
            out.append(_told(setup, finding))
    for (door, language), fields in missing.items():
        count = f"{len(fields)} {language_name(language)} text{'s are' if len(fields) > 1 else ' is'} missing"
        out.append(
            Told(
                "text_missing",
                "advises",
                door,
                f"{count}: {listed([FIELD.get(one, one) for one in fields[:3]])}{' and more' if len(fields) > 3 else ''}.",
                "Visitors read those in the default language.",
                "Write them",
                "says",
            )
        )
    return sorted(out, key=lambda one: one.weight != "blocks")


def _told(setup: Setup, finding: Finding) -> Told:
    door = next((one for one in setup.doors if one.key == finding.door), None)
    name = door.name if door and door.name else "This door"
    way = (
        channel_name(door, finding.channel).capitalize()
        if finding.channel and door and channel_name(door, finding.channel).islower()
        else channel_name(door, finding.channel)
    )
    person = next((one.name for one in setup.people if one.key == finding.person), "Somebody")
    says, more, fix, opens, *act = _words(setup, finding, door, name, way, person)
    return Told(finding.code, finding.weight, finding.door, says, more, fix, opens, *act)


def _words(
    setup: Setup, finding: Finding, door: Door | None, name: str, way: str, person: str
) -> tuple[str, ...]:
    found = finding.found
    match finding.code:
        case "example_number":
            return f"{way} has an example number.", "Visitors would reach nobody.", "Put your own in", "reach"
        case "address_blank":
            return (
                f"{way} has no address yet.",
                "Visitors would press it and get nowhere.",
                "Write it",
                "reach",
            )
        case "pair_faint":
            return (
                f"{PAIR.get(found, 'A colour')} is hard to read at {name}.",
                "Some visitors would have to guess.",
                "See the colours",
                "looks",
            )
        case "nudge_blank":
            return f"The nudge of {name} says nothing yet.", "It would come up empty.", "Write it", "nudges"
        case "no_way_left":
            return (
                f"{name} has no way left to be reached.",
                "A button that leads nowhere can't go out.",
                "Paste a way",
                "reach",
            )
        case "only_with_nothing_listed":
            return (
                f"{name} is only for countries you list, and you list none.",
                "Nobody would see it.",
                "Name a country",
                "whom",
            )
        case "label_unreadable":
            return (
                f"The label of {name} can't be read on its colour.",
                "It needs 4.5 to 1.",
                "Use the nearest that reads",
                "looks",
                "label_colour",
                found,
            )
        case "colour_unreadable":
            return f"“{found}” doesn't read as a colour.", "", "Choose another", "looks"
        case "signpost_leads_nowhere":
            return (
                f"A signpost of {name} leads nowhere.",
                "Visitors would tap it and stop.",
                "Look at it",
                "says",
            )
        case "unknown_app":
            return f"{way} names an app we don't know.", "", "Choose an app", "reach"
        case "never_reached":
            first = next((one.name for one in setup.doors if one.key == found), "an earlier door")
            return (
                f"{name} is never reached.",
                f"{first} stands before it and takes every visit.",
                f"Put {name} first",
                "",
                "move_up",
                finding.door,
            )
        case "rule_never_matters":
            rule = (
                rule_words(door.pages[int(found)])
                if door and found.isdigit() and int(found) < len(door.pages)
                else "A page rule"
            )
            return (
                f"“{rule}” never matters.",
                "Another rule already says so.",
                "Take it away",
                "where",
                "remove_rule",
                found,
            )
        case "rules_cancel":
            rule = (
                rule_words(door.pages[int(found)])
                if door and found.isdigit() and int(found) < len(door.pages)
                else "A page rule"
            )
            return (
                f"{name} shows on no page.",
                f"“{rule}” and a rule that hides the same cancel out: hiding wins.",
                "Look at the page rules",
                "where",
            )
        case "channel_for_no_device":
            return (
                f"{way} shows on no device.",
                f"{name} isn't for the devices it is for.",
                "Look at it",
                "reach",
            )
        case "privacy_without_link":
            return (
                "The privacy notice has no link.",
                "Visitors can't read what you do with their words.",
                "Add it under Business",
                "",
            )
        case "away_without_a_way":
            return (
                f"The away note of {name} leads nowhere.",
                "Nobody in, no note taken, no way that needs nobody.",
                "Let visitors leave a note",
                "when",
                "take_notes",
                "",
            )
        case "needs_memory":
            cannot = listed([MEMORY.get(one, one) for one in found.split(",")])
            return (
                f"{name} may remember nothing.",
                f"So this can't hold: {cannot}.",
                "Let it remember",
                "whom",
                "remember",
                "",
            )
        case "same_twice":
            return (
                f"{way} stands there twice.",
                "Same address, same name: visitors can't tell them apart.",
                "Rename one",
                "reach",
            )
        case "text_too_long":
            field, _, language = found.partition(":")
            return (
                f"{FIELD.get(field, field).capitalize()} is long for its place, in "
                f"{language_name(language)}.",
                "Some of it may be cut.",
                "Shorten it",
                "says",
            )
        case "never_in":
            return (
                f"{person} is never in within a year.",
                "Nobody can choose them.",
                "Look at who answers",
                "who",
            )
        case "span_never_in_effect":
            day = int(found.partition(":")[0] or 0)
            return (
                f"A shift of {person} on {DAYS[day % 7].title()} never takes effect.",
                "The shop is shut then.",
                "Look at who answers",
                "who",
            )
        case "hours_no_one_covers":
            return (
                "Nobody answers in some of your open hours.",
                "Visitors then read your away note, or see no button.",
                "Look at who answers",
                "who",
            )
    return "Something is worth a look.", "", "Look at it", ""
