"""Which words win for one visit, where they come from, and how they read: filled here, without any facts,
and on a sale.

The order of levels (docs/rules.md 7, and the door's own): an override for the page or device before the
door; a language before its parents, before the business's default, before any that is written; what nobody
wrote is ours. Pre-filled notes go by `offer`'s order, which is told here as far as it depends on the door.
"""

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from ..addresses.tracking import address_without_tracking
from ..pages.pretended import pretended
from ..setup import Door, Override
from ..words.fillins import fill, ready_facts
from ..words.guesses import nearest_name
from ..words.occasion import TIME_FACTS, occasion_of, time_facts
from ..words.slots import ROOM, SAYS, Texts, letters_of
from .ready import Compiled
from .visitor import Visit

Level = Literal["override", "door", "ours"]
NOTES = ("note", "note_for_product", "note_on_sale")


@dataclass(frozen=True, slots=True)
class Spoken:
    """One text of a door as a visit gets it. `language` is the one it is in, `override` the key it comes
    from.
    """

    field: str
    text: str
    language: str
    level: Level
    override: str = ""


@dataclass(frozen=True, slots=True)
class Sampled:
    """A text filled three ways. `unknown` are names no fact has, each with the nearest that one has, or
    nothing; `letters` as a reader counts them when filled here, `room` what its place has, 0 where it
    doesn't matter.
    """

    here: str
    bare: str
    sale: str
    unknown: tuple[tuple[str, str], ...]
    missing: tuple[str, ...]
    letters: int
    room: int


OURS = {
    "label": "label",
    "heading": "heading",
    "hint": "hint",
    "away": "away",
    "thanks": "left",
    "mark_words": "mark",
}
"""Names under which our small words have what stands where the owner wrote nothing; of other texts there
is none then.
"""


def spoken(
    door: Door, override: Override | None, language: str, default: str, small: Mapping[str, str]
) -> tuple[Spoken, ...]:
    """Every text of the door, in SAYS' order, then its nudge and its mark. `small` are our own words in
    the visit's language.
    """
    beside: dict[str, Texts] = {"nudge": door.nudge.words, "mark_words": door.also.mark_words}
    return tuple(
        _one(
            field,
            override,
            beside.get(field) or getattr(door.says, field, {}),
            language,
            default,
            small.get(OURS.get(field, ""), ""),
        )
        for field in (*SAYS, *beside)
    )


def _one(field: str, override: Override | None, own: Texts, language: str, default: str, ours: str) -> Spoken:
    other: Texts = getattr(override.says, field, {}) if override else {}
    if any(other.values()) and override is not None:
        text, tag = text_and_tag(other, language, default)
        return Spoken(field, text, tag, "override", override.key)
    if any(own.values()):
        text, tag = text_and_tag(own, language, default)
        return Spoken(field, text, tag, "door")
    return Spoken(field, ours, language, "ours")


def text_and_tag(texts: Texts, language: str, default: str) -> tuple[str, str]:
    """`wording.text_in`, with the tag it was found under."""
    tag = language
    while tag:
        if words := texts.get(tag):
            return words, tag
        tag = tag.rpartition("-")[0]
    if texts.get(default):
        return texts[default], default
    return next(((words, item) for item, words in texts.items() if words), ("", ""))


def facts_here(compiled: Compiled, door: Door, visit: Visit, language: str) -> dict[str, str]:
    """Everything that words could carry at this visit, whether the door's words do or not."""
    own = next((each.words for each in compiled.doors if each.key == door.key), compiled.small_words)
    words = own.get(language, {})
    second = int(visit.at.timestamp()) if visit.at is not None else 0
    state = compiled.availability.at(second)
    people = [person for key in door.people for person in compiled.setup.people if person.key == key]
    here = next((person for person in people if person.key in state.people_in), None)
    somebody = here is not None if people else state.shop_open
    occasion = occasion_of(visit.at, compiled.setup.business.zone, language, visit.zone, visit.offset_min)
    opening = (
        None
        if somebody
        else compiled.availability.next_opening(frozenset(person.key for person in people), second)
    )
    product = ready_facts(dict(visit.facts), language)
    if "stock" in product:
        product["stock"] = words.get("_" + product["stock"], product["stock"])
    person = (
        {
            "assistant": here.name,
            "role": text_and_tag(here.role, language, compiled.setup.business.languages[0])[0],
        }
        if here
        else {}
    )
    values = {
        "page": visit.title,
        "address": address_without_tracking(visit.address),
        "site": compiled.setup.business.name,
    }
    return {
        **values,
        **product,
        **person,
        **time_facts(
            TIME_FACTS,
            occasion,
            words,
            somebody=somebody,
            opening=opening,
            shop=compiled.shop_hours,
            reply_minutes=door.reply_minutes,
        ),
    }


def sampled(
    text: str, field: str, facts: Mapping[str, str], raw: Mapping[str, object], language: str
) -> Sampled:
    """A text as it reads with these facts, with none, and with the product on sale. `raw` are the page's
    product facts, or a sample's.
    """
    here = fill(text, facts)
    sale = ready_facts(
        dict(pretended(tuple((name, str(value)) for name, value in raw.items()), "on_sale")), language
    )
    shown = fill(text, {**facts, **sale})
    return Sampled(
        here.text,
        fill(text, {}).text,
        shown.text,
        tuple((name, nearest_name(name)) for name in here.unknown),
        here.missing,
        letters_of(here.text),
        ROOM.get(field, 0),
    )
