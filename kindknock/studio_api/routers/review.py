"""Reviewing and publishing, going back, and the setup as a file of the owner's."""

import json
from dataclasses import asdict

from django.db import transaction
from django.http import HttpRequest, HttpResponse
from ninja import Router

from kindknock import clock
from kindknock.core.drafts import Change, changes_between
from kindknock.core.pages.rules import path_of
from kindknock.core.review import advice, blocks, looked_at
from kindknock.core.review.text_checks import PageSeen
from kindknock.core.setup import Setup, setup_from
from kindknock.core.words import ready_facts
from kindknock.doors.actions.bring_back import bring_back, name_release, revert
from kindknock.doors.actions.import_setup import export_setup, import_setup
from kindknock.doors.actions.keep_step import drafting
from kindknock.doors.actions.publish_release import publish_release
from kindknock.doors.actions.read_setup_file import read_setup_file
from kindknock.doors.load import draft_of
from kindknock.doors.models import Release
from kindknock.doors.queries import last_release, releases_of
from kindknock.people.load import timetable_of
from kindknock.sites.models import Site

from .. import auth
from ..change_words import change_line, differences
from ..check_words import advice_words, looked_words
from ..errors import NotFound
from ..guard import DOORS, LOOK, user_of
from ..laid_over import with_parts
from ..present import changes_out, desk_of, live_doors
from ..schemas import (
    DeskOut,
    DifferenceOut,
    DoorSome,
    FindingOut,
    MatterIn,
    PublishIn,
    ReleaseLineOut,
    ReleaseNameIn,
    ReviewOut,
    SetupFileIn,
    SetupFileOut,
)
from ..telling import tell_published

router = Router()
MOST_PAGES = 40


def _changes(matters: list[MatterIn]) -> tuple[Change, ...]:
    return tuple(Change(matter.what, matter.door, matter.channel, matter.about) for matter in matters)


@router.get("/sites/{key}/review", response=ReviewOut, auth=LOOK)
def review(request: HttpRequest, key: str) -> ReviewOut:
    """Every change that is not live, how its door is live, and what a careful colleague would say."""
    site = auth.site(request, key)
    draft, release = draft_of(site), last_release(site)
    live = setup_from(release.setup) if release else None
    at = int((release.at if release else site.created_at).timestamp())
    pages = _pages_seen(site, draft)
    findings = advice_words(
        draft,
        [
            *blocks(draft),
            *advice(
                draft,
                timetable_of(site.business, at=clock.now()),
                at_second=at,
                pages=pages,
            ),
        ],
    )
    return ReviewOut(
        changes=changes_out(changes_between(live, draft), live, draft),
        live=live_doors(site, live),
        findings=[FindingOut(**asdict(finding)) for finding in findings],
        looked=looked_words(looked_at(draft, pages)),
    )


def _pages_seen(site: Site, draft: Setup) -> list[PageSeen]:
    """The pages last on the stage, with what they told of themselves, for a reader of the first language."""
    pages = site.held_pages.exclude(html="").values_list("address", "facts")[:MOST_PAGES]
    own = {"site": draft.business.name, "greeting": "Hello", "reply_time": "an hour"}
    return [
        PageSeen(
            path_of(address),
            {
                **own,
                "address": address,
                "page": str(facts.get("title", "")),
                **ready_facts(facts.get("facts") or {}, draft.business.languages[0]),
            },
        )
        for address, facts in pages
    ]


@router.post("/sites/{key}/publish", response=DeskOut, auth=DOORS)
def publish(request: HttpRequest, key: str, body: PublishIn) -> DeskOut:
    """Make the draft live, without what is left out. With nothing to publish, nothing happens."""
    site, by = auth.site(request, key), user_of(request)
    at, before = clock.now(), last_release(site)
    with transaction.atomic():
        release = publish_release(site, by=by, leave_out=_changes(body.leave_out), at=at)
        if release is not None:
            live = setup_from(before.setup) if before else None
            now = setup_from(release.setup)
            says = [change_line(change, live, now) for change in changes_between(live, now)]
            tell_published(site, release, says, by=by, at=at)
    return desk_of(site, by)


@router.post("/sites/{key}/revert", response=DeskOut, auth=DOORS)
def take_one_back(request: HttpRequest, key: str, body: MatterIn) -> DeskOut:
    """Put one matter of the draft as it is live; undo brings it back."""
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, at=clock.now()):
        revert(site, _changes([body])[0], at=clock.now())
    return desk_of(site, by)


