"""What held when, and who may look: changes of the timetable with their undo, and private addresses that
show a door.
"""

from django.conf import settings
from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.core.formats.qr import qr_svg
from kindknock.core.time.timetable_changes import still_stands
from kindknock.core.words.moments import clock_of
from kindknock.doors.actions.pause_door import pause_door
from kindknock.doors.actions.show_door import end_showing, show_door
from kindknock.doors.models import Channel, Door, Showing
from kindknock.people.actions.undo_change import TimetableOvertaken, undo_change
from kindknock.people.load import timetable_of
from kindknock.people.models import Assistant, TimetableVersion
from kindknock.people.queries import changes_of, versions_of

from .. import auth
from ..errors import NotFound, Problem
from ..guard import DOORS, LOOK, TIME, user_of
from ..history_words import part_line
from ..schemas import ShowingIn, ShowingOut, TimetableChangeOut
from ..words import app_name

router = Router()


def _inside(line: str) -> str:
    """A sentence of ours after a colon: small, unless a name begins it."""
    return line[:1].lower() + line[1:] if line.startswith(("The ", "Closed", "No longer")) else line


@router.get("/timetable", response=list[TimetableChangeOut], auth=LOOK)
def timetable_history(request: HttpRequest) -> list[TimetableChangeOut]:
    """Changes of hours, closures, absences and pauses, the newest first."""
    business = auth.business(request)
    versions = versions_of(business)
    now, today = (
        timetable_of(business, at=clock.now()),
        clock.now().astimezone(clock_of(business.zone)).date(),
    )
    names: dict[str, str] = dict(Assistant.objects.filter(business=business).values_list("key", "name"))
    for key, app, own in Channel.objects.filter(door__site__business=business).values_list(
        "key", "app", "name"
    ):
        names[key] = next(iter(own.values()), "") or app_name(app)
    paused = set(
        Door.objects.filter(site__business=business, paused_at__isnull=False).values_list("key", flat=True)
    )
    out = []
    for at, version in enumerate(versions):
        changes = changes_of(version, versions[at + 1] if at + 1 < len(versions) else None)
        what = version.what.get("what")
        says = [part_line(change, names, business.zone, today) for change in changes]
        if what in ("paused", "resumed"):
            says = [f"{version.what.get('name', 'A door')} was {what}."]
            can = (version.what.get("door") in paused) == (what == "paused")
        else:
            can = bool(changes) and all(still_stands(change, now) for change in changes)
        if what == "taken_back":
            says = [f"Taken back: {_inside(line)}" for line in says]
        out.append(
            TimetableChangeOut(
                number=version.number,
                at=version.at,
                by=(version.by.name or version.by.email) if version.by else "",
                says=says or ["Nothing that holds differs."],
                can_undo=can,
            )
        )
    return out


@router.post("/timetable/{number}/undo", response=list[TimetableChangeOut], auth=TIME)
def undo_timetable(request: HttpRequest, number: int) -> list[TimetableChangeOut]:
    """Put what one change changed as it was before; it holds at once."""
    by = user_of(request)
    version = (
        TimetableVersion.objects.filter(business=auth.business(request), number=number)
        .select_related("business")
        .first()
    )
    if version is None:
        raise NotFound
    if version.what.get("what") in ("paused", "resumed"):
        pause_door(
            auth.door(request, str(version.what.get("door"))),
            by=by,
            paused=version.what["what"] == "resumed",
            at=clock.now(),
        )
    else:
        try:
            undo_change(version, by=by, at=clock.now())
        except TimetableOvertaken:
            raise Problem(
                409, "overtaken", "That was changed again since. Take back the later change first."
            ) from None
    return timetable_history(request)


def _out(showing: Showing) -> ShowingOut:
    link = f"{settings.ENV.origin}/see/{showing.token}"
    return ShowingOut(
        of="live" if showing.of == Showing.Of.LIVE else "draft",
        link=link,
        until=showing.until,
        qr=qr_svg(link),
        is_here_only=settings.ENV.is_loopback,
    )


@router.get("/doors/{key}/showings", response=list[ShowingOut], auth=LOOK)
def showings(request: HttpRequest, key: str) -> list[ShowingOut]:
    """The private addresses of a door that still work."""
    door = auth.door(request, key)
    return [
        _out(item)
        for item in Showing.objects.filter(site=door.site, door=door.key, until__gt=clock.now()).order_by(
            "of"
        )
    ]


@router.post("/doors/{key}/showings", response=list[ShowingOut], auth=DOORS)
def show(request: HttpRequest, key: str, body: ShowingIn) -> list[ShowingOut]:
    """A new private address; the one before stops at once."""
    door = auth.door(request, key)
    show_door(door, of=Showing.Of(body.of), days=body.days, by=user_of(request), at=clock.now())
    return showings(request, key)


@router.delete("/doors/{key}/showings/{of}", response=list[ShowingOut], auth=DOORS)
def end(request: HttpRequest, key: str, of: str) -> list[ShowingOut]:
    if of not in Showing.Of.values:
        raise NotFound
    end_showing(auth.door(request, key), Showing.Of(of))
    return showings(request, key)
