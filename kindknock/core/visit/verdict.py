"""What one visitor gets on one page at one moment, with every reason.

`decide` is pure, total and cheap; `prepare` has made the setup ready. The public answer and the explained
one come out of the same evaluation, so they can't disagree. Explained, it goes on judging after the first
stop, so it can say whether anything else is in the way.

Where docs/rules.md is silent: when no door fits, the reasons are told of the one that fails the fewest
rules, the earliest of these. What a chosen door offers is decided in `offer`.
"""

from dataclasses import dataclass
from datetime import datetime
from functools import lru_cache

from ..addresses.tracking import address_without_tracking
from ..looks.geometry import Device
from ..words.language_tags import lookup
from .door_checks import checks_of, fits
from .fragments import an_array, an_object, instant, json_text, members
from .offer import offer
from .offer_plan import Offer
from .ready import Compiled, CompiledDoor, OnPage, keep
from .reasons import Ledger, Reason
from .visitor import Visit


@dataclass(frozen=True, slots=True, kw_only=True)
class Verdict:
    """`shown` with the door, or not with the rule that stopped it (`stopped_by`).

    `until` is when this may turn over by itself. `missed` says that nobody being in was the only
    thing in the way. `answer` is the public JSON text: no reasons, nothing that is not offered.
    """

    shown: bool
    door: str | None = None
    language: str
    device: Device
    stopped_by: str | None = None
    answer: str
    until: datetime | None = None
    missed: bool = False
    people: tuple[str, ...] = ()
    channels: tuple[str, ...] = ()
    reasons: tuple[Reason, ...] = ()


@dataclass(slots=True)
class _Case:
    """A visit being judged, in the language it is answered in. One for each visit: not frozen, since that
    costs more than it keeps.
    """

    compiled: Compiled
    visit: Visit
    language: str
    ledger: Ledger

    def hidden(self, **more: object) -> Verdict:
        """Not shown, by the first rule that stopped it. `more` stands in the answer too."""
        compiled, ledger = self.compiled, self.ledger
        return Verdict(
            shown=False,
            language=self.language,
            device=self.visit.device,
            stopped_by=ledger.stopped_by,
            answer=an_object(members({**_HIDDEN, "release": compiled.release, "tag": compiled.tag, **more})),
            reasons=tuple(ledger.reasons),
        )


_HIDDEN = {"v": 1, "show": False}


def decide(compiled: Compiled | None, visit: Visit, *, explain: bool = False, about: str = "") -> Verdict:
    """Judge one visit. Never raises; without a setup (site not known, nothing published) says so.

    Explained, `about` names the door the reasons are told of, with one more rule: whether an earlier door
    takes the visit. Without it they are told of the door that is shown, or nearly so.
    """
    ledger = Ledger(explain)
    if compiled is None:
        ledger.note("site.known", False, fixes=("publish",))
        return Verdict(
            shown=False,
            language="",
            device=visit.device,
            stopped_by=ledger.stopped_by,
            answer=an_object(members({**_HIDDEN, "release": 0})),
            reasons=tuple(ledger.reasons),
        )
    case = _Case(compiled, visit, _language(compiled, visit), ledger)
    listed = visit.is_private_page or visit.host in compiled.hosts
    if explain or not listed:
        _tell_of_host(case, listed=listed)
        if not explain:
            return case.hidden()
    if compiled.asks_zone and not visit.country and visit.zone is None and not explain:
        return _asking_zone(case)
    pages = compiled.on_page(visit)
    at = next(
        (at for at, door in enumerate(compiled.doors) if fits(door, pages[at], visit, case.language)), None
    )
    if at is None or explain:
        at = _tell_of_door(case, pages, at, about if explain else "")
        if at is None or (ledger.stopped_by is not None and not explain):
            return case.hidden()
    return _answered(case, pages[at])


def _language(compiled: Compiled, visit: Visit) -> str:
    if len(compiled.languages) == 1:
        return compiled.languages[0]
    key = (visit.page_language, visit.languages)
    found = compiled.held.languages.get(key)
    if found is None:
        wanted = (visit.page_language, *visit.languages) if visit.page_language else visit.languages
        found = lookup(wanted, compiled.languages) or compiled.languages[0]
        keep(compiled.held.languages, key, found)
    return found


def _tell_of_host(case: _Case, *, listed: bool) -> None:
    visit, compiled = case.visit, case.compiled
    case.ledger.note("site.known", True, met=compiled.setup.site.name)
    case.ledger.note(
        "host.listed",
        listed,
        met="" if visit.is_private_page else visit.host,
        facts={"private_page": visit.is_private_page, "listed": compiled.host_count},
        fixes=("allow_host",) if visit.host else ("open_on_site",),
    )


