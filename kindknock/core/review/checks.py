"""The check before publishing, read like a careful colleague (docs/rules.md 11): what must be mended, what is
worth a look.

Each finding has a stable code, the place it points at, and the fix as an act the studio offers.
Sentences are made at the edge. Where docs/rules.md is silent: a text is longer than its place over 28
letters on the button, 90 on top of the card, 160 in its smaller lines, 400 in a note, as a reader counts
them (graphemes).
"""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from ..addresses.apps import APPS
from ..addresses.contacts import read_contact
from ..asks import askable, condition_of, others_of, sets_of, written
from ..looks.colour import contrast, pairs_of, read_colour
from ..looks.css import SEEN, palette_for
from ..pages.rules import Rule
from ..setup import Channel, Door, Setup
from ..time import spans as sp
from ..time.hours import DAY_S, open_spans
from ..time.rota import never_in_effect, person_spans
from ..time.timetable import Timetable, hours_of, people_ready
from ..visit.prepare import rules_of
from ..words.slots import ROOM, letters_of, slots_of, slots_of_door, slots_of_person
from .answer_checks import answers_advice, begins_blocks, signposts_blocks
from .findings import Finding
from .text_checks import PageSeen, text_findings


def blocks(setup: Setup) -> tuple[Finding, ...]:
    """Everything that must be mended before publishing, by door in the owner's order, then in what visitors
    can read.
    """
    of_doors = (finding for door in setup.doors for finding in _door_blocks(setup, door))
    return (*of_doors, *signposts_blocks(setup))


def _door_blocks(setup: Setup, door: Door) -> list[Finding]:
    theirs = {
        app
        for person in setup.people
        if person.key in door.people
        for app, address in person.addresses.items()
        if address
    }
    on = [channel for channel in door.channels if channel.on]
    # A channel without an address is no blank where somebody who answers here has one for its app.
    out = [
        finding
        for channel in on
        if channel.address or channel.app not in theirs
        for finding in _channel_blocks(door, channel)
    ]
    if not any(channel.address or channel.app in theirs for channel in on):
        out.append(Finding("no_way_left", door.key, fix="add_channel"))
    if door.for_whom.countries_mode == "only" and not door.for_whom.countries:
        out.append(Finding("only_with_nothing_listed", door.key, fix="change_countries"))
    if door.nudge.on and not any(words.strip() for words in door.nudge.words.values()):
        out.append(Finding("nudge_blank", door.key, fix="write_nudge"))
    out.extend(_ask_blocks(door))
    label, brand = read_colour(door.looks.label_colour), read_colour(door.looks.colour)
    if label and brand:
        reading = contrast(label, brand)
        if reading and not reading.reads:
            out.append(Finding("label_unreadable", door.key, fix="nearest_colour", found=reading.nearest))
    elif brand is None:
        out.append(Finding("colour_unreadable", door.key, fix="choose_colour", found=door.looks.colour))
    out.extend(begins_blocks(setup, door))
    return out


def _ask_blocks(door: Door) -> list[Finding]:
    """What is asked first and can't be put: without words, or with nothing to choose from."""
    if door.asks.when == "never":
        return []
    asked = sets_of(door.asks)
    is_nothing = not any(each.questions for each in asked)
    out = [Finding("asks_nothing", door.key, fix="write_question")] if is_nothing else []
    for each in asked:
        able = {question.key for question in askable(each)}
        for question in each.questions:
            if not written(question.label):
                out.append(Finding("question_blank", door.key, fix="write_question", found=question.key))
            elif question.key not in able:
                out.append(Finding("question_no_choices", door.key, fix="write_question", found=question.key))
    if door.asks.keeps and door.asks.mails == "named":
        wrong = [typed for typed in door.asks.mail_to if not read_contact(typed, app="email").ok]
        if wrong or not door.asks.mail_to:
            found = wrong[0] if wrong else ""
            out.append(Finding("asks_mail_to", door.key, fix="write_question", found=found))
    return out


