"""What a visitor can read on the card: titles, one answer, what a search finds, and signposts as they stand
for them here and now (docs/rules.md 15, 16).

Nothing is served that the door, the page, the device or the language keeps from this visitor. Where
docs/rules.md is silent: an arm to an answer that isn't for this page is left out; the away note takes an
arm's place only where nobody is in, since else somebody is there to write to.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from itertools import islice
from typing import Any, Literal

from ..answers.document import allowed_link, is_picture
from ..answers.shelf import Listed, document_in
from ..answers.signposts import call_number, page_path, written
from ..looks.css import absolute
from ..setup import Arm, Block, Run, Signposts, Step
from ..time.hours import moment
from ..words.fillins import fill, names_in
from ..words.language_tags import direction_of
from ..words.message import text_in
from ..words.occasion import TIME_FACTS, occasion_of, time_facts
from .offer import carried, offer
from .offer_plan import NAME_MARK, Offer
from .ready import Compiled, CompiledDoor, OnPage
from .verdict import decide
from .visitor import Visit

PICTURE_PX = 720
MOST_TITLES, MOST_FOUND, MOST_TYPED = 200, 20, 200
_WORDS = "_read_"
NOTHING: dict[str, Any] = {"v": 1}


@dataclass(frozen=True, slots=True)
class Wanted:
    """What a card asks for: the list with the signposts, one answer by its key, or what is found."""

    what: Literal["all", "answer", "found"] = "all"
    key: str = ""
    typed: str = ""
    with_dead_ends: bool = False
    """Whether choices that lead nowhere yet are told too, for whoever writes them."""


def read(compiled: Compiled | None, visit: Visit, wanted: Wanted) -> dict[str, Any]:
    """What the card gets, as JSON values; nothing where no door is shown or none is for this visitor."""
    if compiled is None:
        return NOTHING
    verdict = decide(compiled, visit)
    at = next(
        (at for at, door in enumerate(compiled.doors) if verdict.shown and door.key == verdict.door), None
    )
    if at is None:
        return NOTHING
    reader = _Reader(compiled, compiled.on_page(visit)[at], visit, verdict.language)
    match wanted.what:
        case "answer":
            return NOTHING | reader.answer(wanted.key)
        case "found":
            return NOTHING | {"found": reader.found(wanted.typed[:MOST_TYPED])}
    return NOTHING | reader.all(wanted)


class _Reader:
    """One visitor on one page, at a door that is shown."""

    def __init__(self, compiled: Compiled, page: OnPage, visit: Visit, language: str) -> None:
        self.compiled, self.page, self.visit, self.language = compiled, page, visit, language
        self.door: CompiledDoor = page.door
        self.default = compiled.languages[0]
        self.words = page.door.words.get(language, {})
        self.listed: tuple[Listed, ...] = ()
        if self.door.value.reads.answers != "no" or self.page.begins(language):
            self.listed = compiled.listed(visit, language)

    def all(self, wanted: Wanted) -> dict[str, Any]:
        listed = self.listed if self.door.value.reads.answers != "no" else ()
        out: dict[str, Any] = {"titles": [self._title(each) for each in listed[:MOST_TITLES]]}
        key = self.page.begins(self.language)
        tree = next((tree for tree in self.compiled.setup.signposts if tree.key == key), None)
        if tree is not None and not tree.is_draft:
            out["signposts"] = _Walk(self, tree, wanted).plan()
        words = {
            name.removeprefix(_WORDS): text for name, text in self.words.items() if name.startswith(_WORDS)
        }
        return out | {"words": words} if out["titles"] or "signposts" in out else {}

    def found(self, typed: str) -> list[dict[str, Any]]:
        if self.door.value.reads.answers == "no":
            return []
        here = {each.answer.key: each for each in self.listed}
        keys = (key for key in self.compiled.shelf.found(typed, self.language) if key in here)
        return [self._title(here[key]) for key in islice(keys, MOST_FOUND)]

    def answer(self, key: str) -> dict[str, Any]:
        listed = self.find(key)
        if listed is None:
            return {}
        answer = listed.answer
        language, document = document_in(answer, self.language, self.default)
        out: dict[str, Any] = {
            "key": key,
            "title": listed.title,
            "blocks": blocks_plan(document, self.compiled.origin),
        }
        if language != self.language:
            out |= {"lang": language, "dir": direction_of(language)}
        if answer.not_quite:
            out["person"] = answer.not_quite
        return {"answer": out}

    def find(self, key: str) -> Listed | None:
        """An answer that this visitor can read here."""
        return next((each for each in self.listed if each.answer.key == key), None)

    def _title(self, listed: Listed) -> dict[str, Any]:
        out: dict[str, Any] = {"key": listed.answer.key, "title": listed.title}
        if listed.minutes:
            out["minutes"] = self.words.get("_read_minutes", "").replace("{minutes}", str(listed.minutes))
        if listed.group:
            out["group"] = listed.group
        return out


class _Walk:
    """Signposts for one visitor."""

    def __init__(self, reader: _Reader, tree: Signposts, wanted: Wanted) -> None:
        self.reader, self.tree, self.wanted = reader, tree, wanted
        self.inside: Offer = offer(reader.compiled, reader.door, reader.page, reader.visit, reader.language)
        self.steps = {step.key: step for step in reversed(tree.steps)}
        self.facts = self._facts()

    def plan(self) -> dict[str, Any]:
        seen: dict[str, dict[str, Any]] = {}
        waiting = [self.tree.steps[0]] if self.tree.steps else []
        while waiting:
            step = waiting.pop()
            if step.key in seen:
                continue
            arms = [plan for arm in step.arms if (plan := self.arm(arm)) is not None]
            seen[step.key] = self.step(step) | {"arms": arms}
            waiting += [self.steps[arm["to"]] for arm in arms if arm["leads"] == "step"]
        first = self.tree.steps[0].key if self.tree.steps else ""
        return {"key": self.tree.key, "first": first, "steps": list(seen.values())}

    def step(self, step: Step) -> dict[str, Any]:
        return {"key": step.key} | self.texts(heading=step.heading, says=step.says)

    def texts(self, **texts: Mapping[str, str]) -> dict[str, str]:
        """Each filled in; once more with a mark for the visitor's name where it carries one."""
        out: dict[str, str] = {}
        for name, words in texts.items():
            template = text_in(words, self.reader.language, self.reader.default)
            if not template:
                continue
            out[name] = fill(template, self.facts).text
            if "visitor" in names_in(template) and "visitor" not in self.facts:
                out[f"{name}_named"] = fill(template, self.facts | {"visitor": NAME_MARK}).text
        return out

    def arm(self, arm: Arm) -> dict[str, Any] | None:
        """What an arm is here and now; None where it can't be gone, and is left out."""
        to = self._to(arm)
        if not written(arm.label):
            return None
        if to is None:
            dead = {"key": arm.key, "leads": "", "to": ""} | self.texts(label=arm.label)
            return dead if self.wanted.with_dead_ends else None
        out: dict[str, Any] = {"key": arm.key, "leads": arm.leads, "to": to}
        out |= self.texts(label=arm.label, says=arm.says, note=arm.note)
        if arm.leads == "code":
            out["code"] = arm.code.strip()
        return out | ({"asks_name": True} if arm.asks_name else {})

    def _to(self, arm: Arm) -> str | None:
        """Where an arm leads, as the card goes there; None where it can't be gone."""
        match arm.leads:
            case "way":
                return self._or_away(arm.to, arm.to in self.inside.channels)
            case "person":
                return self._or_away(arm.to, not arm.to or arm.to in self.inside.people)
            case "page" | "link":
                return (page_path(arm.to) if arm.leads == "page" else allowed_link(arm.to)) or None
            case "call":
                number = call_number(arm.to, self.reader.compiled.setup.business.country)
                return f"tel:{number}" if number else None
            case "step" | "answer":
                is_there = (
                    arm.to in self.steps if arm.leads == "step" else self.reader.find(arm.to) is not None
                )
                return arm.to if is_there else None
        has_words = {"words": written(arm.says), "code": bool(arm.code.strip()), "tell": True}
        return "" if has_words.get(arm.leads) else None

    def _or_away(self, key: str, is_offered: bool) -> str | None:
        """Who or what isn't offered now: the away note in its place while nobody is in; else left out."""
        if is_offered:
            return key
        return "" if not self.inside.is_somebody_in and self.reader.door.value.when_nobody != "hide" else None

    def _facts(self) -> dict[str, str]:
        reader = self.reader
        templates = [
            words
            for step in self.tree.steps
            for texts in (
                step.heading,
                step.says,
                *(t for arm in step.arms for t in (arm.label, arm.says, arm.note)),
            )
            for words in texts.values()
        ]
        uses = frozenset(name for words in templates if "{" in words for name in names_in(words))
        facts = dict(carried(reader.compiled, reader.door, reader.visit, reader.language, uses))
        if uses & TIME_FACTS and reader.visit.at is not None:
            visit, compiled = reader.visit, reader.compiled
            second = int(visit.at.timestamp()) if visit.at else 0
            zone = compiled.setup.business.zone
            occasion = occasion_of(moment(second), zone, reader.language, visit.zone or "", visit.offset_min)
            facts |= time_facts(
                uses,
                occasion,
                reader.words,
                somebody=self.inside.is_somebody_in,
                opening=self.inside.back,
                shop=compiled.shop_hours,
                reply_minutes=reader.door.value.reply_minutes,
            )
        return facts


def blocks_plan(document: Iterable[Block], origin: str) -> list[list[Any]]:
    """A document as the card reads it; a picture of another place, kept from before, isn't shown."""
    return [
        block_plan(block, origin)
        for block in document
        if block.kind != "picture" or is_picture(block.picture)
    ]


def block_plan(block: Block, origin: str) -> list[Any]:
    """A block as the card reads it: kind and runs, kind and items, or picture, text, width, height."""
    if block.kind == "picture":
        return ["picture", absolute(block.picture, origin, PICTURE_PX), block.says, block.width, block.height]
    if block.items:
        return [block.kind, [[_run_plan(run) for run in item] for item in block.items]]
    return [block.kind, [_run_plan(run) for run in block.runs]]


def _run_plan(run: Run) -> list[str]:
    """Text, marks (b, i) and link, as far as there are any."""
    marks = ("b" if run.bold else "") + ("i" if run.italic else "")
    return [run.text, marks, run.link] if run.link else [run.text, marks] if marks else [run.text]
