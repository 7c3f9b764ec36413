"""What a website tells: each thing with where it was found and how sure it is (docs/rules.md 21)."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from typing import Any, Literal

from .page import Page

Sure = Literal["sure", "likely", "guess"]
By = Literal["markup", "link", "words", "else"]
"""What told it, the most trusted first."""
_STEPS: tuple[Sure, ...] = ("sure", "likely", "guess")


@dataclass(frozen=True, slots=True)
class Found:
    """One thing that a page tells. `value` is as its `what` has it (docs/asking.md); `page` the path, `words`
    what stood around.
    """

    what: str
    value: Any
    sure: Sure
    by: By
    page: str
    words: str = ""
    contradicted: bool = False


def trusted(by: By, *, is_near: bool) -> Sure:
    """Markup and links are sure where a business tells of itself, else likely; words beside are likely."""
    if by in ("markup", "link"):
        return "sure" if is_near else "likely"
    return "likely" if by == "words" else "guess"


def on(page: Page, what: str, value: Any, by: By, words: str = "", sure: Sure | None = None) -> Found:
    """Something found on a page, as sure as what told it is there, unless `sure` says."""
    return Found(what, value, sure or trusted(by, is_near=page.is_near), by, page.path, words[:200])


def joined(found: Iterable[Found]) -> list[Found]:
    """The same told more than once, as one: the surest place, one step surer where another means that is no
    guess tells it too. In the order of how sure, then of when they came.
    """
    groups: dict[tuple[str, str], list[Found]] = {}
    for each in found:
        groups.setdefault((each.what, repr(each.value)), []).append(each)
    out = []
    for group in groups.values():
        best = min(group, key=lambda each: _STEPS.index(each.sure))
        means = {each.by for each in group if each.sure != "guess"} or {each.by for each in group}
        if len(means) > 1 and best.sure != "sure":
            best = replace(best, sure=_STEPS[_STEPS.index(best.sure) - 1])
        out.append(best)
    return sorted(out, key=lambda each: _STEPS.index(each.sure))


def only(found: Iterable[Found]) -> list[Found]:
    """Of what can only be one: the surest; where two as sure contradict, both, as guesses."""
    items = joined(found)
    if not items:
        return []
    best = [each for each in items if each.sure == items[0].sure]
    if len(best) == 1:
        return best
    return [replace(each, sure="guess", contradicted=True) for each in best]