def _asking_zone(case: _Case) -> Verdict:
    """Ask for the time zone first: only where a door has country rules and no country is known, so that
    nobody else waits and nobody sees the button flash (docs/rules.md, For whom).
    """
    return Verdict(
        shown=False,
        language=case.language,
        device=case.visit.device,
        stopped_by="country.asked",
        answer=an_object(members({**_HIDDEN, "release": case.compiled.release, "ask": "zone"})),
    )


def _tell_of_door(case: _Case, pages: tuple[OnPage, ...], chosen: int | None, about: str) -> int | None:
    """Put the rules of the door asked about into the ledger, else of the chosen one, else of the one that
    fails the fewest; answers its place.
    """
    doors, ledger = case.compiled.doors, case.ledger
    if not doors:
        ledger.note("door.live", False, met="none", fixes=("make_door",))
        return None
    checked = [
        checks_of(door, page, case.visit, case.language) for door, page in zip(doors, pages, strict=True)
    ]
    asked = next((at for at, door in enumerate(doors) if door.key == about), None)
    at = chosen if asked is None else asked
    if at is None:
        at = min(range(len(doors)), key=lambda index: sum(not check.passed for check in checked[index]))
    for check in checked[at]:
        ledger.note(check.rule, check.passed, check.met, doors[at].key, check.facts, check.fixes)
    if asked is not None and len(doors) > 1:
        earlier = doors[chosen].key if chosen is not None and chosen < asked else ""
        ledger.note("door.first", not earlier, earlier, doors[at].key, fixes=("move_up", "narrow_earlier"))
    return at


def _answered(case: _Case, page: OnPage) -> Verdict:
    """The door is chosen: what it offers here and now."""
    compiled, visit, door, ledger = case.compiled, case.visit, page.door, case.ledger
    inside = offer(compiled, door, page, visit, case.language)
    hides = door.value.when_nobody == "hide" and not inside.is_somebody_in
    if ledger.explain or hides or not inside.channels_left:
        _tell_of_inside(door, inside, case)
    if ledger.stopped_by is not None:
        return _hidden_inside(case, inside, door)
    counted = "false" if visit.is_private_page else "true"
    mark = door.texts.marks.get(case.language) or ""
    added = _added(visit.address if door.value.also.page else "", mark)
    return Verdict(
        shown=True,
        door=door.key,
        language=case.language,
        device=visit.device,
        answer=f'{inside.begun},"added":{added}}},"count":{counted}}}',
        until=inside.until,
        people=inside.people,
        channels=inside.channels,
        reasons=tuple(ledger.reasons),
    )


def _hidden_inside(case: _Case, inside: Offer, door: CompiledDoor) -> Verdict:
    """The door fits and still isn't shown: nothing is left in it, or nobody is in."""
    missed = case.ledger.stopped_by == "somebody.in"
    more: dict[str, object] = {"until": instant(inside.until)} if inside.until is not None else {}
    hidden = case.hidden(**more, **({"missed": True, "door": door.key} if missed else {}))
    return Verdict(
        shown=False,
        language=hidden.language,
        device=hidden.device,
        stopped_by=hidden.stopped_by,
        answer=hidden.answer,
        until=inside.until,
        missed=missed,
        reasons=hidden.reasons,
    )


def _tell_of_inside(door: CompiledDoor, inside: Offer, case: _Case) -> None:
    case.ledger.note(
        "channels.left",
        inside.channels_left > 0,
        met=str(inside.channels_left),
        subject=door.key,
        facts={"device": case.visit.device, "on": len(door.channels)},
        fixes=("add_channel",) if door.channels else ("switch_on_channel", "add_channel"),
    )
    shows_away = door.value.when_nobody != "hide"
    case.ledger.note(
        "somebody.in",
        inside.is_somebody_in or shows_away,
        met=", ".join(inside.here) if inside.is_somebody_in else "nobody",
        subject=door.key,
        facts={
            "away_note": shows_away,
            "people": len(inside.allowed),
            "allowed": inside.allowed,
            "shop_open": inside.shop_open,
            "back": inside.back,
        },
        fixes=(
            "show_away_note",
            "let_answer_here" if door.people and not inside.allowed else "longer_hours",
            "add_channel_that_needs_nobody",
        ),
    )


@lru_cache(maxsize=8192)
def _added(address: str, mark: str) -> str:
    """What is sent below the visitor's words: the page's address, and the line that says where it came from;
    either may be empty.
    """
    page = {"kind": "page", "text": address_without_tracking(address)} if address else None
    line = {"kind": "mark", "text": mark} if mark else None
    return an_array(json_text(each) for each in (page, line) if each)
