"""What one visitor gets on one page at one moment, with every reason.

`decide` is pure, total and cheap; `compiled` has made the setup ready. The public answer and the
explained one come out of the same evaluation, so they can't disagree. Explained, it goes on
judging after the first stop, so it can say whether anything else is in the way.

Where RULES are silent: when no door fits, the reasons are told of the one that fails the fewest
rules, the earliest of these. Languages put people in order before the owner's order does.
"""

import json
from dataclasses import dataclass
from datetime import datetime

from .audience import lookup
from .compiled import Compiled, CompiledChannel, CompiledDoor, CompiledPerson, Live, compile_setup
from .geometry import Device
from .hours import moment
from .placement import Place, judge, place_of
from .reasons import Ledger, Reason
from .tracking import address_without_tracking
from .visit import Visit

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


def decide(compiled: Compiled | None, visit: Visit, *, explain: bool = False) -> Verdict:
    """Judge one visit. Never raises; without a setup (site not known, nothing published) says so."""
    ledger = Ledger(explain)
    device = visit.device
    if compiled is None:
        ledger.note("site.known", False, fixes=("publish",))
        return Verdict(False, None, "", device, ledger.stopped_by, _hidden(0), reasons=tuple(ledger.reasons))
    language = _language(compiled, visit)
    place = place_of(visit.address, visit.host, visit.kind)
    ledger.note("site.known", True, met=compiled.setup.site.name)
    listed = visit.is_private_page or visit.host in compiled.hosts
    ledger.note("host.listed", listed, met="" if visit.is_private_page else visit.host,
                facts={"private_page": visit.is_private_page, "listed": compiled.host_count},
                fixes=("allow_host",) if visit.host else ("open_on_site",))
    if not listed and not explain:
        return Verdict(False, None, language, device, ledger.stopped_by, _hidden(compiled.release))
    door = _pick_door(compiled, visit, place, language, ledger)
    if door is None or (ledger.stopped_by is not None and not explain):
        return Verdict(False, None, language, device, ledger.stopped_by, _hidden(compiled.release), reasons=tuple(ledger.reasons))
    return _judge_within(compiled, door, visit, place, language, ledger)


def _language(compiled: Compiled, visit: Visit) -> str:
    if len(compiled.languages) == 1:
        return compiled.languages[0]
    wanted = (visit.page_language, *visit.languages) if visit.page_language else visit.languages
    return lookup(wanted, compiled.languages) or compiled.languages[0]


def _pick_door(compiled: Compiled, visit: Visit, place: Place, language: str, ledger: Ledger) -> CompiledDoor | None:
    """The first door in the owner's order that is live and fits; its checks go into the ledger."""
    best: tuple[int, CompiledDoor, list[_Check]] | None = None
    for door in compiled.doors:
        checks = [_live(door)] if _is_for_everyone(door) else _door_checks(door, visit, place, language)
        failed = sum(not check.passed for check in checks)
        if not failed or best is None or failed < best[0]:
            best = (failed, door, checks)
        if not failed:
            break
    if best is None:
        ledger.note("door.live", False, met="none", fixes=("make_door",))
        return None
    _, door, checks = best
    for check in checks:
        ledger.note(check.rule, check.passed, check.met, door.key, check.facts, check.fixes)
    return door


def _is_for_everyone(door: CompiledDoor) -> bool:
    who = door.for_whom
    return not (door.rules or who.devices or who.languages or who.came_from) and who.countries_mode == "all" and who.visitors == "all"


def _live(door: CompiledDoor) -> _Check:
    return _Check("door.live", not door.paused, "paused" if door.paused else "", ("resume_door",), {})


def _door_checks(door: CompiledDoor, visit: Visit, place: Place, language: str) -> list[_Check]:
    who = door.for_whom
    placing = judge(door.rules, place)
    checks = [_live(door), _Check(
        "door.pages", placing.shows, place.path, ("change_rule",) if placing.decided_by is not None else ("add_page",),
        {"decided_by": placing.decided_by, "near_miss": placing.near_miss, "rules": len(door.rules)})]
    if who.devices:
        checks.append(_Check("door.device", visit.device in who.devices, visit.device, ("allow_device",), {}))
    if who.countries_mode != "all":
        named = visit.country in who.countries
        passed = not visit.country or (named if who.countries_mode == "only" else not named)
        checks.append(_Check("door.country", passed, visit.country, ("change_countries",), {"mode": who.countries_mode}))
    if who.languages:
        checks.append(_Check("door.language", lookup((language,), who.languages) is not None, language, ("allow_language",), {}))
    if who.visitors != "all":
        checks.append(_Check("door.visitors", visit.is_returning == (who.visitors == "returning"),
                             "returning" if visit.is_returning else "first", ("change_visitors",), {}))
    if who.came_from:
        checks.append(_Check("door.came_from", visit.came_from in who.came_from, visit.came_from, ("change_came_from",), {}))
    return checks


