"""What is amiss with signposts, and how a visitor can walk them (docs/rules.md 16).

A step may be reached by two arms; it is drawn under the first. Where docs/rules.md is silent: an arm without
words counts as leading nowhere, since nobody can press it; a step nobody comes to is told, and stops nothing.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Literal

from ..addresses.contacts import read_contact
from ..setup import Setup
from ..setup.answers import LEAST_ARMS, MOST_ARMS, MOST_DOWN, MOST_STEPS, Arm, Signposts, Step
from .document import allowed_link

Code = Literal[
    "nothing",
    "label_blank",
    "nowhere",
    "gone",
    "draft",
    "loop",
    "words_blank",
    "page_unreadable",
    "link_unreadable",
    "number_unreadable",
    "code_blank",
    "few_arms",
    "many_arms",
    "deep",
    "many_steps",
    "unreached",
]
ADVISES = frozenset(("few_arms", "unreached"))


@dataclass(frozen=True, slots=True)
class Amiss:
    """`step` and `arm` are keys of the place, empty for the whole."""

    code: Code
    step: str = ""
    arm: str = ""

    @property
    def blocks(self) -> bool:
        return self.code not in ADVISES


@dataclass(frozen=True, slots=True)
class Ends:
    """What arms may lead to: keys of answers with whether each is drafted, of channels and of people."""

    answers: Mapping[str, bool]
    channels: frozenset[str]
    people: frozenset[str]
    country: str = ""

    @classmethod
    def of(cls, setup: Setup) -> "Ends":
        return cls(
            {answer.key: answer.is_draft for answer in setup.answers},
            frozenset(channel.key for door in setup.doors for channel in door.channels if channel.on),
            frozenset(person.key for person in setup.people),
            setup.business.country,
        )


@dataclass(frozen=True, slots=True)
class Line:
    """One line of the outline: an arm `deep` steps down (1: of the first step), with the step it opens where
    it is drawn below it; `again` where that step stands elsewhere already.
    """

    deep: int
    step: str
    arm: Arm
    opens: Step | None = None
    again: bool = False


def written(texts: Mapping[str, str]) -> bool:
    return any(text.strip() for text in texts.values())


def outline(tree: Signposts) -> tuple[Line, ...]:
    """The tree as lines, each arm followed by those of the step it opens; ends also where steps go in a
    circle.
    """
    if not tree.steps:
        return ()
    steps = {step.key: step for step in reversed(tree.steps)}
    seen = {tree.steps[0].key}
    return tuple(_lines(tree.steps[0], steps, seen, 1))


def _lines(step: Step, steps: Mapping[str, Step], seen: set[str], deep: int) -> Iterator[Line]:
    for arm in step.arms:
        there = steps.get(arm.to) if arm.leads == "step" else None
        if there is None:
            yield Line(deep, step.key, arm)
        elif there.key in seen or deep > MOST_STEPS:
            yield Line(deep, step.key, arm, again=True)
        else:
            seen.add(there.key)
            yield Line(deep, step.key, arm, opens=there)
            yield from _lines(there, steps, seen, deep + 1)


def amiss(tree: Signposts, ends: Ends) -> tuple[Amiss, ...]:
    """Everything that is amiss, in the order of the steps; empty where every path can be walked to an end."""
    steps = {step.key: step for step in reversed(tree.steps)}
    out: list[Amiss] = []
    if not tree.steps or not tree.steps[0].arms:
        out.append(Amiss("nothing", tree.steps[0].key if tree.steps else ""))
    if len(tree.steps) > MOST_STEPS:
        out.append(Amiss("many_steps"))
    circles = _circles(tree, steps)
    for at, step in enumerate(tree.steps):
        out += _of_step(step, is_first=at == 0)
        for arm in step.arms:
            if (step.key, arm.key) in circles:
                out.append(Amiss("loop", step.key, arm.key))
            elif code := _of_arm(arm, steps, ends):
                out.append(Amiss(code, step.key, arm.key))
    reached = _reached(tree, steps)
    out += [Amiss("unreached", step.key) for step in tree.steps if step.key not in reached]
    if not circles and _depth(tree, steps) > MOST_DOWN:
        out.append(Amiss("deep"))
    return tuple(out)


def _of_step(step: Step, *, is_first: bool) -> list[Amiss]:
    out = []
    if not written(step.heading) and not written(step.says):
        out.append(Amiss("words_blank", step.key))
    if not step.arms and not is_first:
        out.append(Amiss("nowhere", step.key))
    elif 0 < len(step.arms) < LEAST_ARMS:
        out.append(Amiss("few_arms", step.key))
    elif len(step.arms) > MOST_ARMS:
        out.append(Amiss("many_arms", step.key))
    return out


def _of_arm(arm: Arm, steps: Mapping[str, Step], ends: Ends) -> Code | None:
    if not written(arm.label):
        return "label_blank"
    if arm.leads == "words":
        return None if written(arm.says) else "words_blank"
    if arm.leads == "code":
        return None if arm.code.strip() else "code_blank"
    if arm.leads == "tell" or (arm.leads == "person" and not arm.to):
        return None
    if not arm.to.strip():
        return "nowhere"
    return _of_end(arm, steps, ends)


def _of_end(arm: Arm, steps: Mapping[str, Step], ends: Ends) -> Code | None:
    """An arm that names where it leads."""
    match arm.leads:
        case "page":
            return None if page_path(arm.to) else "page_unreadable"
        case "link":
            return None if allowed_link(arm.to) else "link_unreadable"
        case "call":
            return None if call_number(arm.to, ends.country) else "number_unreadable"
        case "answer" if ends.answers.get(arm.to):
            return "draft"
    there = {"step": steps, "answer": ends.answers, "way": ends.channels, "person": ends.people}
    return None if arm.to in there.get(arm.leads, ()) else "gone" if arm.leads else "nowhere"


def page_path(typed: str) -> str:
    """A page of the site as a path; of a whole address its path, query and place; empty where it is none."""
    text = typed.strip()
    if "://" in text:
        rest = text.partition("://")[2]
        text = "/" + rest.partition("/")[2]
    return allowed_link(text) if text.startswith("/") else ""


def call_number(typed: str, country: str = "") -> str:
    """A number to call in E.164, with its extension left out; empty where it can't be read surely."""
    reading = read_contact(typed, app="phone", country=country or None)
    return reading.canonical if reading.ok else ""


