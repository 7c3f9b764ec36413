"""The careful look before publishing, in English: what is amiss, why it matters, what mends it."""

from collections.abc import Sequence
from dataclasses import dataclass

from kindknock.core.review import Finding, LookedAt
from kindknock.core.setup import Door, Setup
from kindknock.core.time.timetable import DAYS

from .read_words import read_finding
from .rule_words import rule_words
from .words import PAIR, channel_name, language_name, listed

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
    "nudge.page": "waiting with the nudge for a later page",
    "overrides.visitors": "other words for those who come again",
    "for_whom.visitors": "telling first-time from returning",
    "arrives.page": "counting pages",
    "nudge.how_often": "how often the nudge comes",
    "opens_itself": "opening by itself",
    "press.privacy": "remembering who agreed",
}


@dataclass(frozen=True, slots=True)
class Advice:
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


def advice_words(setup: Setup, findings: Sequence[Finding]) -> list[Advice]:
    """Findings as sentences, what must be mended first; missing texts of one language are one."""
    out: list[Advice] = []
    missing: dict[str, list[Finding]] = {}
    for finding in findings:
        if finding.code == "text_missing":
            missing.setdefault(finding.found.partition(":")[2], []).append(finding)
        else:
            out.append(_advice(setup, finding))
    for language, lacking in missing.items():
        fields = [finding.found.partition(":")[0] for finding in lacking]
        names = list(dict.fromkeys(FIELD.get(field, field) for field in fields))
        count = f"{len(fields)} {language_name(language)} text{'s are' if len(fields) > 1 else ' is'} missing"
        door = next((finding.door for finding in lacking if finding.door), "")
        more = " and more" if len(names) > 3 else ""
        out.append(
            Advice(
                code="text_missing",
                weight="advises",
                door=door,
                says=f"{count}: {listed(names[:3])}{more}.",
                more="Visitors read those in the default language.",
                fix="Write them",
                opens="says" if door else "",
            )
        )
    return sorted(out, key=lambda item: item.weight != "blocks")


def looked_words(looked: LookedAt) -> str:
    """What a careful look went over, and what it could not try."""

    def some(count: int, what: str) -> str:
        return f"{count} {what}" if count != 1 else f"one {what.removesuffix('s')}"

    over = [
        some(looked.ways, "ways"),
        some(looked.texts, "texts") + (f" in {looked.languages} languages" if looked.languages > 1 else ""),
        f"{some(looked.pairs, 'pairs')} of colours",
        "pages, people and hours",
    ]
    tried = (
        f"Words were tried on {some(looked.pages, 'pages')} of your site."
        if looked.pages
        else "No page of your site was seen yet, so words with facts of a page were tried on none."
    )
    return f"Looked at: {listed(over)}. {tried}"


@dataclass(frozen=True, slots=True)
class _Sentence:
    """How one finding reads: patterns filled from `_facts`. `opens` and `act` as in Told."""

    says: str
    more: str
    fix: str
    opens: str = ""
    act: str = ""


