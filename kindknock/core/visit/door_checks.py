"""The rules by which one door takes a visit or leaves it, but for who is in."""

from dataclasses import dataclass

from ..setup import ForWhom
from ..words.language_tags import lookup
from .ready import CompiledDoor, OnPage
from .visitor import Visit


@dataclass(frozen=True, slots=True)
class Check:
    """One rule of one door, judged. `fixes` are codes of acts that would change the outcome."""

    rule: str
    passed: bool
    met: str
    fixes: tuple[str, ...]
    facts: dict[str, object]


def fits(door: CompiledDoor, page: OnPage, visit: Visit, language: str) -> bool:
    """Whether every rule of a door lets a visit in."""
    if door.is_paused or not page.placing.shows:
        return False
    return not door.is_narrow or all(
        check.passed for check in _narrowings(door.value.for_whom, visit, language)
    )


def checks_of(door: CompiledDoor, page: OnPage, visit: Visit, language: str) -> list[Check]:
    """Every rule of a door, those that pass included."""
    placing, paused = page.placing, door.is_paused
    return [
        Check("door.live", not paused, "paused" if paused else "", ("resume_door",), {}),
        Check(
            "door.pages",
            placing.shows,
            page.path,
            ("change_rule",) if placing.decided_by is not None else ("add_page",),
            {
                "decided_by": placing.decided_by,
                "near_miss": placing.near_miss,
                "rules": len(door.rules.shows),
            },
        ),
        *_narrowings(door.value.for_whom, visit, language, every=True),
    ]


def _narrowings(who: ForWhom, visit: Visit, language: str, *, every: bool = False) -> list[Check]:
    """Each thing that narrows for whom a door is; where `every`, what doesn't narrow it passes and is told
    too.
    """
    checks = []
    if who.devices or every:
        passed = not who.devices or visit.device in who.devices
        checks.append(Check("door.device", passed, visit.device, ("allow_device",), {"only": who.devices}))
    if who.countries_mode != "all" or every:
        named = visit.country in who.countries
        # "Only these", and none is listed: nobody is let in, not even those of no known country.
        is_nowhere = who.countries_mode == "only" and not who.countries
        passed = not is_nowhere and (
            not visit.country
            or who.countries_mode == "all"
            or (named if who.countries_mode == "only" else not named)
        )
        checks.append(
            Check(
                "door.country",
                passed,
                visit.country,
                ("change_countries",),
                {"mode": who.countries_mode, "listed": who.countries},
            )
        )
    if who.languages or every:
        passed = not who.languages or lookup((language,), who.languages) is not None
        checks.append(Check("door.language", passed, language, ("allow_language",), {"only": who.languages}))
    if who.visitors != "all" or every:
        passed = who.visitors == "all" or visit.is_returning == (who.visitors == "returning")
        checks.append(
            Check(
                "door.visitors",
                passed,
                "returning" if visit.is_returning else "first",
                ("change_visitors",),
                {"only": who.visitors},
            )
        )
    if who.came_from or every:
        passed = not who.came_from or visit.came_from in who.came_from
        checks.append(
            Check("door.came_from", passed, visit.came_from, ("change_came_from",), {"only": who.came_from})
        )
    return checks