def _judge_within(compiled: Compiled, door: CompiledDoor, visit: Visit, place: Place, language: str, ledger: Ledger) -> Verdict:
    """The door is chosen: which channels and people of it are left, and whether anybody is in."""
    device = visit.device
    channels = [c for c in door.channels if device in c.devices and (not c.rules or judge(c.rules, place).shows)]
    ledger.note("channels.left", bool(channels), met=str(len(channels)), subject=door.key,
                facts={"device": device, "on": len(door.channels)},
                fixes=("add_channel",) if door.channels else ("switch_on_channel", "add_channel"))
    second = int(visit.at.timestamp()) if visit.at is not None else 0
    state = compiled.availability.at(second)
    people = [p for p in door.people if not p.rules or judge(p.rules, place).shows]
    here = [p for p in people if p.key in state.people_in]
    open_channels = [c for c in channels if not c.has_hours or c.key in state.channels_open]
    answered = [c for c in open_channels if not c.needs_nobody]
    somebody = (bool(here) if door.people else state.shop_open) and bool(answered or not channels)
    needing_nobody = [c for c in open_channels if c.needs_nobody]
    if not somebody:
        shown = not door.hides_when_nobody
        ledger.note("somebody.in", shown, met="nobody", subject=door.key, facts={"away_note": shown, "people": len(people)},
                    fixes=("show_away_note", "longer_hours", "add_channel_that_needs_nobody"))
    else:
        ledger.note("somebody.in", True, met=", ".join(p.key for p in here), subject=door.key)
    until = moment(state.until) if state.until is not None else None
    if ledger.stopped_by is not None:
        missed = ledger.stopped_by == "somebody.in"
        return Verdict(False, None, language, device, ledger.stopped_by, _hidden(compiled.release, until, missed),
                       until, missed, reasons=tuple(ledger.reasons))
    offered = open_channels if somebody else needing_nobody
    to = _to(compiled, door, people, here, language, second, somebody)
    answer = _shown(compiled, door, visit, language, offered, to, until, None if somebody else _back(compiled, door, people, second), somebody)
    return Verdict(True, door.key, language, device, None, answer, until, False,
                   tuple(key for key, _ in to), tuple(c.key for c in offered), tuple(ledger.reasons))


def _to(compiled: Compiled, door: CompiledDoor, people: list[CompiledPerson], here: list[CompiledPerson],
        language: str, second: int, somebody: bool) -> list[tuple[str, str]]:
    """The people offered, those in first, each as (key, JSON text). Nobody in: nobody is offered."""
    if not people or not somebody:
        return []
    in_now = {p.key for p in here}
    ordered = sorted(people, key=lambda p: (p.key not in in_now, bool(p.languages) and lookup((language,), p.languages) is None))
    out = []
    for person in ordered:
        if person.key in in_now:
            out.append((person.key, person.fronts[language] + ',"in":true}'))
        elif not door.leaves_out_off_duty:
            back = compiled.availability.back_at(person.key, second)
            out.append((person.key, f'{person.fronts[language]},"in":false,"back":{_json_moment(back)}}}'))
    return out


def _back(compiled: Compiled, door: CompiledDoor, people: list[CompiledPerson], second: int) -> datetime | None:
    if door.people and not people:
        return None
    return compiled.availability.next_opening(frozenset(p.key for p in people), second)


def _json_moment(at: datetime | None) -> str:
    return f'"{at:%Y-%m-%dT%H:%M:%SZ}"' if at is not None else "null"


def _hidden(release: int, until: datetime | None = None, missed: bool = False) -> str:
    more = (f',"until":{_json_moment(until)}' if until is not None else "") + (',"missed":true' if missed else "")
    return f'{{"v":1,"show":false,"release":{release}{more}}}'


def _shown(compiled: Compiled, door: CompiledDoor, visit: Visit, language: str, channels: list[CompiledChannel],
           to: list[tuple[str, str]], until: datetime | None, back: datetime | None, somebody: bool) -> str:
    at = (visit.device, language)
    added = []
    if door.also_page and visit.address:
        added.append(f'{{"kind":"page","text":{json.dumps(address_without_tracking(visit.address))}}}')
    if mark := door.also_mark.get(language):
        added.append(f'{{"kind":"mark","text":{json.dumps(mark)}}}')
    by = ",".join([channel.plans[at] for channel in channels])
    people = f',"to":[{",".join(text for _, text in to)}]' if to else ""
    nobody = "" if somebody else f',"nobody":true,"back":{_json_moment(back)}'
    holds = "address" if door.depends_on_page or len(compiled.doors) > 1 else "visit"
    return (f'{{"v":1,"show":true,"release":{compiled.release},"count":{"false" if visit.is_private_page else "true"},'
            f'"until":{_json_moment(until)},"holds":"{holds}",'
            f'"door":{door.fronts[at]},"by":[{by}],"added":[{",".join(added)}]{people}{nobody}}}}}')