def _channel_blocks(door: Door, channel: Channel) -> list[Finding]:
    if channel.app not in APPS:
        return [Finding("unknown_app", door.key, channel.key, "choose_app", channel.app)]
    if not channel.address:
        return [Finding("address_blank", door.key, channel.key, "write_address")]
    if APPS[channel.app].takes == "phone" or channel.address.startswith("+"):
        reading = read_contact(channel.address, app=channel.app)
        if "example_number" in reading.warnings:
            return [Finding("example_number", door.key, channel.key, "write_address", channel.address)]
    return []


def advice(
    setup: Setup,
    timetable: Timetable | None = None,
    *,
    at_second: int = 0,
    pages: Sequence[PageSeen] = (),
) -> tuple[Finding, ...]:
    """What is worth a look but stops nothing, by door, then people, then words. `pages` are pages of the site
    that were seen, with what they are about.
    """
    out: list[Finding] = []
    for at, door in enumerate(setup.doors):
        out.extend(_door_advice(setup, door, setup.doors[:at]))
    out.extend(_people_advice(setup, timetable or Timetable(), at_second))
    out.extend(
        Finding("text_missing", person=person.key, fix="write_text", found=f"{slot.field}:{language}")
        for person in setup.people
        for slot in slots_of_person(person)
        for language in setup.business.languages
        if slot.missing_in(language)
    )
    out.extend(text_findings(setup, pages))
    out.extend(answers_advice(setup))
    return tuple(replace(finding, weight="advises") for finding in out)


def _door_advice(setup: Setup, door: Door, earlier: tuple[Door, ...]) -> list[Finding]:
    return [
        *_place_advice(door, earlier),
        *_way_advice(setup, door),
        *_twin_advice(door),
        *_ask_advice(door),
        *_colour_advice(door),
        *_text_advice(door, setup.business.languages),
    ]


def _ask_advice(door: Door) -> Iterator[Finding]:
    """Conditions of questions that can't come true, other questions that stand nowhere, a reply by email
    that nobody gets.
    """
    asks = door.asks
    if asks.when == "never":
        return
    for each in sets_of(asks):
        for question in each.questions:
            if question.only_when is not None and condition_of(question, each) is None:
                yield Finding("condition_dead", door.key, fix="write_question", found=question.key)
    if len(others_of(asks)) < len(asks.others):
        yield Finding("asks_nowhere", door.key, fix="write_question")
    asks_email = any(question.kind == "email" for each in sets_of(asks) for question in askable(each))
    if written(asks.reply) and not (asks.keeps and asks_email):
        yield Finding("reply_to_nobody", door.key, fix="write_question")


def _place_advice(door: Door, earlier: tuple[Door, ...]) -> Iterator[Finding]:
    """Where it shows: an earlier door in the way, page rules that do nothing."""
    first = next((other for other in earlier if _takes_all_of(other, door)), None)
    if first is not None:
        yield Finding("never_reached", door.key, fix="move_up", found=first.key)
    rules = rules_of(door.pages)
    for at in useless_rules(rules):
        yield Finding("rule_never_matters", door.key, fix="remove_rule", found=str(at))
    shows = [at for at, rule in enumerate(rules) if rule.effect == "show" and not rule.is_blank]
    if shows and set(shows) <= set(cancelled_rules(rules)):
        yield Finding("rules_cancel", door.key, fix="change_rule", found=str(shows[0]))


