"""A door in plain sentences, as the desk has them, for paper: label and sentence, in the desk's order."""

import re

from kindknock.core.addresses import read_contact
from kindknock.core.asks import askable
from kindknock.core.setup import Channel, Door, Setup
from kindknock.core.words.language_tags import lookup
from kindknock.doors.small_words import SMALL_WORDS

from .change_labels import VALUE
from .rule_words import arrival_words, devices_words, rule_words
from .words import app_name, country_name, language_name, listed, told_apart

Sentence = tuple[str, str]
MOST_RULES = 12
_NUMBER = re.compile(r"\+?\d(?:[\s().\-/]*\d){6,}")
_FILL_IN = re.compile(r"\{(\w+)(?:\|([^{}]*))?\}")


def door_sentences(door: Door, setup: Setup, *, masked: bool) -> list[Sentence]:
    """Every matter of a door in a sentence; with `masked`, no numbers, handles or addresses of ways."""
    sentences = [
        ("Reach us by", _reach(door, setup, masked)),
        ("Who answers", _who(door, setup)),
        ("Hours", _when(door)),
        ("Pages", _where(door)),
        ("For whom", _whom(door)),
        ("Appears", arrival_words(door).capitalize() + "."),
        ("Words", _says(door, setup)),
        ("Hint", _hint(door, setup)),
        ("When tapped", _press(door)),
        ("Asks first", _asks(door, setup)),
        *([("In-page buttons", _plates(door, setup))] if door.plates else []),
        ("Looks", _looks(door)),
    ]
    return [(label, without_numbers(says) if masked else says) for label, says in sentences]


def without_numbers(text: str) -> str:
    """A text with whatever could be a phone number taken out: an owner may have written it anywhere."""
    return _NUMBER.sub("…", text)


def way_names(door: Door, setup: Setup) -> list[tuple[Channel, str]]:
    """The ways that are on, each with a name that tells it from the others."""
    on = [channel for channel in door.channels if channel.on]
    named = [(in_first(channel.name, setup) or app_name(channel.app), channel.app) for channel in on]
    return list(zip(on, told_apart(named), strict=True))


def shown_address(channel: Channel) -> str:
    """The address as a person reads it; empty while it is a blank."""
    reading = read_contact(channel.address, app=channel.app) if channel.address else None
    return (reading.shown or channel.address) if reading else ""


def in_first(texts: dict[str, str], setup: Setup) -> str:
    """A text in the business's first language, else in any it is written in."""
    written = {tag: text for tag, text in texts.items() if text.strip()}
    tag = lookup(setup.business.languages, list(written))
    return written.get(tag or "", "") or next(iter(written.values()), "")


def filled_in_words(text: str) -> str:
    """Fill-ins as a reader of paper knows them: `[product or “my bicycle”]`."""

    def words(found: re.Match[str]) -> str:
        name, instead = found[1].replace("_", " "), found[2]
        return f"[{name} or “{instead}”]" if instead else f"[{name}]"

    return _FILL_IN.sub(words, text)


def _reach(door: Door, setup: Setup, masked: bool) -> str:
    ways = [
        name if masked or not channel.address else f"{name} ({shown_address(channel)})"
        for channel, name in way_names(door, setup)
    ]
    return (listed(ways)[:1].upper() + listed(ways)[1:] + ".") if ways else "Nothing yet."


def _who(door: Door, setup: Setup) -> str:
    names = {person.key: person.name for person in setup.people}
    people = [names[key] for key in door.people if names.get(key)]
    if not people:
        return "Nobody by name: shop hours decide."
    turns = ", first by turns" if door.takes_turns else ""
    off = "shown with when they are back" if door.off_duty == "shown" else "left out"
    return f"{listed(people)}{turns}; whoever is off is {off}."


def _when(door: Door) -> str:
    nobody = VALUE["when_nobody"][door.when_nobody]
    reply = (
        f" While in, an answer usually comes within {door.reply_minutes} minutes."
        if door.reply_minutes
        else ""
    )
    notes = " A note can be left." if door.takes_notes and door.when_nobody != "hide" else ""
    return f"While nobody is in: {nobody}.{notes}{reply}"


