"""What one visitor gets on one page at one moment, with every reason.

`decide` is pure, total and cheap; `compiled` has made the setup ready. The public answer and the
explained one come out of the same evaluation, so they can't disagree. Explained, it goes on
judging after the first stop, so it can say whether anything else is in the way.

Where RULES are silent: when no door fits, the reasons are told of the one that fails the fewest
rules, the earliest of these. What a chosen door offers is `offer`'s matter.
"""

import json
from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache

from ..addresses.tracking import address_without_tracking
from ..looks.geometry import Device
from ..setup import ForWhom
from ..words.language_tags import lookup
from .offer import Offer, json_moment, offer
from .prepare import compile_setup
from .ready import Compiled, CompiledDoor, Live, OnPage, keep
from .reasons import Ledger, Reason
from .visitor import Visit

__all__ = ["Compiled", "Live", "Verdict", "compile_setup", "decide"]


@dataclass(frozen=True, slots=True)
class Verdict:
    """`shown` with the door, or not with the rule that stopped it (`stopped_by`).

    `until` is when this may turn over by itself. `missed` says that nobody being in was the only
    thing in the way. `answer` is the public JSON text: no reasons, nothing that is not offered.
    """

    shown: bool
    door: str | None
    language: str
    device: Device
    stopped_by: str | None
    answer: str
    until: datetime | None = None
    missed: bool = False
    people: tuple[str, ...] = ()
    channels: tuple[str, ...] = ()
    reasons: tuple[Reason, ...] = ()


@dataclass(frozen=True, slots=True)
class _Check:
    """One rule of one door, judged."""

    rule: str
    passed: bool
    met: str
    fixes: tuple[str, ...]
    facts: dict[str, object]


def decide(compiled: Compiled | None, visit: Visit, *, explain: bool = False, about: str = "") -> Verdict:
    """Judge one visit. Never raises; without a setup (site not known, nothing published) says so.

    Explained, `about` names the door the reasons are told of, with one more rule: whether an earlier door
    takes the visit. Without it they are told of the door that is shown, or nearly so.
    """
    ledger = Ledger(explain)
    device = visit.device
    if compiled is None:
        ledger.note("site.known", False, fixes=("publish",))
        return Verdict(
            False, None, "", device, ledger.stopped_by, _hidden(None), reasons=tuple(ledger.reasons)
        )
    language = _language(compiled, visit)
    listed = visit.is_private_page or visit.host in compiled.hosts
    if explain or not listed:
        ledger.note("site.known", True, met=compiled.setup.site.name)
        ledger.note(
            "host.listed",
            listed,
            met="" if visit.is_private_page else visit.host,
            facts={"private_page": visit.is_private_page, "listed": compiled.host_count},
            fixes=("allow_host",) if visit.host else ("open_on_site",),
        )
        if not explain:
            return Verdict(False, None, language, device, ledger.stopped_by, _hidden(compiled))
    if compiled.asks_zone and not visit.country and visit.zone is None and not explain:
        # Only then, so that nobody without country rules waits, and nobody sees the button flash (RULES 5).
        return Verdict(False, None, language, device, "country.asked", _ASK_ZONE.format(compiled.release))
    pages = compiled.on_page(visit)
    at = next((at for at, door in enumerate(compiled.doors) if _fits(door, pages[at], visit, language)), None)
    if at is None or explain:
        at = _tell_of_door(compiled, pages, at, visit, language, ledger, about if explain else "")
        if at is None or (ledger.stopped_by is not None and not explain):
            return Verdict(
                False,
                None,
                language,
                device,
                ledger.stopped_by,
                _hidden(compiled),
                reasons=tuple(ledger.reasons),
            )
    return _answered(compiled, pages[at].door, pages[at], visit, language, ledger)


def _language(compiled: Compiled, visit: Visit) -> str:
    if len(compiled.languages) == 1:
        return compiled.languages[0]
    key = (visit.page_language, visit.languages)
    found = compiled.held_languages.get(key)
    if found is None:
        wanted = (visit.page_language, *visit.languages) if visit.page_language else visit.languages
        found = lookup(wanted, compiled.languages) or compiled.languages[0]
        keep(compiled.held_languages, key, found)
    return found


def _fits(door: CompiledDoor, page: OnPage, visit: Visit, language: str) -> bool:
    if door.paused or not page.placing.shows:
        return False
    return not door.is_narrow or all(check.passed for check in _narrowings(door.for_whom, visit, language))


def _checks(door: CompiledDoor, page: OnPage, visit: Visit, language: str) -> list[_Check]:
    """Every rule of a door, those for its ledger included that pass."""
    checks = [_Check("door.live", not door.paused, "paused" if door.paused else "", ("resume_door",), {})]
    placing = page.placing
    checks.append(
        _Check(
            "door.pages",
            placing.shows,
            page.path,
            ("change_rule",) if placing.decided_by is not None else ("add_page",),
            {"decided_by": placing.decided_by, "near_miss": placing.near_miss, "rules": len(door.rules)},
        )
    )
    return checks + _narrowings(door.for_whom, visit, language, every=True)


