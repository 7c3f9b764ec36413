"""A proposal as sentences that can be ticked and changed, one function a kind."""

from collections.abc import Callable, Iterator, Mapping, Sequence
from datetime import date
from typing import Any

from kindknock.core.addresses import APPS, read_contact
from kindknock.core.found import Proposal
from kindknock.core.found.proposal import Found
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
MOST_WAYS, MOST_TICKED, MOST_OF_A_KIND = 8, 4, 6
OUR_COLOUR = "#5e1f38"


def rows_of(proposal: Proposal, place: PlaceIn, today: date) -> list[RowOut]:
    """Every sentence, in the order of the screen: who, how, when, looks, where not, people, our words."""
    rows = [_who(proposal, place), *_ways(proposal), *_hours(proposal), *_closures(proposal, today)]
    rows += [*_colours(proposal), *_hidden(proposal), *_people(proposal)]
    language = rows[0].value["languages"][0]
    trade = next((str(each.value) for each in proposal.trades), "")
    return [*rows, words_row({"start": trade}, language)]


def _shows(found: Found) -> str:
    return found.words if found.by != "markup" and not found.contradicted else ""


def row_of(kind: Any, number: int, value: Value, found: Found | None, **more: Any) -> RowOut:
    """A row of a kind, as `MADE` tells its value; ticked where it is sure or likely."""
    place = (
        {"where": say.where_found(found), "quote": _shows(found), "on": found.sure != "guess"}
        if found
        else {}
    )
    return RowOut(**{"key": f"{kind}{number}", "kind": kind, "value": value, "on": True, "where": say.TYPED,
                     **MADE[kind](value), **place, **more})  # fmt: skip


def _who(proposal: Proposal, place: PlaceIn) -> RowOut:
    name = proposal.names[0] if proposal.names else None
    country = next((str(each.value) for each in proposal.countries if not each.contradicted), place.country)
    zone = next((str(each.value) for each in proposal.zones if not each.contradicted), "")
    languages = [str(each.value) for each in proposal.languages] or [place.language or "en"]
    value = {
        "name": str(name.value)[:120] if name else "",
        "country": country,
        "zone": zone or place.zone or "UTC",
        "languages": languages,
    }
    # What a page calls itself in its head is no sentence to show.
    is_own = name is not None and name.words.startswith("og:site_name")
    where = [say.OWN_NAME if is_own else say.where_found(name)] if name else []
    if not zone:
        where.append(say.YOUR_CLOCK)
    quote = _shows(name) if name and not is_own else ""
    return row_of("who", 0, value, None, ticks=False, where="; ".join(where), quote=quote)


def languages_words(tags: Sequence[str]) -> str:
    return listed([language_name(tag) for tag in tags])


def who_words(value: Value) -> dict[str, Any]:
    city = value["zone"].rpartition("/")[2].replace("_", " ")
    parts = [PartOut(text=value["name"] or "Your business", field="name"), PartOut(text=", on "),
             PartOut(text=f"{city} time", field="zone"), PartOut(text=", in "),
             PartOut(text=languages_words(value["languages"]), field="languages")]  # fmt: skip
    return {"parts": parts, "typed": {"name": value["name"]}}


def _ways(proposal: Proposal) -> Iterator[RowOut]:
    """One row an address, the main number first, then the surest; apps that share a number stand together."""
    by_address: dict[str, list[Found]] = {}
    for each in proposal.ways:
        by_address.setdefault(each.value["address"], []).append(each)
    order = sorted(by_address, key=lambda address: address != proposal.main)
    ticked = 0
    for number, address in enumerate(order[:MOST_WAYS]):
        group = by_address[address]
        apps = [each.value["app"] for each in group]
        row = row_of("way", number, {"apps": apps, "address": address}, group[0])
        ticked += row.on
        row.on = row.on and ticked <= MOST_TICKED
        yield row
    if not order:
        yield row_of("way", 0, {"apps": [], "address": ""}, None, on=False, ticks=False, where=say.NOBODY)


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


def _hours(proposal: Proposal) -> Iterator[RowOut]:
    for number, each in enumerate(proposal.hours[:MOST_OF_A_KIND]):
        yield row_of("hours", number, {"week": each.value}, each, only_one=True)
    if not proposal.hours:
        yield row_of("hours", 0, {"week": None}, None, on=False, ticks=False, where=say.NO_HOURS)


def hours_words(value: Value) -> dict[str, Any]:
    if value["week"] is None:
        parts = [PartOut(text="Open "), PartOut(text="whenever somebody asks", field="week")]
        return {"parts": parts, "typed": {"week": ""}}
    week = week_of(value["week"])
    parts = [PartOut(text="Open "), PartOut(text=week_words(week), field="week")]
    return {"parts": parts, "typed": {"week": write_shortest(week)}}


def _closures(proposal: Proposal, today: date) -> Iterator[RowOut]:
    for number, each in enumerate(proposal.closures[:MOST_OF_A_KIND]):
        yield row_of("closure", number, dict(each.value), each)


def closure_words(value: Value) -> dict[str, Any]:
    first, last = (date.fromisoformat(value[name]) for name in ("first", "last"))
    return {"parts": [PartOut(text=f"Closed {days_words(first, last, first.year)}")]}


def _colours(proposal: Proposal) -> Iterator[RowOut]:
    for number, each in enumerate(proposal.colours[:3]):
        row = row_of("colour", number, {"colour": each.value}, each, only_one=True)
        row.on = row.on and number == 0
        if each.by == "words":
            row.where, row.quote = each.words, ""
        yield row
    if not proposal.colours:
        yield row_of("colour", 0, {"colour": OUR_COLOUR}, None, ticks=False, where=say.OUR_COLOUR)


def colour_words(value: Value) -> dict[str, Any]:
    colour = value["colour"]
    palette = palette_of(colour)
    reads = contrast(palette.on_brand, palette.brand)
    easy = ", easy to read" if reads is not None and reads.reads else ""
    parts = [PartOut(text="In "), PartOut(text=colour, field="colour", swatch=colour), PartOut(text=easy)]
    return {"parts": parts, "typed": {"colour": colour}}


def _hidden(proposal: Proposal) -> Iterator[RowOut]:
    pays = [each for each in proposal.kinds if each.value["kind"] in say.HIDDEN_KINDS]
    for number, each in enumerate(pays[:3]):
        where = say.HIDDEN_KINDS[each.value["kind"]]
        row = row_of("hidden", number, dict(each.value), each, where=where, quote="")
        # Who looks over a basket may well have a question.
        row.on = row.on and each.value["kind"] == "checkout"
        yield row


def hidden_words(value: Value) -> dict[str, Any]:
    parts = [
        PartOut(text="Hidden on "),
        PartOut(text=value["path"], field="path"),
        PartOut(text=" and below"),
    ]
    return {"parts": parts, "typed": {"path": value["path"]}}


def _people(proposal: Proposal) -> Iterator[RowOut]:
    for number, each in enumerate(proposal.people[:MOST_OF_A_KIND]):
        yield row_of("person", number, dict(each.value), each)


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