def _where(door: Door) -> str:
    rules = [rule_words(rule) for rule in door.pages if rule.value]
    if not rules:
        return "On every page."
    more = f" And {len(rules) - MOST_RULES} more rules." if len(rules) > MOST_RULES else ""
    first = "" if any(rule.effect == "show" for rule in door.pages) else "On every page, but: "
    return first + ". ".join(rules[:MOST_RULES]) + "." + more


def _whom(door: Door) -> str:
    whom = door.for_whom
    parts = [] if not whom.devices else [f"on {devices_words(whom.devices)}"]
    if whom.countries_mode != "all":
        names = listed([country_name(code) for code in whom.countries]) or "none"
        parts.append(f"from {names} only" if whom.countries_mode == "only" else f"not from {names}")
    if whom.languages:
        parts.append(f"reading {listed([language_name(tag) for tag in whom.languages])}")
    if whom.visitors != "all":
        parts.append(VALUE["for_whom.visitors"][whom.visitors])
    if whom.came_from:
        parts.append(f"coming from {listed(list(whom.came_from))}")
    return (
        f"{', '.join(parts)[:1].upper()}{', '.join(parts)[1:]}." if parts else "Everybody, on every device."
    )


def _says(door: Door, setup: Setup) -> str:
    small = SMALL_WORDS.get(setup.business.languages[0].split("-")[0], SMALL_WORDS["en"])
    label = in_first(door.says.label, setup) or small["label"]
    heading = in_first(door.says.heading, setup) or small["heading"]
    note = in_first(door.says.note, setup)
    begins = (
        f" The visitor’s note begins with “{filled_in_words(note)}”"
        if note
        else " The visitor’s note begins empty"
    )
    places = len(door.overrides)
    other = f"; other words in {places} place{'s' if places > 1 else ''}" if places else ""
    label, heading = filled_in_words(label), filled_in_words(heading)
    return f"“{label}” on the button, “{heading}” on the card.{begins}{other}."


def _hint(door: Door, setup: Setup) -> str:
    nudge = door.nudge
    out = (
        f"“{filled_in_words(in_first(nudge.words, setup))}” after {nudge.after_seconds} seconds, "
        f"{VALUE['nudge.how_often'][nudge.how_often]}."
        if nudge.on and in_first(nudge.words, setup)
        else "None."
    )
    opens = f" The card opens by itself on {devices_words(door.opens_itself.devices)}."
    return out + (opens if door.opens_itself.on else "")


def _press(door: Door) -> str:
    ways = {
        device: VALUE["press.phone"][getattr(door.press, device)]
        for device in ("phone", "tablet", "computer")
    }
    if len(set(ways.values())) == 1:
        return ways["phone"][:1].upper() + ways["phone"][1:] + "."
    return "; ".join(f"{devices_words([device])}: {way}" for device, way in ways.items()) + "."


def _asks(door: Door, setup: Setup) -> str:
    asked = [f"“{in_first(question.label, setup)}”" for question in askable(door.asks)]
    if door.asks.when == "never" or not asked:
        return "Nothing."
    kept = " Kept in the guestbook." if door.asks.keeps else ""
    return f"{listed(asked)}, {VALUE['asks.when'][door.asks.when]}.{kept}"


def _plates(door: Door, setup: Setup) -> str:
    names = [in_first(plate.label, setup) or in_first(door.says.label, setup) for plate in door.plates]
    beside = [
        f" beside {plate.beside or plate.selector}" if plate.selector else " at its own tag"
        for plate in door.plates
    ]
    return "; ".join(f"“{name}”{where}" for name, where in zip(names, beside, strict=True)) + "."


def _looks(door: Door) -> str:
    looks = door.looks
    place = (
        "at the foot"
        if looks.shape == "bar"
        else f"{VALUE['looks.height'][looks.height]}, {VALUE['looks.corner'][looks.corner]}"
    )
    return f"{looks.shape.capitalize()}, {looks.colour}, {place}, {looks.size_px} px high."
