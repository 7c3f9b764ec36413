"""A proposal as sentences that can be ticked and changed; how each reads, one function a kind."""

from collections.abc import Callable, Mapping, Sequence
from datetime import date
from typing import Any

from kindknock.core.addresses import APPS, read_contact
from kindknock.core.found import Proposal
from kindknock.core.found.proposed import ONLY_ONE, Proposed, Where, proposed
from kindknock.core.looks.colour import contrast, palette_of
from kindknock.core.time.hours_text import write_shortest
from kindknock.core.time.timetable import week_of
from kindknock.doors.small_words import SMALL_WORDS
from kindknock.doors.starts import STARTS_BY_KEY

from . import found_words as say
from .hours_words import days_words, week_words
from .schemas import PartOut, PlaceIn, RowOut
from .words import COMMON_NOUNS, language_name, listed

Value = dict[str, Any]
OUR_COLOUR = "#5e1f38"


def rows_of(proposal: Proposal, place: PlaceIn) -> list[RowOut]:
    """Every sentence, in the order of the screen: what can be taken over, then our words."""
    found = proposed(proposal, Where(place.country, place.zone, place.language))
    clock = "" if proposal.zone else say.YOUR_CLOCK if place.zone else say.NO_CLOCK
    numbers: dict[str, int] = {}
    rows = []
    for each in found:
        number = numbers[each.kind] = numbers.get(each.kind, -1) + 1
        rows.append(_row(each, f"{each.kind}{number}", clock=clock))
    trade = next((str(each.value) for each in proposal.trades), "")
    return [*rows, words_row({"start": trade}, rows[0].value["languages"][0])]


def _row(each: Proposed, key: str, *, clock: str) -> RowOut:
    if each.kind == "who":
        return _who(each, key, clock=clock)
    value, found = dict(each.value), each.found
    if found is None:
        if each.kind == "colour":
            value = {"colour": OUR_COLOUR}
        return row_of(each.kind, key, value, on=each.on, ticks=False, where=say.NOTHING[each.kind])
    where, quote = say.where_found(found), say.quoted(found)
    if each.kind == "hidden":
        where, quote = say.HIDDEN_KINDS[value["kind"]], ""
    elif each.kind == "colour" and found.by == "words":
        where, quote = found.words, ""
    only_one = each.kind in ONLY_ONE
    return row_of(each.kind, key, value, on=each.on, only_one=only_one, where=where, quote=quote)


def row_of(kind: Any, key: str, value: Value, **more: Any) -> RowOut:
    """A row of a kind, as `MADE` tells its value; as typed, where nothing else is said."""
    return RowOut(**{"key": key, "kind": kind, "value": value, "on": True, "where": say.TYPED,
                     **MADE[kind](value), **more})  # fmt: skip


def _who(each: Proposed, key: str, *, clock: str) -> RowOut:
    name = each.found
    # What a page calls itself in its head is no sentence to show.
    is_own = name is not None and name.words.startswith("og:site_name")
    where = [say.OWN_NAME if is_own else say.where_found(name)] if name else []
    if clock:
        where.append(clock)
    quote = say.quoted(name) if name and not is_own else ""
    return row_of("who", key, dict(each.value), ticks=False, where="; ".join(where), quote=quote)


def languages_words(tags: Sequence[str]) -> str:
    return listed([language_name(tag) for tag in tags])


def who_words(value: Value) -> dict[str, Any]:
    city = value["zone"].rpartition("/")[2].replace("_", " ")
    parts = [PartOut(text=value["name"] or "Your business", field="name"), PartOut(text=", on "),
             PartOut(text=f"{city} time", field="zone"), PartOut(text=", in "),
             PartOut(text=languages_words(value["languages"]), field="languages")]  # fmt: skip
    return {"parts": parts, "typed": {"name": value["name"]}}


