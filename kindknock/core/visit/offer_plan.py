"""Writes what a door offers as the answer the button gets: people, channels and words, filled for this
visitor.

Where docs/rules.md is silent: the Note starts with the channel's own words only where one channel is
offered, since the app is chosen last.
"""

from dataclasses import dataclass
from datetime import datetime
from typing import Any

from ..setup import Arrives
from ..time.hours import moment
from ..words.fillins import fill
from ..words.occasion import Occasion, occasion_of, time_facts
from .fragments import an_array, an_object, begun, instant, instant_text, members
from .presence import Present, Question, until_of
from .ready import Compiled, CompiledChannel, CompiledPerson, OnPage

NAME_MARK = "\ue0ff"
"""Stands in the thanks where the card puts the name a visitor gave."""
TOLD_BY_MARKUP = frozenset({"product", "price", "sale_price", "saving", "stock"})
"""Fill-ins whose words a page's markup tells."""
TOLD_BY_PAGE = TOLD_BY_MARKUP | {"page", "visitor", "order", "basket", "basket_total"}
"""Fill-ins whose words a page, its title included, or its maker tells."""
_OF_PAGE = TOLD_BY_PAGE | {"address"}


@dataclass(frozen=True, slots=True, kw_only=True)
class Offer:
    """A door within: which channels and people, whether anybody is in, and its members of the answer.

    `people` and `channels` are what visitors are offered; `allowed` who may answer on this page, in or
    not, and `here` who of them is in. `back` is when somebody is next, where nobody is.
    """

    channels_left: int
    allowed: tuple[str, ...]
    here: tuple[str, ...]
    is_somebody_in: bool
    people: tuple[str, ...]
    channels: tuple[str, ...]
    until: datetime | None
    shop_open: bool
    back: datetime | None
    begun: str
    """The answer begun: its own members and the door's, open for what is added to a message and for whether
    it
    is counted, which every visit has for itself (`verdict`).
    """


