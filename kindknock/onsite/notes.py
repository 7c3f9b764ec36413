"""Reads a note as the card sends it and keeps robots out: by time, and a field nobody sees.

What was answered before an app comes the same way, with the channel the visitor went on by.
"""

from collections.abc import Mapping
from dataclasses import replace
from datetime import datetime
from typing import Any
from uuid import UUID, uuid5

from kindknock.core.setup.answers import MOST_STEPS
from kindknock.core.setup.asks import MOST_QUESTIONS
from kindknock.core.time.zones import country_of_zone
from kindknock.core.visit import Compiled
from kindknock.core.words.message import text_in
from kindknock.guestbook.actions.take_in import Answer, Arrived

from .reports import KEY, id_in, plain_text

LEAST_SECONDS = 2
_NOTES = UUID("6b1f0c52-8f5e-4a3a-9d0e-5d1c1b0e7a11")


def note_in(raw: Any, at: datetime, country: str = "") -> Arrived | None:
    """The note of a body; None if it is not one. `country` is where the network is, if known."""
    if not isinstance(raw, Mapping):
        return None
    keys = {name: raw.get(name) or "" for name in ("site", "door", "channel", "person")}
    if not all(isinstance(key, str) and KEY.fullmatch(key) for key in keys.values()) or not keys["site"]:
        return None
    words = {
        name: plain_text(raw.get(name))
        for name in ("name", "reach", "note", "address", "title", "lang", "privacy", "zone")
    }
    answers = _answers(raw.get("answers"))
    # A note whose id can't be read is one by its words, so that it is kept once however often it is sent.
    whole = "\n".join(
        [keys["site"], words["reach"], words["name"], words["note"], *(each.answer for each in answers)]
    )
    return Arrived(
        client_id=id_in(raw.get("id")) or uuid5(_NOTES, whole),
        site_key=keys["site"],
        door=keys["door"],
        person=keys["person"],
        name=words["name"],
        reach=words["reach"],
        text=plain_text(raw.get("note"), 5000),
        answers=answers,
        address=words["address"] if words["address"].startswith(("https://", "http://")) else "",
        title=words["title"],
        language=words["lang"],
        country=country or country_of_zone(words["zone"]),
        privacy_words=words["privacy"],
        at=at,
    )


def _answers(raw: Any) -> tuple[Answer, ...]:
    """What was asked and answered; what isn't four texts is passed over."""
    if not isinstance(raw, list):
        return ()
    found = [each for each in raw[:MOST_QUESTIONS] if isinstance(each, list) and len(each) == 4]
    read = [Answer(*(plain_text(part, 2000).strip() for part in each)) for each in found]
    return tuple(answer for answer in read if answer.answer)


def told_in(raw: Mapping[str, Any], arrived: Arrived, compiled: Compiled) -> Arrived | None:
    """A walk along signposts that ends with *tell us*, as a note: the choices gone by, in the owner's words
    and the reader's language, and a name of letters. None where nothing of the kind stands at that door.

    Nothing else that a browser says gets in, so that such a note needs nothing to answer to.
    """
    way = raw.get("way")
    tree = next((each for each in compiled.setup.signposts if each.key == raw.get("signposts")), None)
    begins = [
        each.signposts for door in compiled.doors if door.key == raw.get("door") for each in door.begins
    ]
    if tree is None or tree.key not in begins or not isinstance(way, list) or not 0 < len(way) <= MOST_STEPS:
        return None
    arms = {(step.key, arm.key): arm for step in tree.steps for arm in step.arms}
    places = [
        tuple(map(str, each)) if isinstance(each, list) and len(each) == 2 else ("", "") for each in way
    ]
    gone = [arms[place] for place in places if place in arms]
    if len(gone) != len(way) or gone[-1].leads != "tell":
        return None
    default = compiled.languages[0]
    words = " › ".join(text_in(arm.label, arrived.language or default, default) for arm in gone)
    name = "".join(letter for letter in arrived.name if letter.isalpha() or letter in " '-.")[:40].strip()
    return replace(arrived, text=words, name=name, reach="", answers=(), app="", person="", is_walk=True)


def app_gone_on_in(raw: Mapping[str, Any], compiled: Compiled) -> str | None:
    """The app of the channel a visitor went on by, where answers of that door are kept; None where they are
    not, whatever a browser says. Empty for a left note.
    """
    key = raw.get("channel")
    if not key:
        return ""
    door = next((each.value for each in compiled.doors if each.value.key == raw.get("door")), None)
    if door is None or door.asks.when == "never" or not door.asks.keeps:
        return None
    return next((channel.app for channel in door.channels if channel.key == key), None)


def is_robots_work(raw: Mapping[str, Any]) -> bool:
    """Whether the hidden field was filled in, or the card was open for less time than a person needs."""
    took = raw.get("seconds")
    return bool(raw.get("website")) or not isinstance(took, int | float) or took < LEAST_SECONDS