def _circles(tree: Signposts, steps: Mapping[str, Step]) -> frozenset[tuple[str, str]]:
    """Arms that lead back to a step above them, found by walking in depth, each step once."""
    out: set[tuple[str, str]] = set()
    state: dict[str, int] = {}
    for first in tree.steps:
        walk: list[tuple[Step, int]] = [] if first.key in state else [(first, 0)]
        state.setdefault(first.key, 1)
        while walk:
            step, at = walk.pop()
            if at == len(step.arms):
                state[step.key] = 2
                continue
            walk.append((step, at + 1))
            arm = step.arms[at]
            there = steps.get(arm.to) if arm.leads == "step" else None
            if there is None:
                continue
            if state.get(there.key) == 1:
                out.add((step.key, arm.key))
            elif there.key not in state:
                state[there.key] = 1
                walk.append((there, 0))
    return frozenset(out)


def _reached(tree: Signposts, steps: Mapping[str, Step]) -> set[str]:
    seen: set[str] = set()
    waiting = [tree.steps[0].key] if tree.steps else []
    while waiting:
        key = waiting.pop()
        if key in seen or key not in steps:
            continue
        seen.add(key)
        waiting += [arm.to for arm in steps[key].arms if arm.leads == "step"]
    return seen


def _depth(tree: Signposts, steps: Mapping[str, Step]) -> int:
    """How many steps the longest path has below the first; only where nothing goes in a circle."""
    deepest: dict[str, int] = {}

    def below(key: str) -> int:
        if key not in deepest:
            deepest[key] = 0
            downs = [arm.to for arm in steps[key].arms if arm.leads == "step" and arm.to in steps]
            deepest[key] = max((1 + below(each) for each in downs), default=0)
        return deepest[key]

    return below(tree.steps[0].key) if tree.steps else 0


@dataclass(frozen=True, slots=True)
class Size:
    """`ways` of the first step, steps in all, and how far down the deepest is."""

    ways: int
    steps: int
    down: int


def size_of(tree: Signposts) -> Size:
    steps = {step.key: step for step in reversed(tree.steps)}
    down = _depth(tree, steps) if not _circles(tree, steps) else 0
    return Size(len(tree.steps[0].arms) if tree.steps else 0, len(tree.steps), down)