def _way_advice(setup: Setup, door: Door) -> Iterator[Finding]:
    """How it leads on: channels of no device, a notice without a link, nobody to turn to, nothing
    remembered.
    """
    wanted = set(door.for_whom.devices)
    for channel in door.channels:
        if channel.on and channel.devices and wanted and not set(channel.devices) & wanted:
            yield Finding("channel_for_no_device", door.key, channel.key, "allow_device")
    if (door.press.privacy == "agree" or any(door.says.privacy.values())) and not setup.business.privacy_link:
        yield Finding("privacy_without_link", door.key, fix="write_privacy_link")
    leads_on = door.takes_notes or any(_needs_nobody(c) for c in door.channels if c.on)
    if door.when_nobody == "away" and not leads_on:
        yield Finding("away_without_a_way", door.key, fix="take_notes")
    if nudge_comes_late(door):
        yield Finding("nudge_too_late", door.key, fix="nudge_sooner")
    if not door.remembers and (cannot := needs_memory(door)):
        yield Finding("needs_memory", door.key, fix="let_it_remember", found=",".join(cannot))


@dataclass(frozen=True, slots=True)
class LookedAt:
    """How much a careful look went over: written texts, pairs of colours, ways, pages of the site."""

    texts: int
    languages: int
    pairs: int
    ways: int
    pages: int


def looked_at(setup: Setup, pages: Sequence[PageSeen]) -> LookedAt:
    """What `blocks` and `advice` judge of this setup, counted."""
    slots = slots_of(setup)
    return LookedAt(
        texts=sum(1 for slot in slots for text in slot.texts.values() if text.strip()),
        languages=len(setup.business.languages),
        pairs=sum(
            len(pairs_of(palette_for(door.looks, dark=dark)))
            for door in setup.doors
            for dark in SEEN.get(door.looks.scheme, (False, True))
        ),
        ways=sum(channel.on for door in setup.doors for channel in door.channels),
        pages=len(pages),
    )


def nudge_comes_late(door: Door) -> bool:
    """Whether the card opens by itself before the nudge comes up, so that nobody sees it."""
    nudge, opens = door.nudge, door.opens_itself
    if not (nudge.on and opens.on) or opens.seconds is None or opens.pages or opens.page > nudge.page:
        return False
    return (door.arrives.seconds or 0) + nudge.after_seconds >= opens.seconds


def _twin_advice(door: Door) -> Iterator[Finding]:
    """Channels with one address and one name."""
    met = set()
    for channel in door.channels:
        if channel.on and channel.address:
            twin = (channel.app, channel.address, tuple(sorted(channel.name.items())))
            if twin in met:
                yield Finding("same_twice", door.key, channel.key, "rename_channel")
            met.add(twin)


def _colour_advice(door: Door) -> Iterator[Finding]:
    schemes = SEEN.get(door.looks.scheme, (False, True))
    faint = (
        pair.name
        for dark in schemes
        for pair in pairs_of(palette_for(door.looks, dark=dark))
        if not pair.contrast.reads and (dark or pair.name != "label")
    )
    for name in dict.fromkeys(faint):
        yield Finding("pair_faint", door.key, fix="nearest_colour", found=name)


def _text_advice(door: Door, languages: tuple[str, ...]) -> Iterator[Finding]:
    """Texts that a language lacks, as `slots.missing_texts` counts them, and texts too long for their
    place.
    """
    for slot in slots_of_door(door):
        for language in languages:
            if slot.missing_in(language):
                yield Finding("text_missing", door.key, fix="write_text", found=f"{slot.field}:{language}")
        for language, words in slot.texts.items():
            if letters_of(words) > ROOM[slot.field]:
                yield Finding("text_too_long", door.key, fix="shorten", found=f"{slot.field}:{language}")


def _needs_nobody(channel: Channel) -> bool:
    known = channel.app in APPS and APPS[channel.app].needs_nobody
    return known if channel.needs_nobody is None else channel.needs_nobody


def needs_memory(door: Door) -> tuple[str, ...]:
    """The matters of a door that can't hold where nothing may be remembered (docs/rules.md 5 to 8), as
    codes.
    """
    kept = {
        "for_whom.visitors": door.for_whom.visitors != "all",
        "arrives.page": door.arrives.page > 1,
        "nudge.page": door.nudge.on and door.nudge.page > 1,
        "overrides.visitors": any(override.visitors != "all" for override in door.overrides),
        "nudge.how_often": door.nudge.on and door.nudge.how_often != "every_page",
        "opens_itself": door.opens_itself.on,
        "press.privacy": door.press.privacy == "agree",
    }
    return tuple(name for name, is_needed in kept.items() if is_needed)


