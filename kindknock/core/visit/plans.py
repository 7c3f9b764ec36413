"""Writes the parts of a plan that don't differ from visit to visit, as JSON members per device and language.

A plan is what the button carries out: docs/formats/plan.md where there is one, `button/src/plan.ts` reads it.
"""

from collections.abc import Mapping
from typing import Any
from urllib.parse import urlsplit

from ..addresses.apps import APPS
from ..addresses.contacts import read_contact
from ..addresses.recipes import Links, links_to
from ..asks import others_of, plan_of, where_they_go
from ..looks.css import BANNER_PX, FACE_PX, LOGO_PX, absolute, as_plan
from ..looks.geometry import Device, place_for
from ..setup import Channel, Door, Person, Plate, Setup
from ..words.fillins import fill
from ..words.language_tags import direction_of, lookup
from ..words.message import Texts, text_in
from .fragments import members
from .ready import AsksTexts, SmallWords

LinksAtEdge = Mapping[tuple[str, str, str], Links]
"""Links by (app, address, device) that replace the app's own."""


def told_apart(door: Door) -> dict[str, str]:
    """What tells each of the door's ways of one app apart, by their keys: a link's host, else the address as
    people read it. Only ways without a name of their own need it, and no number stands where the owner wants
    none.
    """
    nameless = [channel for channel in door.channels if channel.on and channel.address and not channel.name]
    out = {}
    for channel in nameless:
        if sum(other.app == channel.app for other in nameless) < 2:
            continue
        host = urlsplit(channel.address).hostname or ""
        shown = host.removeprefix("www.") or read_contact(channel.address, app=channel.app).shown
        is_number = not host and APPS[channel.app].takes == "phone"
        if shown and (door.press.shows_numbers or not is_number):
            out[channel.key] = shown
    return out


