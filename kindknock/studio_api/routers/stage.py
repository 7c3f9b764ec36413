"""Asks the core about the draft, with what is being typed laid over it: the stage's every answer."""

import json
from dataclasses import replace
from datetime import UTC
from typing import Any

from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.core.looks import contrast, palette_of, read_colour, read_own_css
from kindknock.core.looks.colour import MARK_RATIO, PAIRS, Pair, Palette, nearest_colour, pairs_of
from kindknock.core.looks.css import palette_for
from kindknock.core.looks.geometry import Box, Window, button_box, nearest_free, place_for
from kindknock.core.pages.kinds import judge_with_unknown_kind, kind_of
from kindknock.core.pages.pretended import pretended
from kindknock.core.pages.rules import path_of, place_of
from kindknock.core.review.checks import nudge_comes_late
from kindknock.core.setup import Channel, Door, Looks, Setup, setup_from
from kindknock.core.time import Timetable, hours_of, people_ready
from kindknock.core.time.remedies import Remedy, remedies
from kindknock.core.visit import Compiled, Verdict, Visit, decide, visit_from
from kindknock.core.visit.missing import missing_from
from kindknock.core.visit.prepare import rules_of
from kindknock.core.visit.reading import Wanted, read
from kindknock.core.visit.ribbon import week_of
from kindknock.doors.at_hand import AtHand, at_hand
from kindknock.doors.compiling import compile_door_plans
from kindknock.doors.queries import releases_of
from kindknock.sites.models import Site
from kindknock.sites.queries import heard_boxes, held_facts, told_kind
from kindknock.standins.links import links_for

from .. import auth
from .. import stage_words as say
from ..errors import NotFound
from ..guard import ACCOUNT, LOOK
from ..laid_over import shown_anywhere, with_door, with_parts
from ..ledger_words import closing_line, ledger_of
from ..scene import Scene, clock_of_business
from ..schemas import (
    ContrastOut,
    DayOut,
    FixOut,
    FreePlaceIn,
    FreePlaceOut,
    HeardBoxOut,
    HeardOut,
    HeardWindowOut,
    LineOut,
    MissingOut,
    PairOut,
    StageIn,
    StageOut,
    StageReadIn,
    StageVisit,
    StretchOut,
    WeekIn,
    WeekOut,
)
from ..words import OWN_CSS, PAIR

router = Router()
MOST_OFFSET_PX = 400


@router.post("/sites/{key}/stage", response=StageOut, auth=LOOK)
def ask(request: HttpRequest, key: str, body: StageIn) -> StageOut:
    """The verdict on the draft for one visit, explained, with the answer the button would get."""
    site = auth.site(request, key)
    at, draft, compiled = ready(site, body)
    door = door_of(draft, body.door)
    held = held_facts(site, body.visit.address) if body.visit.address else {}
    by_page = told_kind(site, body.visit.address) if body.visit.address else ""
    visit = visit_of(body.visit, {**held, "kind": held.get("kind") or by_page or ""})
    shown = decide(compiled, visit, explain=True)
    verdict = shown if len(draft.doors) == 1 else decide(compiled, visit, explain=True, about=door.key)
    answer = json.loads(shown.answer)
    scene = Scene(
        draft,
        door,
        visit,
        verdict,
        shown,
        answer,
        is_drawn=not body.visit.address,
        page=body.visit.page,
        release=at.released_at,
        remedies=_remedies(draft, at.timetable, door, verdict, visit),
    )
    lines = ledger_of(scene)
    stopped_by = next((line.sentence for line in lines if line.outcome == "stops"), "where")
    is_unsure = stopped_by == "where" and by_page is None and _hangs_on_kind(draft, door, visit)
    title, more = say.KIND_UNSURE if is_unsure else say.verdict_line(scene)
    closing, closing_more = closing_line(lines)
    return StageOut(
        shown=verdict.shown,
        state="ajar" if is_unsure else say.state_of(scene),
        title=title,
        more=more,
        clock=say.clock_line(scene, body.visit.zone),
        answer=answer,
        ledger=[
            LineOut(
                matter=line.matter,
                rule=line.rule,
                says=line.says,
                outcome=line.outcome,
                sentence=line.sentence,
                fixes=[FixOut(code=code, says=says, value=value) for code, says, value in line.fixes],
            )
            for line in lines
        ],
        closing=closing,
        closing_more=closing_more,
        facts=dict(visit.facts),
        page="theirs" if held else "drawn",
        missing=[
            MissingOut(kind=item.kind, key=item.key, name=name, why=why)
            for item in missing_from(compiled, at.timetable, door, visit, verdict)
            for name, why in (say.missing_words(scene, item),)
        ],
        contrast=_contrast(door.looks),
        nudge_comes_late=nudge_comes_late(door),
        heard=_heard(site, door, body.visit) if verdict.shown else None,
    )