_SENTENCES = {
    "example_number": _Sentence(
        "{way} has an example number.", "Visitors would reach nobody.", "Put your own in", "reach"
    ),
    "address_blank": _Sentence(
        "{way} has no address yet.", "Visitors would press it and get nowhere.", "Write it", "reach"
    ),
    "pair_faint": _Sentence(
        "{pair} is hard to read at {door}.", "Some visitors would have to guess.", "See the colours", "looks"
    ),
    "nudge_too_late": _Sentence(
        "The hint of {door} comes after the card has opened by itself.",
        "Nobody would see it.",
        "Change when it comes",
        "nudges",
    ),
    "nudge_blank": _Sentence(
        "The hint of {door} says nothing yet.", "It would come up empty.", "Write it", "nudges"
    ),
    "asks_nothing": _Sentence(
        "{door} is to ask first, and there is no question.",
        "Visitors would be asked nothing.",
        "Ask something",
        "asks",
    ),
    "asks_mail_to": _Sentence(
        "{door} mails answers to addresses, and one isn’t an email.",
        "The card would name it, and nothing would arrive.",
        "Write it",
        "asks",
    ),
    "asks_nowhere": _Sentence(
        "Other questions of {door} stand nowhere.",
        "They are asked once you say on which pages, or before which apps.",
        "Say where",
        "asks",
    ),
    "reply_to_nobody": _Sentence(
        "{door} has a reply by email that nobody gets.",
        "It goes to who is asked for an email, where answers are kept.",
        "Ask for an email",
        "asks",
    ),
    "question_blank": _Sentence(
        "A question of {door} has no words yet.", "Visitors wouldn’t be asked it.", "Write it", "asks"
    ),
    "question_no_choices": _Sentence(
        "A question of {door} has fewer than two choices.",
        "Visitors wouldn’t be asked it.",
        "Write the choices",
        "asks",
    ),
    "condition_dead": _Sentence(
        "A question of {door} hangs on an answer that can’t come.",
        "It is asked always, until that is mended.",
        "Look at it",
        "asks",
    ),
    "no_way_left": _Sentence(
        "{door} has no way left to be reached.",
        "A button that leads nowhere can't go out.",
        "Paste a way",
        "reach",
    ),
    "only_with_nothing_listed": _Sentence(
        "{door} is only for countries you list, and you list none.",
        "Nobody would see it.",
        "Name a country",
        "whom",
    ),
    "label_unreadable": _Sentence(
        "The label of {door} can't be read on its colour.",
        "It needs 4.5 to 1.",
        "Use the nearest that reads",
        "looks",
        "label_colour",
    ),
    "colour_unreadable": _Sentence("“{found}” doesn't read as a colour.", "", "Choose another", "looks"),
    "begins_with_none": _Sentence(
        "{door} is to begin with signposts that aren’t there, or are kept back.",
        "Visitors would get the note at once.",
        "Choose others",
        "reads",
    ),
    "unknown_app": _Sentence("{way} names an app we don't know.", "", "Choose an app", "reach"),
    "never_reached": _Sentence(
        "{door} is never reached.",
        "{earlier} stands before it and takes every visit.",
        "Put {door} first",
        "",
        "move_up",
    ),
    "rule_never_matters": _Sentence(
        "“{rule}” never matters.", "Another rule already says so.", "Remove it", "where", "remove_rule"
    ),
    "rules_cancel": _Sentence(
        "{door} shows on no page.",
        "“{rule}” and a rule that hides the same cancel out: hiding wins.",
        "Look at the page rules",
        "where",
    ),
    "channel_for_no_device": _Sentence(
        "{way} shows on no device.", "{door} isn't for the devices it is for.", "Look at it", "reach"
    ),
    "privacy_without_link": _Sentence(
        "The privacy notice has no link.",
        "Visitors can't read what you do with their words.",
        "Add it under Business",
    ),
    "away_without_a_way": _Sentence(
        "The away note of {door} leads nowhere.",
        "Nobody in, no note taken, no way that needs nobody.",
        "Let visitors leave a note",
        "when",
        "take_notes",
    ),
    "needs_memory": _Sentence(
        "{door} may remember nothing.",
        "So this can't hold: {cannot}.",
        "Let it remember",
        "whom",
        "remember",
    ),
    "same_twice": _Sentence(
        "{way} stands there twice.",
        "Same address, same name: visitors can't tell them apart.",
        "Rename one",
        "reach",
    ),
    "text_too_long": _Sentence(
        "{field} is long for its place, in {language}.", "Some of it may be cut.", "Shorten it", "says"
    ),
    "brace_open": _Sentence(
        "{field} has a brace that isn't closed, in {language}.",
        "Visitors would read it as it stands.",
        "Mend it",
        "says",
    ),
    "fill_in_unknown": _Sentence(
        "{field} has {brace}, which fills in nothing, in {language}.", "{nearest}", "Mend it", "says"
    ),
    "text_reads_empty": _Sentence(
        "{field} reads empty {page}, in {language}.",
        "Everything in it hangs on what the page is about: say what stands there instead.",
        "Mend it",
        "says",
    ),
    "never_in": _Sentence(
        "{person} is never in within a year.", "Nobody can choose them.", "Look at who answers", "who"
    ),
    "span_never_in_effect": _Sentence(
        "A shift of {person} on {day} never takes effect.",
        "The shop is shut then.",
        "Look at who answers",
        "who",
    ),
    "hours_no_one_covers": _Sentence(
        "Nobody answers in some of your open hours.",
        "Visitors then read your away note, or see no button.",
        "Look at who answers",
        "who",
    ),
}
FILL_IN = {
    "page": "the page's title",
    "address": "the page's address",
    "site": "your name",
    "product": "the product",
    "price": "its price",
    "sale_price": "its sale price",
    "saving": "what is saved",
    "stock": "whether it is in stock",
    "assistant": "who answers",
    "role": "what they do",
    "next_opening": "when you open next",
    "closing_today": "when you close today",
    "reply_time": "how soon you answer",
    "greeting": "a greeting by the hour",
    "visitor": "the visitor's name",
    "order": "the order's number",
}
_UNKNOWN = _Sentence("Something is worth a look.", "", "Look at it")
_NO_VALUE = {"take_notes", "remember"}


