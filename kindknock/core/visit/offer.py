"""What a chosen door offers here and now: which channels, which people, in which words, until when.

Everything that doesn't differ from one visitor to the next is worked out once and kept with the door.
Whether a visitor gets a door at all is `verdict`'s matter.

Where RULES are silent: languages put people in order before the owner's order does; the Note starts
with the channel's own words only where one channel is offered, since the app is chosen last; a door
all of whose channels need nobody asks only whether the shop or somebody is in.
"""

import json
from dataclasses import dataclass
from datetime import UTC, datetime
from functools import lru_cache

from ..addresses.tracking import address_without_tracking
from ..setup import Arrives, Device
from ..time.availability import State
from ..time.hours import moment
from ..words.fillins import fill, ready_facts
from ..words.language_tags import lookup
from ..words.occasion import Occasion, occasion_of, time_facts
from .prepare import json_text
from .ready import MOST_ANSWERS, Compiled, CompiledChannel, CompiledDoor, CompiledPerson, OnPage, Turn, keep
from .visitor import DICE, Visit

Facts = tuple[tuple[str, str], ...]
_OF_PAGE = frozenset(
    {"page", "address", "product", "price", "sale_price", "saving", "stock", "visitor", "order"}
)


@dataclass(frozen=True, slots=True)
class Offer:
    """A door within: which channels and people, whether anybody is in, and its part of the answer in two
    pieces.
    """

    channels_left: int
    people_allowed: int
    here: tuple[str, ...]
    somebody: bool
    to: tuple[str, ...]
    offered: tuple[str, ...]
    until: datetime | None
    head: str
    tail: str
    allowed: tuple[str, ...] = ()
    """The people allowed on this page, in or not."""
    shop_open: bool = True
    back: datetime | None = None
    """Where nobody is in, when somebody is next."""


def offer(compiled: Compiled, door: CompiledDoor, page: OnPage, visit: Visit, language: str) -> Offer:
    """What the door offers this visitor on this page; the same value as long as nothing differs."""
    second = int(visit.at.timestamp()) if visit.at is not None else 0
    state = compiled.availability.at(second)
    facts = _carried(compiled, door, visit, language) if door.uses else ()
    turn = compiled.turn(second, visit.zone or "", visit.offset_min) if door.tells_time else None
    dice = visit.dice if door.takes_turns else 0
    key = (visit.device, language, state.since, page.bits, facts, turn and (turn.since, turn.clock), dice)
    found = door.held.get(key)
    if found is None:
        found = _Making(
            compiled, door, page, visit.device, language, state, dict(facts), second, turn, dice
        ).offer()
        keep(door.held, key, found, MOST_ANSWERS)
    return found


@lru_cache(maxsize=4096)
def _ready(raw: Facts, language: str) -> dict[str, str]:
    return ready_facts(dict(raw), language)


_without_tracking = lru_cache(maxsize=4096)(address_without_tracking)


def _carried(compiled: Compiled, door: CompiledDoor, visit: Visit, language: str) -> Facts:
    """The facts that this door's words carry here, ready for a reader of the language; hashable, so that
    answers can be kept.
    """
    uses, out = door.uses, []
    if "page" in uses and visit.title:
        out.append(("page", visit.title))
    if "address" in uses:
        out.append(("address", _without_tracking(visit.address)))
    if "site" in uses:
        out.append(("site", compiled.setup.business.name))
    if visit.facts:
        for name, text in _ready(visit.facts, language).items():
            if name in uses:
                said = compiled.small_words[language].get("_" + text, text) if name == "stock" else text
                out.append((name, said))
    return tuple(out)