@router.post("/sites/{key}/stage/read", response=dict[str, Any], auth=LOOK)
def read_on_stage(request: HttpRequest, key: str, body: StageReadIn) -> dict[str, Any]:
    """What the card on the stage can read, of the same setup."""
    site = auth.site(request, key)
    _, _, compiled = ready(site, body)
    held = held_facts(site, body.visit.address) if body.visit.address else {}
    wanted = Wanted("answer", key=body.key) if body.key else Wanted(with_dead_ends=bool(body.show))
    if body.typed is not None:
        wanted = Wanted("found", typed=body.typed)
    found = read(compiled, visit_of(body.visit, held), wanted)
    is_answer = wanted.what == "all" and any(each["key"] == body.show for each in found.get("titles", ()))
    return found | {"open": body.show} if is_answer else found


@router.post("/sites/{key}/week", response=WeekOut, auth=LOOK)
def week(request: HttpRequest, key: str, body: WeekIn) -> WeekOut:
    """Who is in over seven days from a day, for this door and page."""
    site = auth.site(request, key)
    _, draft, compiled = ready(site, body)
    door = door_of(draft, body.door)
    days = week_of(compiled, door.key, visit_of(body.visit, {}), body.first)
    scene_clock = clock_of_business(draft)
    return WeekOut(
        now=int(clock.now().timestamp()),
        zone=scene_clock.key,
        days=[
            DayOut(
                day=day.day,
                name=say.day_name(day.day),
                since=day.since,
                until=day.until,
                stretches=[
                    StretchOut(
                        since=stretch.since,
                        until=stretch.until,
                        state=stretch.state,
                        says=say.stretch_words(draft, stretch, scene_clock),
                    )
                    for stretch in day.stretches
                ],
            )
            for day in days
        ],
    )


@router.post("/free-place", response=FreePlaceOut, auth=ACCOUNT)
def free_place(request: HttpRequest, body: FreePlaceIn) -> FreePlaceOut:
    """Where the button would cover nothing of what stays in the window."""
    place = place_for(
        body.corner,
        body.size,
        body.device,
        (body.offset.side_px, body.offset.foot_px) if body.offset else None,
        body.shape,
        body.height,
    )
    boxes = tuple(Box(box.left, box.top, box.width, box.height) for box in body.boxes)
    free = nearest_free(
        place, Window(body.window.width, body.window.height), boxes, max(0, body.button.width - place.size_px)
    )
    return FreePlaceOut(
        side_px=place.side_px, foot_px=free.foot_px if free and free.foot_px <= MOST_OFFSET_PX else None
    )


def _heard(site: Site, door: Door, visit: StageVisit) -> HeardOut | None:
    """Boxes heard from real visits, where the button would cover one of them in that very window."""
    row = heard_boxes(site, path_of(visit.address), visit.device) if visit.address else None
    if row is None:
        return None
    offset = door.looks.phone_offset if visit.device == "phone" else door.looks.computer_offset
    place = place_for(
        door.looks.corner,
        door.looks.size_px,
        visit.device,
        (offset.side_px, offset.foot_px) if offset else None,
        door.looks.shape,
        door.looks.height,
    )
    button = button_box(place, Window(row.width, row.height))
    if not any(button.covers(Box(*box)) for box in row.boxes):
        return None
    return HeardOut(
        window=HeardWindowOut(width=row.width, height=row.height),
        boxes=[HeardBoxOut(left=a, top=b, width=c, height=d) for a, b, c, d in row.boxes],
    )


def _remedies(
    draft: Setup, timetable: Timetable, door: Door, verdict: Verdict, visit: Visit
) -> tuple[Remedy, ...]:
    """What would put somebody in, where this is about nobody being in."""
    reason = next(
        (reason for reason in verdict.reasons if reason.rule == "somebody.in" and reason.met == "nobody"),
        None,
    )
    if reason is None or visit.at is None:
        return ()
    zone = draft.business.zone
    people = people_ready(draft.people, timetable, zone)
    allowed = reason.facts.get("allowed")
    if door.people and not allowed:
        return ()
    return remedies(
        people, hours_of(timetable.shop, zone), allowed if isinstance(allowed, tuple) else (), zone, visit.at
    )