def _takes_all_of(earlier: Door, later: Door) -> bool:
    """Whether every visit that fits the later door fits the earlier one first, as far as can be told for
    sure.
    """
    who = earlier.for_whom
    narrow = (
        bool(who.devices or who.languages or who.came_from)
        or who.countries_mode != "all"
        or who.visitors != "all"
    )
    if narrow and who != later.for_whom:
        return False
    rules = [rule for rule in earlier.pages if rule.value.strip()]
    return not rules or earlier.pages == later.pages


def useless_rules(rules: tuple[Rule, ...]) -> tuple[int, ...]:
    """Rules that never matter: blank, told twice, inside one that takes all they take, or shown where
    another hides while others still show.
    """
    cancelled = cancelled_rules(rules)
    still = any(
        rule.effect == "show" and not rule.is_blank and at not in cancelled for at, rule in enumerate(rules)
    )
    out = []
    for at, rule in enumerate(rules):
        same = any(other == rule for other in rules[:at])
        inside = any(
            other.effect == rule.effect
            and other != rule
            and other.kind == "below"
            and _takes_all(other, rule)
            for other in rules
        )
        if rule.is_blank or same or inside or (still and at in cancelled):
            out.append(at)
    return tuple(out)


def cancelled_rules(rules: tuple[Rule, ...]) -> tuple[int, ...]:
    """Rules that show what another hides: hiding wins, so they show nothing."""
    return tuple(
        at
        for at, rule in enumerate(rules)
        if rule.effect == "show"
        and any(other.effect == "hide" and _takes_all(other, rule) for other in rules)
    )


def _takes_all(other: Rule, rule: Rule) -> bool:
    """Whether one rule surely takes every page of the other, their effects aside."""
    if other.is_blank or rule.is_blank or other.host not in ("", rule.host):
        return False
    if (other.kind, other.value.strip().casefold()) == (rule.kind, rule.value.strip().casefold()):
        return True
    return (
        other.kind == "below"
        and rule.kind in ("exact", "below")
        and "?" not in other.value
        and (rule.value.strip().rstrip("/") + "/")
        .casefold()
        .startswith(other.value.strip().rstrip("/").casefold() + "/")
    )


def _people_advice(setup: Setup, timetable: Timetable, at_second: int) -> list[Finding]:
    out = []
    zone = setup.business.zone
    shop = hours_of(timetable.shop, zone)
    for person, ready in zip(setup.people, people_ready(setup.people, timetable, zone), strict=True):
        if not person_spans(ready, shop, at_second, at_second + 366 * DAY_S):
            out.append(Finding("never_in", fix="longer_hours", person=person.key))
        elif ready.hours is not None and not person.keeps_own_hours:
            out.extend(
                Finding(
                    "span_never_in_effect",
                    fix="change_hours",
                    person=person.key,
                    found=f"{weekday}:{start}-{end}",
                )
                for weekday, (start, end) in never_in_effect(ready.hours, shop, at_second)
            )
    if shop is not None and setup.people and not _is_covered(setup, timetable, at_second):
        out.append(Finding("hours_no_one_covers", fix="longer_hours"))
    return out


def _is_covered(setup: Setup, timetable: Timetable, at_second: int) -> bool:
    """Whether somebody is in during every open hour of the shop's next two weeks."""
    zone = setup.business.zone
    shop = hours_of(timetable.shop, zone)
    if shop is None:
        return True
    end = at_second + 14 * DAY_S
    inside = sp.united(
        person_spans(ready, shop, at_second, end) for ready in people_ready(setup.people, timetable, zone)
    )
    return not sp.without(open_spans(shop, at_second, end), inside)