class PlanWriter:
    """Writes for one setup. `origin` stands before addresses of pictures that are paths of ours."""

    def __init__(
        self, setup: Setup, small_words: SmallWords, links: LinksAtEdge, origin: str, kept_days: int = 90
    ) -> None:
        self.setup, self.small_words, self.links, self.origin = setup, small_words, links, origin
        self.kept_days = kept_days
        self.languages = setup.business.languages

    def text(self, texts: Mapping[str, str], language: str) -> str:
        return text_in(texts, language, self.languages[0])

    def each(self, texts: Texts) -> dict[str, str]:
        """A text in each of the business's languages, with its fall-backs."""
        return {language: self.text(texts, language) for language in self.languages}

    def words(self, language: str) -> Mapping[str, str]:
        """The card's own small words in a language; those with an underscore in front only write other
        texts.
        """
        found = lookup((language,), tuple(self.small_words))
        return self.small_words[found] if found else next(iter(self.small_words.values()), {})

    def door(self, door: Door, device: Device, language: str, facts: Mapping[str, str] | None = None) -> str:
        """The door's own part, its words filled with these facts."""
        says, carried = door.says, facts or {}

        def text(texts: Mapping[str, str]) -> str:
            return fill(self.text(texts, language), carried).text

        words = self._card_words(door, language)
        hint = text(says.hint)
        plan: dict[str, Any] = {
            "key": door.key,
            "lang": language,
            "dir": direction_of(language),
            "label": text(says.label) or words.get("label", ""),
            "heading": text(says.heading) or words.get("heading", ""),
            "words": words | {"hint": hint} if hint else words,
            "privacy": self.setup.business.privacy_link,
            "looks": self._looks(door, device),
        }
        texts = {
            "help": text(says.help),
            "closing": text(says.closing),
            "away": text(says.away),
            "thanks": text(says.thanks),
            "notice": text(says.privacy),
        }
        more = texts | self._switches(door, device)
        return members(plan | {name: value for name, value in more.items() if value})

    def own_words(self, door: Door, language: str) -> Mapping[str, str]:
        """The small words in a language, the owner's where there are any; doors without share ours."""
        words = self.words(language)
        own = {
            name: text
            for name, texts in door.says.small.items()
            if name in words and (text := self.text(texts, language))
        }
        return dict(words) | own if own else words

    def _card_words(self, door: Door, language: str) -> dict[str, str]:
        words = dict(self.own_words(door, language))
        kept = ("_",) if door.asks.when != "never" else ("_", "ask")
        kept_for = {"kept": fill(words.get("kept", ""), {"days": str(self.kept_days)}).text}
        return {name: text for name, text in (words | kept_for).items() if not name.startswith(kept)}

    def asks(self, door: Door, language: str) -> AsksTexts:
        """What is asked first, as the card is told it."""
        asks, default, words = door.asks, self.languages[0], self.own_words(door, language)
        into = where_they_go(asks, words, site=self.setup.business.name, days=self.kept_days)
        return AsksTexts(
            usual=plan_of(asks, language, default),
            others=tuple(plan_of(other, language, default) for other in others_of(asks)),
            shared={"into": into} | ({"keeps": True} if asks.keeps else {}),
            thanks=self.text(asks.thanks, language),
        )

    def _looks(self, door: Door, device: Device) -> dict[str, Any]:
        looks = door.looks
        offset = looks.phone_offset if device == "phone" else looks.computer_offset
        moved = (offset.side_px, offset.foot_px) if offset else None
        place = place_for(looks.corner, looks.size_px, device, moved, looks.shape, looks.height)
        stands = {"corner": place.corner, "size": place.size_px, "side": place.side_px, "foot": place.foot_px}
        return stands | as_plan(looks, device, door.channels, self.origin)

    def _switches(self, door: Door, device: Device) -> dict[str, Any]:
        press = door.press
        return {
            "logo": absolute(door.looks.logo, self.origin, LOGO_PX),
            "banner": absolute(door.looks.banner, self.origin, BANNER_PX),
            "agree": press.privacy == "agree",
            "qr": device == "computer" and press.computer_by == "qr",
            "row": press.ways == "row",
            "aside": press.opens == "aside",
            "stays": not press.closes_outside,
            "greets": press.greets == "person",
            "unnumbered": not press.shows_numbers,
            "forgets": not door.remembers,
        }

    def plate(self, plate: Plate) -> dict[str, object]:
        """A button in the page but for its label; without a selector only where the owner's tag of this
        key is.
        """
        where = {"at": plate.selector, "side": plate.position} if plate.selector else {}
        return {"key": plate.key, "size": plate.size_px, "align": plate.align, **where}

    def way(
        self, channel: Channel, people: frozenset[str], device: Device, language: str, *, apart: str = ""
    ) -> str:
        """A channel's part; `people` are those who answer in it, empty for all of the door's. `apart` tells
        it from others that would be called the same.
        """
        app = APPS[channel.app]
        way: dict[str, Any] = {
            "key": channel.key,
            "app": channel.app,
            # Names of apps are names; what is ours to say (a call, an email) is in the visitor's language.
            "name": self.text(channel.name, language)
            or (apart if channel.app == "link" else "")
            or (self.words(language).get(f"_{channel.app}") or app.name) + (f" ({apart})" if apart else ""),
            "mark": channel.mark or app.initials,
        }
        way |= self._links(channel.app, channel.address, device) if channel.address else {"own": False}
        more = {
            "caption": self.text(channel.caption, language),
            "picture": absolute(channel.picture, self.origin, FACE_PX) if channel.picture else "",
            "same": channel.same_page,
            "to": sorted(people),
        }
        return members(way | {name: value for name, value in more.items() if value})

    def _links(self, app: str, address: str, device: Device) -> dict[str, Any]:
        to = self.links.get((app, address, device)) or links_to(app, address, computer=device == "computer")
        return {
            "bare": to.bare,
            "text": to.with_text,
            "limit": to.limit,
            "copy": to.copy,
            "copies": to.copies,
        }

    def name(self, person: Person, language: str) -> str:
        """What visitors call a person: the name, else the role, else the business."""
        return (
            person.name if person.is_named else self.text(person.role, language) or self.setup.business.name
        )

    def person(self, person: Person, language: str) -> str:
        """A person's part, but for when they are in and their note."""
        plan: dict[str, Any] = {
            "key": person.key,
            "name": self.name(person, language),
            "role": self.text(person.role, language) if person.is_named else "",
        }
        if person.picture:
            plan["picture"] = absolute(person.picture, self.origin, FACE_PX)
        elif not person.has_initials:
            plan["bare"] = True
        if person.addresses:
            own = {app: address for app, address in person.addresses.items() if app in APPS}
            plan["by"] = {app: self._links(app, address, "phone") for app, address in own.items()}
        return members(plan)