class _Making:
    """Works out one offer."""

    def __init__(
        self,
        compiled: Compiled,
        door: CompiledDoor,
        page: OnPage,
        device: Device,
        language: str,
        state: State,
        facts: dict[str, str],
        second: int,
        turn: Turn | None,
        dice: int,
    ) -> None:
        self.dice = dice
        self.compiled, self.door, self.page, self.device, self.language = (
            compiled,
            door,
            page,
            device,
            language,
        )
        self.state, self.second, self.turn = state, second, turn
        self.words = compiled.small_words.get(language, {})
        self.channels = [
            c for at, c in enumerate(door.channels) if page.channels >> at & 1 and device in c.devices
        ]
        self.people = [p for at, p in enumerate(door.people) if page.people >> at & 1]
        self.here = [p for p in self.people if p.key in state.people_in]
        present = {p.key for p in self.here}
        opened = [
            c
            for c in self.channels
            if (not c.has_hours or c.key in state.channels_open)
            and (not c.people or c.needs_nobody or c.people & present)
        ]
        answered = any(not c.needs_nobody for c in opened) or all(c.needs_nobody for c in self.channels)
        self.somebody = (bool(self.here) if door.people else state.shop_open) and answered
        self.offered: list[CompiledChannel] = (
            opened if self.somebody else [c for c in opened if c.needs_nobody]
        )
        self.back = None if self.somebody else self._back()
        self.facts = facts | self._time_facts()
        self.to = self._to() if self.somebody else []
        if len(self.to) == 1:
            self.facts |= self._of_person(self.to[0])

    def _occasion(self) -> Occasion:
        zone, offset = self.turn.clock if self.turn and self.turn.clock else ("", None)
        return occasion_of(
            moment(self.second), self.compiled.setup.business.zone, self.language, zone, offset
        )

    def _back(self) -> datetime | None:
        if self.door.people and not self.people:
            return None
        return self.compiled.availability.next_opening(frozenset(p.key for p in self.people), self.second)

    def _time_facts(self) -> dict[str, str]:
        return (
            time_facts(
                self.door.uses,
                self._occasion(),
                self.words,
                somebody=self.somebody,
                opening=self.back,
                shop=self.compiled.shop_hours,
                reply_minutes=self.door.reply_minutes,
            )
            if self.door.uses
            else {}
        )

    def _of_person(self, person: CompiledPerson) -> dict[str, str]:
        return {"assistant": person.names[self.language], "role": person.roles[self.language]}

    def _to(self) -> list[CompiledPerson]:
        """The people offered, those in first, then by whether they speak the language, then as the owner
        has them.
        """
        in_now = {p.key for p in self.here}
        ordered = sorted(
            self.people,
            key=lambda p: (
                p.key not in in_now,
                bool(p.languages) and lookup((self.language,), p.languages) is None,
            ),
        )
        if self.door.takes_turns:
            alike = [
                p
                for p in ordered
                if p.key in in_now and (not p.languages or lookup((self.language,), p.languages) is not None)
            ]
            first = first_in_turn([self.compiled.handovers.get(p.key, 0) for p in alike], self.dice)
            ordered = [*alike[first:], *alike[:first], *(p for p in ordered if p not in alike)]
        return [p for p in ordered if p.key in in_now or not self.door.leaves_out_off_duty]

    def offer(self) -> Offer:
        door, language, device = self.door, self.language, self.device
        until = moment(self.state.until) if self.state.until is not None else None
        turns = [at for at in (until, moment(self.turn.until) if self.turn else None) if at is not None]
        nobody = "" if self.somebody else f'"nobody":true,"back":{json_moment(self.back)},'
        told = f'"to":[{",".join(self._person(p) for p in self.to)}],' if self.to else ""
        per_page = door.depends_on_page or bool(door.uses & _OF_PAGE) or len(self.compiled.doors) > 1
        front = (
            door.fronts[device, language]
            if door.filled_front is None
            else door.filled_front(device, language, self.facts)
        )
        more = self._more()
        by = ",".join(self._way(c, more.get("press") == "apps") for c in self.offered)
        return Offer(
            len(self.channels),
            len(self.people),
            tuple(p.key for p in self.here),
            self.somebody,
            tuple(p.key for p in self.to),
            tuple(c.key for c in self.offered),
            until,
            f'{{"v":1,"show":true,"release":{self.compiled.release},"tag":"{self.compiled.tag}","count":',
            f',"until":{json_moment(min(turns, default=None))},"holds":"{"address" if per_page else "visit"}","door":{front},{told}{nobody}'
            f'{json_text(more)[1:-1]},"by":[{by}],"added":[',
            tuple(p.key for p in self.people),
            self.state.shop_open,
            self.back,
        )

    def _way(self, channel: CompiledChannel, by_itself: bool) -> str:
        """A channel's part; where only apps are shown and no Note is, with the words it sends instead of
        the door's.
        """
        plan, words = channel.plans[self.device, self.language], channel.notes[self.language]
        if not by_itself or not words or self._product_note():
            return plan
        return f'{plan[:-1]},"note":{json_text(self._filled(words))}}}'

    def _person(self, person: CompiledPerson) -> str:
        """One person as JSON text, with what is said of when, and her own pre-filled words where they
        differ.
        """
        is_in = person.key in self.state.people_in
        at = (
            self.compiled.availability.out_at(person.key, self.second)
            if is_in
            else self.compiled.availability.back_at(person.key, self.second)
        )
        when = (
            ""
            if at is None
            else self.words.get("_in_until", "").replace("{time}", self._occasion().said(at, self.words))
            if is_in
            else self._back_words(at)
        )
        if not is_in and (
            why := next(
                (
                    word
                    for key, since, until, word in self.compiled.away_words
                    if key == person.key and since <= self.second < until
                ),
                "",
            )
        ):
            when = f"{when}, {why}" if when else why
        more: dict[str, object] = {
            "in": is_in,
            "until" if is_in else "back": iso(at),
            **({"when": when} if when else {}),
        }
        if (note := self._note_with(person)) is not None:
            more["note"] = note
        return f"{person.fronts[self.language]},{json_text(more)[1:]}"

    def _back_words(self, at: datetime) -> str:
        occasion = self._occasion()
        is_today = at.astimezone(occasion.shop).date() == occasion.now.astimezone(occasion.shop).date()
        pattern = self.words.get("_back_today", "") if is_today else ""
        return (pattern or self.words.get("_back", "")).replace("{time}", occasion.said(at, self.words))

    def _product_note(self) -> str:
        notes = self.door.notes
        on_sale = notes.on_sale[self.language] if "sale_price" in self.facts else ""
        return on_sale or (notes.product[self.language] if "product" in self.facts else "")

    def _note(self) -> str:
        """What the Note starts with when nobody is chosen: product's, else the one person's, the one
        channel's, the door's (RULES 7).
        """
        person = self.to[0].notes[self.language] if len(self.to) == 1 else ""
        return self._filled(self._product_note() or person or self._shared_note())

    def _shared_note(self) -> str:
        return (
            self.offered[0].notes[self.language] if len(self.offered) == 1 else ""
        ) or self.door.notes.plain[self.language]

    def _note_with(self, person: CompiledPerson) -> str | None:
        """What it starts with when she is chosen; None where that is the same."""
        words = self._product_note() or person.notes[self.language] or self._shared_note()
        filled = fill(words, self.facts | self._of_person(person)).text
        return filled if filled != self._note() else None

    def _filled(self, words: str) -> str:
        return fill(words, self.facts).text if "{" in words or "}" in words else words

    def _more(self) -> dict[str, object]:
        """How it arrives, opens, nudges, is pressed and stands in the page here; nothing where all is as
        usual.
        """
        door, page = self.door, self.page
        out: dict[str, object] = {"note": self._note()}
        press = getattr(door.press, self.device)
        # Straight through only where there is nothing to choose and nothing to agree to (RULES 8).
        if press == "straight" and (
            len(self.offered) != 1 or len(self.to) > 1 or door.press.privacy == "agree" or not self.somebody
        ):
            press = "card"
        if press != "card":
            out["press"] = press
        arrives, nudge, opens = door.arrives, door.nudge, door.opens_itself
        if page.arrives and (arrives.seconds, arrives.scroll_percent, arrives.page) != (
            Arrives().seconds,
            None,
            1,
        ):
            out["arrives"] = {
                "seconds": arrives.seconds,
                "scroll": arrives.scroll_percent,
                "page": arrives.page,
            }
        if (
            page.nudges
            and (not nudge.devices or self.device in nudge.devices)
            and (words := self._filled(door.nudge_words[self.language]).strip())
        ):
            out["nudge"] = {
                "words": words,
                "after": nudge.after_seconds,
                "often": nudge.how_often,
                "sound": nudge.sound,
                "motion": nudge.motion,
            }
        if page.opens_itself and self.device in opens.devices:
            out["opens"] = {
                "seconds": opens.seconds,
                "scroll": opens.scroll_percent,
                "page": opens.page,
                "tucks": opens.tucks_away_after_seconds,
            }
        if page.plates:
            out["plates"] = [
                self._plate(plate.texts[self.language])
                for at, plate in enumerate(door.plates)
                if page.plates >> at & 1
            ]
        if not self.somebody:
            if self.back is not None and (said := self._back_words(self.back)):
                out["back_words"] = said
            if door.takes_notes:
                out["leave"] = True
        elif door.reply_minutes and (pattern := self.words.get("_replies", "")):
            out["replies"] = fill(
                pattern,
                time_facts(
                    frozenset({"reply_time"}),
                    self._occasion(),
                    self.words,
                    somebody=True,
                    opening=None,
                    shop=None,
                    reply_minutes=door.reply_minutes,
                ),
            ).text
        return out

    def _plate(self, text: str) -> object:
        plate: dict[str, object] = json.loads(text)
        label = self._filled(str(plate["label"]))
        return {**plate, "label": label}


def first_in_turn(handovers: list[int], dice: int) -> int:
    """Whose turn it is, by how many each was handed lately: who had fewer comes up more often. 0 where
    there is nobody.
    """
    most = max(handovers, default=0)
    shares = [most + 1 - had for had in handovers]
    at = dice * sum(shares) // DICE
    for place, share in enumerate(shares):
        if at < share:
            return place
        at -= share
    return 0


def iso(at: datetime | None) -> str | None:
    return f"{at.astimezone(UTC):%Y-%m-%dT%H:%M:%SZ}" if at is not None else None


def json_moment(at: datetime | None) -> str:
    return f'"{iso(at)}"' if at is not None else "null"