def _narrowings(who: ForWhom, visit: Visit, language: str, *, every: bool = False) -> list[_Check]:
    """Each thing that narrows for whom a door is; where `every`, what doesn't narrow it passes and is told
    too.
    """
    checks = []
    if who.devices or every:
        passed = not who.devices or visit.device in who.devices
        checks.append(_Check("door.device", passed, visit.device, ("allow_device",), {"only": who.devices}))
    if who.countries_mode != "all" or every:
        named = visit.country in who.countries
        passed = (
            not visit.country
            or who.countries_mode == "all"
            or (named if who.countries_mode == "only" else not named)
        )
        checks.append(
            _Check(
                "door.country",
                passed,
                visit.country,
                ("change_countries",),
                {"mode": who.countries_mode, "listed": who.countries},
            )
        )
    if who.languages or every:
        passed = not who.languages or lookup((language,), who.languages) is not None
        checks.append(_Check("door.language", passed, language, ("allow_language",), {"only": who.languages}))
    if who.visitors != "all" or every:
        passed = who.visitors == "all" or visit.is_returning == (who.visitors == "returning")
        checks.append(
            _Check(
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
            _Check("door.came_from", passed, visit.came_from, ("change_came_from",), {"only": who.came_from})
        )
    return checks


def _tell_of_door(
    compiled: Compiled,
    pages: tuple[OnPage, ...],
    at: int | None,
    visit: Visit,
    language: str,
    ledger: Ledger,
    about: str = "",
) -> int | None:
    """Put the rules of the door asked about into the ledger, else of the chosen one, else of the one that
    fails the fewest.
    """
    if not compiled.doors:
        ledger.note("door.live", False, met="none", fixes=("make_door",))
        return None
    told = [_checks(door, page, visit, language) for door, page in zip(compiled.doors, pages, strict=True)]
    chosen, asked = at, next((at for at, door in enumerate(compiled.doors) if door.key == about), None)
    at = chosen if asked is None else asked
    if at is None:
        at = min(range(len(told)), key=lambda index: sum(not check.passed for check in told[index]))
    for check in told[at]:
        ledger.note(check.rule, check.passed, check.met, compiled.doors[at].key, check.facts, check.fixes)
    if asked is not None and len(compiled.doors) > 1:
        earlier = chosen is not None and chosen < asked
        ledger.note(
            "door.first",
            not earlier,
            compiled.doors[chosen].key if earlier and chosen is not None else "",
            compiled.doors[at].key,
            fixes=("move_up", "narrow_earlier"),
        )
    return at


def _answered(
    compiled: Compiled, door: CompiledDoor, page: OnPage, visit: Visit, language: str, ledger: Ledger
) -> Verdict:
    """The door is chosen: what it offers here and now."""
    device = visit.device
    inside = offer(compiled, door, page, visit, language)
    if ledger.explain or not inside.channels_left or (not inside.somebody and door.hides_when_nobody):
        _tell_of_inside(door, inside, device, ledger)
    if ledger.stopped_by is not None:
        missed = ledger.stopped_by == "somebody.in"
        return Verdict(
            False,
            None,
            language,
            device,
            ledger.stopped_by,
            _hidden(compiled, inside.until, missed, door.key if missed else ""),
            inside.until,
            missed,
            reasons=tuple(ledger.reasons),
        )
    count = "false" if visit.is_private_page else "true"
    answer = f"{inside.head}{count}{inside.tail}{_added(door, visit.address, language)}]}}}}"
    return Verdict(
        True,
        door.key,
        language,
        device,
        None,
        answer,
        inside.until,
        False,
        inside.to,
        inside.offered,
        tuple(ledger.reasons),
    )


def _tell_of_inside(door: CompiledDoor, inside: Offer, device: Device, ledger: Ledger) -> None:
    ledger.note(
        "channels.left",
        inside.channels_left > 0,
        met=str(inside.channels_left),
        subject=door.key,
        facts={"device": device, "on": len(door.channels)},
        fixes=("add_channel",) if door.channels else ("switch_on_channel", "add_channel"),
    )
    away = not door.hides_when_nobody
    fixes = (
        "show_away_note",
        *(("let_answer_here",) if door.people and not inside.people_allowed else ("longer_hours",)),
        "add_channel_that_needs_nobody",
    )
    ledger.note(
        "somebody.in",
        inside.somebody or away,
        met=", ".join(inside.here) if inside.somebody else "nobody",
        subject=door.key,
        facts={
            "away_note": away,
            "people": inside.people_allowed,
            "allowed": inside.allowed,
            "shop_open": inside.shop_open,
            "back": inside.back,
        },
        fixes=fixes,
    )


def _added(door: CompiledDoor, address: str, language: str) -> str:
    mark = door.also_mark.get(language)
    page = _page_added(address) if door.also_page and address else ""
    return page + (f'{"," if page else ""}{{"kind":"mark","text":{json.dumps(mark)}}}' if mark else "")


@lru_cache(maxsize=4096)
def _page_added(address: str) -> str:
    return f'{{"kind":"page","text":{json.dumps(address_without_tracking(address))}}}'


_ASK_ZONE = '{{"v":1,"show":false,"release":{},"ask":"zone"}}'


def _hidden(
    compiled: Compiled | None, until: datetime | None = None, missed: bool = False, door: str = ""
) -> str:
    more = (f',"until":{json_moment(until)}' if until is not None else "") + (
        f',"missed":true,"door":"{door}"' if missed else ""
    )
    release, tag = (compiled.release, f',"tag":"{compiled.tag}"') if compiled is not None else (0, "")
    return f'{{"v":1,"show":false,"release":{release}{tag}{more}}}'