def way_words(value: Value) -> dict[str, Any]:
    apps, address = value["apps"], value["address"]
    if not apps:
        blank = PartOut(text="a number, an email, a link", field="address")
        return {"parts": [PartOut(text="Reach you on "), blank], "typed": {"address": ""}}
    shown = read_contact(address, app=apps[0]).shown or address
    named = listed([APPS[app].name.lower() if app in COMMON_NOUNS else APPS[app].name for app in apps])
    parts = [PartOut(text="Reach you by "), PartOut(text=named, field="apps"), PartOut(text=" on "),
             PartOut(text=shown, field="address")]  # fmt: skip
    return {"parts": parts, "typed": {"address": shown}}


def hours_words(value: Value) -> dict[str, Any]:
    if value["week"] is None:
        parts = [PartOut(text="Open "), PartOut(text="whenever somebody asks", field="week")]
        return {"parts": parts, "typed": {"week": ""}}
    week = week_of(value["week"])
    parts = [PartOut(text="Open "), PartOut(text=week_words(week), field="week")]
    return {"parts": parts, "typed": {"week": write_shortest(week)}}


def closure_words(value: Value) -> dict[str, Any]:
    first, last = (date.fromisoformat(value[name]) for name in ("first", "last"))
    return {"parts": [PartOut(text=f"Closed {days_words(first, last, first.year)}")]}


def colour_words(value: Value) -> dict[str, Any]:
    colour = value["colour"]
    palette = palette_of(colour)
    reads = contrast(palette.on_brand, palette.brand)
    easy = ", easy to read" if reads is not None and reads.reads else ""
    parts = [PartOut(text="In "), PartOut(text=colour, field="colour", swatch=colour), PartOut(text=easy)]
    return {"parts": parts, "typed": {"colour": colour}}


def hidden_words(value: Value) -> dict[str, Any]:
    parts = [
        PartOut(text="Hidden on "),
        PartOut(text=value["path"], field="path"),
        PartOut(text=" and below"),
    ]
    return {"parts": parts, "typed": {"path": value["path"]}}


def person_words(value: Value) -> dict[str, Any]:
    parts = [PartOut(text=value["name"], field="name"), PartOut(text=" answers, "),
             PartOut(text=value["role"] or "what they do", field="role")]  # fmt: skip
    return {"parts": parts, "typed": {"name": value["name"], "role": value["role"]}}


def words_row(value: Value, language: str) -> RowOut:
    """What the button and the card say: as typed, else as the start has it, else our small words."""
    start = STARTS_BY_KEY.get(value.get("start", ""))
    whole = {"start": start.key if start else "", "label": value.get("label", ""),
             "heading": value.get("heading", ""), "corner": value.get("corner", "")}  # fmt: skip
    where = say.OUR_WORDS.format(kind=f" for a {start.name.lower()}" if start else "")
    return RowOut(
        key="words0", kind="words", value=whole, on=True, ticks=False, where=where,
        **text_words(whole, language),
    )  # fmt: skip


def text_words(value: Value, language: str = "en") -> dict[str, Any]:
    start = STARTS_BY_KEY.get(value["start"])
    ours = SMALL_WORDS.get(language.split("-")[0], SMALL_WORDS["en"])
    says = {
        name: value[name] or (start.parts["says"].get(name, {}).get("en", "") if start else "") or ours[name]
        for name in ("label", "heading")
    }
    looks = start.parts["looks"] if start else {}
    corner = value["corner"] or looks.get("corner", "right")
    parts = [PartOut(text="Says "), PartOut(text=says["label"], field="label"), PartOut(text=", then "),
             PartOut(text=says["heading"], field="heading"), PartOut(text=", at the "),
             PartOut(text=f"bottom {corner}", field="corner")]  # fmt: skip
    return {"parts": parts, "typed": {**says, "corner": corner}}


MADE: Mapping[str, Callable[[Value], dict[str, Any]]] = {
    "who": who_words,
    "way": way_words,
    "hours": hours_words,
    "closure": closure_words,
    "colour": colour_words,
    "hidden": hidden_words,
    "person": person_words,
    "words": text_words,
}
"""A row's sentence and what is typed of it, by its kind."""