class OfferPlan:
    """Writes one offer."""

    def __init__(self, compiled: Compiled, page: OnPage, question: Question, present: Present) -> None:
        self.compiled, self.page, self.door = compiled, page, page.door
        self.question, self.present, self.language = question, present, question.language
        self.words = page.door.words.get(question.language, {})
        self.facts = dict(question.facts) | self._time_facts()
        if len(present.to) == 1:
            self.facts |= self._of_person(present.to[0])

    def offer(self) -> Offer:
        present, state = self.present, self.question.state
        return Offer(
            channels_left=len(present.channels),
            allowed=tuple(person.key for person in present.people),
            here=tuple(person.key for person in present.here),
            is_somebody_in=present.is_somebody_in,
            people=tuple(person.key for person in present.to),
            channels=tuple(way.key for way in present.offered),
            until=until_of(state),
            shop_open=state.shop_open,
            back=present.back,
            begun=begun(self._answer(), f'"door":{begun(self._door())}'),
        )

    def _answer(self) -> str:
        """How long and how far this holds."""
        wording = self.question.wording
        ends = [until_of(self.question.state), moment(wording.until) if wording else None]
        per_page = (
            self.door.depends_on_page or bool(self.door.texts.uses & _OF_PAGE) or len(self.compiled.doors) > 1
        )
        return members(
            {
                "v": 1,
                "show": True,
                "release": self.compiled.release,
                "tag": self.compiled.tag,
                "until": instant(min((end for end in ends if end is not None), default=None)),
                "holds": "address" if per_page else "visit",
            }
        )

    def _door(self) -> str:
        present, texts = self.present, self.door.texts
        device, language = self.question.device, self.language
        plan = (
            texts.plans[device, language]
            if texts.filled_plan is None
            else texts.filled_plan(device, language, self.facts)
        )
        more = self._more()
        ways = an_array(self._way(way, by_itself=more.get("press") == "apps") for way in present.offered)
        people = an_array(self._person(person) for person in present.to)
        nobody = f'"nobody":true,"back":{instant_text(present.back)}'
        parts = (
            plan,
            f'"to":{people}' if present.to else "",
            "" if present.is_somebody_in else nobody,
            members(more),
            f'"by":{ways}',
        )
        return ",".join(part for part in parts if part)

    def _way(self, channel: CompiledChannel, *, by_itself: bool) -> str:
        """A channel's part; where only apps are shown and no Note is, with the words it sends instead of the
        door's.
        """
        plan, words = channel.plans[self.question.device, self.language], channel.notes[self.language]
        if not by_itself or not words or self._product_note():
            return an_object(plan)
        return an_object(plan, members({"note": self._filled(words)}))

    def _person(self, person: CompiledPerson) -> str:
        """One person, with when they are in or back, and their own pre-filled words where they differ."""
        second, availability = self.question.second, self.compiled.availability
        is_in = person.key in self.question.state.people_in
        at = availability.out_at(person.key, second) if is_in else availability.back_at(person.key, second)
        more: dict[str, object] = {"in": is_in, "until" if is_in else "back": instant(at)}
        if when := self._when(person, at, is_in=is_in):
            more["when"] = when
        if (note := self._note_with(person)) is not None:
            more["note"] = note
        return an_object(person.plans[self.language], members(more))

    def _when(self, person: CompiledPerson, at: datetime | None, *, is_in: bool) -> str:
        """Until when somebody is in, or when they are back and why they are away, where visitors may read
        it.
        """
        if is_in:
            pattern = self.words.get("_in_until", "")
            return pattern.replace("{time}", self._occasion().time_words(at, self.words)) if at else ""
        second = self.question.second
        reasons = (
            away.word
            for away in self.compiled.away_words
            if away.person == person.key and away.since <= second < away.until
        )
        back = self._back_words(at) if at is not None else ""
        return ", ".join(part for part in (back, next(reasons, "")) if part)

    def _occasion(self) -> Occasion:
        wording = self.question.wording
        zone, offset = wording.clock if wording and wording.clock else ("", None)
        at, shop_zone = moment(self.question.second), self.compiled.setup.business.zone
        return occasion_of(at, shop_zone, self.language, zone, offset)

    def _time_facts(self) -> dict[str, str]:
        if not self.door.texts.uses:
            return {}
        return time_facts(
            self.door.texts.uses,
            self._occasion(),
            self.words,
            somebody=self.present.is_somebody_in,
            opening=self.present.back,
            shop=self.compiled.shop_hours,
            reply_minutes=self.door.value.reply_minutes,
        )

    def _of_person(self, person: CompiledPerson) -> dict[str, str]:
        return {"assistant": person.names[self.language], "role": person.roles[self.language]}

    def _back_words(self, at: datetime) -> str:
        occasion = self._occasion()
        is_today = at.astimezone(occasion.shop).date() == occasion.now.astimezone(occasion.shop).date()
        pattern = self.words.get("_back_today", "") if is_today else ""
        return (pattern or self.words.get("_back", "")).replace("{time}", occasion.time_words(at, self.words))

    def _product_note(self) -> str:
        notes = self.door.texts.notes
        on_sale = notes.on_sale[self.language] if "sale_price" in self.facts else ""
        return on_sale or (notes.product[self.language] if "product" in self.facts else "")

    def _note(self) -> str:
        """What the Note starts with when nobody is chosen: product's, else the one person's, the one
        channel's, the door's (docs/rules.md, The message).
        """
        to = self.present.to
        person = to[0].notes[self.language] if len(to) == 1 else ""
        return self._filled(self._product_note() or person or self._shared_note())

    def _shared_note(self) -> str:
        offered = self.present.offered
        channel = offered[0].notes[self.language] if len(offered) == 1 else ""
        return channel or self.door.texts.notes.plain[self.language]

    def _note_with(self, person: CompiledPerson) -> str | None:
        """What it starts with when a person is chosen; None where that is the same."""
        words = self._product_note() or person.notes[self.language] or self._shared_note()
        filled = fill(words, self.facts | self._of_person(person)).text
        return filled if filled != self._note() else None

    def _filled(self, words: str) -> str:
        return fill(words, self.facts).text if "{" in words or "}" in words else words

    def _more(self) -> dict[str, object]:
        """How it appears, opens, nudges, is pressed and stands in the page here; nothing where all is as
        usual.
        """
        out: dict[str, object] = {"note": self._note()}
        if (press := self._press()) != "card":
            out["press"] = press
        if asked := self._asks():
            out["asks"] = asked
        if reads := self._reads():
            out["reads"] = reads
        return out | self._by_itself() | self._plates() | self._when_nobody() | self._reply_time()

    def _asks(self) -> dict[str, Any]:
        """What is asked first, where this is the time for it (docs/rules.md 13)."""
        when = self.door.value.asks.when
        if when == "never" or (when == "nobody" and self.present.is_somebody_in):
            return {}
        texts = self.door.texts.asks[self.language]
        usual, others = texts.usual, []
        for at in self.page.allowed_others():
            channels = self.door.asks_others[at].channels
            if not channels:
                # For every way on this page: what stands behind it no longer matters.
                usual = texts.others[at]
                break
            if texts.others[at]:
                others.append(texts.others[at] | {"ways": list(channels)})
        if not usual and not others:
            return {}
        out = usual | texts.shared | ({"others": others} if others else {})
        return out | self._thanks(texts.thanks)

    def _reads(self) -> dict[str, Any]:
        """That there is something to read, which the card asks for once it is open; nothing where there is
        none.
        """
        answers = self.door.value.reads.answers
        shown = {"answers": answers} if answers != "no" and self.compiled.has_answers else {}
        tree = self.page.begins(self.language)
        return shown | ({"signposts": tree} if tree else {})

    def _thanks(self, words: str) -> dict[str, str]:
        """Thanks as they stand for somebody without a name, and with a mark where a name that was given
        stands.
        """
        if not words:
            return {}
        thanks, named = self._filled(words), fill(words, self.facts | {"visitor": NAME_MARK}).text
        return {"thanks": thanks} | ({"thanks_named": named} if named != thanks else {})

    def _press(self) -> str:
        """What a press opens; straight through only where there is nothing to choose and nothing to agree
        to.
        """
        press, present = self.door.value.press, self.present
        wanted = str(getattr(press, self.question.device))
        is_plain = len(present.offered) == 1 and len(present.to) <= 1 and press.privacy != "agree"
        reads = self._reads()
        comes_first = "signposts" in reads or reads.get("answers") == "first"
        is_plain = is_plain and not self._asks() and not comes_first
        return "card" if wanted == "straight" and not (is_plain and present.is_somebody_in) else wanted

    def _by_itself(self) -> dict[str, object]:
        """How it appears, nudges and opens by itself."""
        door, page, device = self.door.value, self.page, self.question.device
        arrives, nudge, opens, usual = door.arrives, door.nudge, door.opens_itself, Arrives()
        out: dict[str, Any] = {}
        conditions = (arrives.seconds, arrives.scroll_percent, arrives.page)
        if page.arrives and conditions != (usual.seconds, usual.scroll_percent, usual.page):
            out["arrives"] = {
                "seconds": arrives.seconds,
                "scroll": arrives.scroll_percent,
                "page": arrives.page,
            }
        words = self._filled(self.door.texts.nudge[self.language]).strip()
        if words and page.nudges and (not nudge.devices or device in nudge.devices):
            out["nudge"] = {
                "words": words,
                "after": nudge.after_seconds,
                "often": nudge.how_often,
                "sound": nudge.sound,
                "motion": nudge.motion,
            }
            replies = [
                text
                for words in self.door.texts.replies
                if (text := self._filled(words[self.language]).strip())
            ]
            out["nudge"] |= {"page": nudge.page} if nudge.page > 1 else {}
            out["nudge"] |= {"replies": replies} if replies else {}
        if page.opens_itself and device in opens.devices:
            out["opens"] = {
                "seconds": opens.seconds,
                "scroll": opens.scroll_percent,
                "page": opens.page,
                "tucks": opens.tucks_away_after_seconds,
            }
        return out

    def _plates(self) -> dict[str, object]:
        plates = [
            {**plate.plan, "label": self._filled(plate.labels[self.language])}
            for plate in self.page.allowed_plates()
        ]
        return {"plates": plates} if plates else {}

    def _when_nobody(self) -> dict[str, object]:
        present = self.present
        if present.is_somebody_in:
            return {}
        back = self._back_words(present.back) if present.back is not None else ""
        return ({"back_words": back} if back else {}) | (
            {"leave": True} if self.door.value.takes_notes else {}
        )

    def _reply_time(self) -> dict[str, object]:
        minutes, pattern = self.door.value.reply_minutes, self.words.get("_replies", "")
        if not self.present.is_somebody_in or not minutes or not pattern:
            return {}
        known = time_facts(
            frozenset({"reply_time"}),
            self._occasion(),
            self.words,
            somebody=True,
            opening=None,
            shop=None,
            reply_minutes=minutes,
        )
        return {"replies": fill(pattern, known).text}