def _advice(setup: Setup, finding: Finding) -> Advice:
    if written := read_finding(setup, finding):
        is_tree = finding.code.startswith("signposts_")
        says, more, fix = written
        act = "open_signposts" if is_tree else "open_answer"
        return Advice(finding.code, finding.weight, "", says, more, fix, "", act, finding.about)
    words = _SENTENCES.get(finding.code, _UNKNOWN)
    facts = _facts(setup, finding)
    value = finding.door if words.act == "move_up" else finding.found
    return Advice(
        code=finding.code,
        weight=finding.weight,
        door=finding.door,
        says=words.says.format_map(facts),
        more=words.more.format_map(facts),
        fix=words.fix.format_map(facts),
        opens=words.opens,
        act=words.act,
        value=value if words.act and words.act not in _NO_VALUE else "",
    )


def _facts(setup: Setup, finding: Finding) -> dict[str, str]:
    """What the sentences name, in words."""
    door = next((each for each in setup.doors if each.key == finding.door), None)
    found, language, more = (*finding.found.split(":", 2), "", "")[:3]
    field = FIELD.get(found, found)
    name, _, nearest = more.partition(":")
    return {
        "door": door.name if door and door.name else "This door",
        "way": _way(door, finding),
        "person": next((who.name for who in setup.people if who.key == finding.person), "Somebody"),
        "found": finding.found,
        "pair": PAIR.get(finding.found, "A colour"),
        "earlier": next((each.name for each in setup.doors if each.key == finding.found), "an earlier door"),
        "rule": _rule(door, finding.found),
        "cannot": listed([MEMORY.get(part, part) for part in finding.found.split(",")]),
        "field": field.capitalize(),
        "brace": f"{{{name}}}",
        "nearest": f"Perhaps {{{nearest}}}, {FILL_IN[nearest]}?"
        if nearest in FILL_IN
        else "We know none by that name.",
        "page": f"on {more}" if more else "where a page tells nothing",
        "language": language_name(language) if language else "",
        "day": DAYS[int(found) % 7].title() if found.isdigit() else "",
    }


def _way(door: Door | None, finding: Finding) -> str:
    name = channel_name(door, finding.channel)
    return name.capitalize() if door and finding.channel and name.islower() else name


def _rule(door: Door | None, place: str) -> str:
    if door is None or not place.isdigit() or int(place) >= len(door.pages):
        return "A page rule"
    return rule_words(door.pages[int(place)])