def ready(site: Site, body: StageIn) -> tuple[AtHand, Setup, Compiled]:
    at = at_hand(site, at=clock.now())
    draft = _laid_over(at.draft, body) if body.of == "draft" else _released(site, body.of)
    draft = shown_anywhere(draft, body.door, body.show)
    return at, draft, compile_door_plans(draft, timetable=at.timetable, live=at.live, links=links_for(draft))


def _released(site: Site, of: str) -> Setup:
    """What visitors have, or had with a release; today's hours and hosts stand beside it."""
    releases = releases_of(site)
    row = releases.first() if of == "live" else releases.filter(number=int(of)).first()
    if row is None:
        raise NotFound
    return setup_from(row.setup)


def door_of(draft: Setup, key: str) -> Door:
    found = next((door for door in draft.doors if door.key == key), None)
    if found is None:
        raise NotFound
    return found


def _hangs_on_kind(draft: Setup, door: Door, visit: Visit) -> bool:
    """Whether the door shows or not by the page's kind, which neither the owner nor the path tells."""
    place = place_of(visit.address, visit.host)
    if kind_of(place, draft.site.kinds).by:
        return False
    return judge_with_unknown_kind(rules_of(door.pages), place) is None


def visit_of(item: StageVisit, held: dict[str, object]) -> Visit:
    """The rehearsed visit on the page as it is held; what the studio says of the page comes first."""
    document = {
        **held,
        **{
            name: value
            for name, value in item.dict(exclude={"at", "page", "pretend"}).items()
            if value not in ("", [])
        },
    }
    visit = visit_from(
        document, is_private_page=not item.address, at=item.at.astimezone(UTC) if item.at else clock.now()
    )
    return replace(visit, facts=pretended(visit.facts, item.pretend))


def _laid_over(draft: Setup, body: StageIn) -> Setup:
    door = next((door for door in draft.doors if door.key == body.door), None)
    if door is None:
        return draft
    laid = with_parts(draft, door.key, body.parts)
    if not body.channels:
        return laid
    channels = tuple(_channel(channel, body) for channel in door.channels)
    return with_door(laid, door.key, {"channels": channels})


def _channel(channel: Channel, body: StageIn) -> Channel:
    laid = body.channels.get(channel.key)
    if laid is None:
        return channel
    more = laid.more.dict(exclude_unset=True) if laid.more else {}
    return Channel.model_validate(
        {**channel.model_dump(), **({"name": laid.name} if laid.name is not None else {}), **more}
    )


def _shades(palette: Palette) -> dict[str, str]:
    return {name: getattr(palette, name) for name in palette.__slots__}


def _how(pair: Pair) -> str:
    """How well a pair reads, as a person says it: twice what it needs is easy."""
    wanted = next(wanted for name, _, _, wanted in PAIRS if name == pair.name)
    return (
        "too faint" if not pair.contrast.reads else "easy" if pair.contrast.ratio >= 1.5 * wanted else "fine"
    )


def _contrast(looks: Looks) -> ContrastOut:
    """The label on the button, and the button on a white page."""
    brand = read_colour(looks.colour)
    ground = brand or "#5e1f38"
    label = read_colour(looks.label_colour) or palette_of(ground).on_brand
    text, mark = contrast(label, ground), contrast(ground, "#ffffff", MARK_RATIO)
    assert text is not None and mark is not None
    light, dark = palette_for(looks), palette_for(looks, dark=True)
    pairs = [(pair, "") for pair in pairs_of(light)] + (
        [(pair, ", dark") for pair in pairs_of(dark) if not pair.contrast.reads]
        if looks.scheme != "light"
        else []
    )
    return ContrastOut(
        pairs=[
            PairOut(
                name=pair.name,
                says=PAIR[pair.name] + where,
                reads=pair.contrast.reads,
                ink=pair.ink,
                nearest=pair.contrast.nearest,
                reading=f"{pair.contrast.ratio:.1f} : 1, {_how(pair)}",
            )
            for pair, where in pairs
        ],
        palette=_shades(light),
        dark=_shades(dark),
        dropped=[
            OWN_CSS[code].format(line=line, found=found)
            for line, code, found in read_own_css(looks.css).dropped[:8]
        ],
        ratio=text.ratio,
        reads=text.reads,
        nearest=text.nearest,
        seen=mark.ratio,
        seen_reads=mark.reads,
        seen_nearest=mark.nearest,
        colour=brand,
        instead=nearest_colour(looks.colour) if brand is None else None,
    )