@router.get("/sites/{key}/releases", response=list[ReleaseLineOut], auth=LOOK)
def releases(request: HttpRequest, key: str) -> list[ReleaseLineOut]:
    """Every release, the newest first, with what it changed."""
    site = auth.site(request, key)
    draft = draft_of(site)
    rows = list(releases_of(site))
    setups = [setup_from(row.setup) for row in rows]
    out = []
    for at, row in enumerate(rows):
        before = setups[at + 1] if at + 1 < len(rows) else None
        changes = changes_between(before, setups[at])
        out.append(
            ReleaseLineOut(
                number=row.number,
                name=row.name,
                at=row.at,
                by=(row.by.name or row.by.email) if row.by else "",
                is_live=at == 0,
                is_draft=not changes_between(setups[at], draft),
                says=[change_line(change, before, setups[at]) for change in changes],
            )
        )
    return out


@router.post("/sites/{key}/releases/{number}/bring-back", response=DeskOut, auth=DOORS)
def bring_one_back(request: HttpRequest, key: str, number: int) -> DeskOut:
    """Make a release the draft again. Hours, closures and web addresses stay as they are now."""
    site, by = auth.site(request, key), user_of(request)
    with drafting(site, by, at=clock.now()):
        bring_back(site, _release(request, key, number), at=clock.now())
    return desk_of(site, by)


@router.post("/sites/{key}/releases/{number}/name", response=list[ReleaseLineOut], auth=DOORS)
def name_one(request: HttpRequest, key: str, number: int, body: ReleaseNameIn) -> list[ReleaseLineOut]:
    name_release(_release(request, key, number), body.name)
    return releases(request, key)


def _release(request: HttpRequest, key: str, number: int) -> Release:
    found = releases_of(auth.site(request, key)).filter(number=number).first()
    if found is None:
        raise NotFound
    return found


@router.get("/sites/{key}/setup.json", auth=DOORS)
def download(request: HttpRequest, key: str) -> HttpResponse:
    """The draft and what holds at once, as a documented file (docs/formats/setup.md)."""
    site = auth.site(request, key)
    auth.note_export(request, "setup")
    answer = HttpResponse(
        json.dumps(export_setup(site, at=clock.now()), ensure_ascii=False, indent=1) + "\n",
        content_type="application/json",
    )
    answer["Content-Disposition"] = f'attachment; filename="kind-knock-{site.key}.json"'
    return answer


@router.post("/sites/{key}/setup/preview", response=SetupFileOut, auth=DOORS)
def preview(request: HttpRequest, key: str, body: SetupFileIn) -> SetupFileOut:
    """What reading a file would change, before it does."""
    site = auth.site(request, key)
    setup, timetable = read_setup_file(body.text)
    draft = draft_of(site)
    would = draft.model_copy(
        update={
            "people": setup.people,
            "doors": setup.doors,
            "site": draft.site.model_copy(update={"kinds": setup.site.kinds}),
        }
    )
    return SetupFileOut(
        says=[change_line(item, draft, would) for item in changes_between(draft, would)],
        people=len(setup.people),
        with_hours=timetable is not None,
    )


@router.post("/sites/{key}/setup/read", response=DeskOut, auth=DOORS)
def read_back(request: HttpRequest, key: str, body: SetupFileIn) -> DeskOut:
    """Make the draft what a file says; its hours are left alone, since they would hold at once."""
    site, by = auth.site(request, key), user_of(request)
    setup, _ = read_setup_file(body.text)
    with drafting(site, by, at=clock.now()):
        import_setup(site, setup, by=by, at=clock.now())
    return desk_of(site, by)


@router.post("/doors/{key}/differences", response=list[DifferenceOut], auth=LOOK)
def differences_typed(request: HttpRequest, key: str, body: DoorSome) -> list[DifferenceOut]:
    """Each box in which what is typed differs from the draft that somebody else saved meanwhile."""
    door = auth.door(request, key)
    saved = draft_of(door.site)
    typed = with_parts(saved, door.key, body)
    return [
        DifferenceOut(label=each.label, mine=each.now, theirs=each.was)
        for change in changes_between(saved, typed)
        for each in differences(change, saved, typed)
    ]
