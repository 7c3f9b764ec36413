"""Asks the core about the draft, with what is being typed laid over it: the stage's every answer."""

import json

from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from kindknock.core.colour import MARK_RATIO, contrast, palette_of, read_colour
from kindknock.core.setup import Looks, Setup
from kindknock.core.verdict import decide
from kindknock.core.visit import visit_from
from kindknock.doors.compiling import compile_door_plans
from kindknock.doors.load import draft_of, live_of
from kindknock.people.load import timetable_of
from kindknock.standins.links import links_for

from .. import auth, words
from ..errors import NotFound
from ..schemas import ContrastOut, ReasonOut, StageIn, StageOut

router = Router()


@router.post("/sites/{key}/stage", response=StageOut)
def ask(request: HttpRequest, key: str, body: StageIn) -> StageOut:
    """The verdict on the draft for one visit, explained, with the answer the button would get."""
    site = auth.site(request, key)
    draft = _laid_over(draft_of(site), body)
    live = live_of(site)
    compiled = compile_door_plans(draft, timetable=timetable_of(site.business), live=live, links=links_for(draft))
    is_drawn = not body.visit.address
    visit = visit_from(body.visit.dict(), is_private_page=is_drawn, at=timezone.now())
    verdict = decide(compiled, visit, explain=True)
    door = next((d for d in draft.doors if d.key == (verdict.door or body.door)), None)
    if door is None:
        raise NotFound
    answer = json.loads(verdict.answer)
    title, more = words.verdict_line(verdict, draft, door, is_drawn=is_drawn, back_words=answer.get("door", {}).get("back_words", "") if verdict.shown else "")
    return StageOut(
        shown=verdict.shown, title=title, more=more, answer=answer,
        reasons=[ReasonOut(rule=r.rule, outcome=r.outcome.value, met=r.met, subject=r.subject, fixes=list(r.fixes))
                 for r in verdict.reasons],
        contrast=_contrast(door.looks))


def _laid_over(draft: Setup, body: StageIn) -> Setup:
    parts = {name: value for name in ("says", "also", "looks") if (value := getattr(body, name)) is not None}
    if not parts:
        return draft
    return draft.model_copy(update={"doors": tuple(
        door.model_copy(update=parts) if door.key == body.door else door for door in draft.doors)})


def _contrast(looks: Looks) -> ContrastOut:
    """The label on the button, and the button on a white page."""
    brand = read_colour(looks.colour)
    ground = brand or "#5e1f38"
    label = read_colour(looks.label_colour) or palette_of(ground).on_brand
    text, mark = contrast(label, ground), contrast(ground, "#ffffff", MARK_RATIO)
    assert text is not None and mark is not None
    return ContrastOut(ratio=text.ratio, reads=text.reads, nearest=text.nearest, seen=mark.ratio,
                       seen_reads=mark.reads, seen_nearest=mark.nearest, colour=brand)

