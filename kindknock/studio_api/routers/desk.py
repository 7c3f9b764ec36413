"""A site as the desk shows it: its web addresses, its line, its releases."""

from django.core.exceptions import ValidationError
from django.core.validators import validate_email
from django.db import transaction
from django.http import HttpRequest
from ninja import Router

from kindknock import clock
from kindknock.accounts.actions.limit import LINES, limit
from kindknock.accounts.mailing import post
from kindknock.doors.actions.arrange_doors import start_door
from kindknock.doors.actions.keep_step import drafting, undo_step
from kindknock.people.actions.keep_assistant import change_assistant
from kindknock.sites.actions.make_site import make_site
from kindknock.sites.actions.set_host import allow_host, remove_host, set_host_aside

from .. import auth, words
from ..errors import Problem
from ..guard import DOORS, LOOK, user_of
from ..handing_on import STEPS, hand_on, letter_of
from ..present import desk_of, host_out
from ..schemas import DeskOut, EmailLineIn, HostIn, HostKeptOut, LineSentOut, SiteIn, SiteOut

router = Router()


@router.get("/sites/{key}", response=DeskOut, auth=LOOK)
def read_desk(request: HttpRequest, key: str) -> DeskOut:
    return desk_of(auth.site(request, key), user_of(request))


@router.post("/sites", response=SiteOut, auth=DOORS)
def add_site(request: HttpRequest, body: SiteIn) -> SiteOut:
    """One more website of the business, with its web address where one was typed, and one door to begin
    with.
    """
    owner = auth.business(request)
    name = body.name.strip()
    if not name:
        raise Problem(422, "name_empty", words.FIELD["name_empty"], field="name")
    with transaction.atomic():
        site = make_site(owner, name=name)
        if body.typed.strip():
            allow_host(site, body.typed)
        start_door(site, name="Front door")
    return SiteOut(key=site.key, says=f"{name} is here. Paste a way to reach you, then publish.")


@router.post("/sites/{key}/people/{person}/every-page", response=DeskOut, auth=DOORS)
def answer_everywhere(request: HttpRequest, key: str, person: str) -> DeskOut:
    """Take away what keeps somebody from some pages."""
    site, by = auth.site(request, key), user_of(request)
    assistant = auth.assistant(request, person)
    with drafting(site, by, at=clock.now()):
        change_assistant(assistant, pages=[])
    return desk_of(site, by)


@router.post("/sites/{key}/undo", response=DeskOut, auth=DOORS)
def undo(request: HttpRequest, key: str) -> DeskOut:
    """Take back the last change this person made to the draft."""
    site, by = auth.site(request, key), user_of(request)
    undo_step(site, by, at=clock.now())
    return desk_of(site, by)


@router.post("/sites/{key}/redo", response=DeskOut, auth=DOORS)
def redo(request: HttpRequest, key: str) -> DeskOut:
    """Make the change again that was taken back last."""
    site, by = auth.site(request, key), user_of(request)
    undo_step(site, by, redo=True, at=clock.now())
    return desk_of(site, by)


@router.post("/sites/{key}/hosts", response=HostKeptOut, auth=DOORS)
def add_host(request: HttpRequest, key: str, body: HostIn) -> HostKeptOut:
    """Let the button run on a web address as typed; says what was kept of it."""
    host, reading = allow_host(auth.site(request, key), body.typed)
    kept = f"Kept as {reading.shown}"
    if "path" in reading.dropped:
        kept += ": the button runs on every page of it"
    if reading.for_testing:
        kept += ", for testing"
    if not reading.name.startswith("*.") and not reading.for_testing:
        kept += ", with or without www"
    return HostKeptOut(host=host_out(host), says=kept + ".")


@router.post("/sites/{key}/hosts/{host_id}/allow", response=DeskOut, auth=DOORS)
def allow(request: HttpRequest, key: str, host_id: int) -> DeskOut:
    host = auth.host(request, key, host_id)
    allow_host(host.site, host.name)
    return desk_of(host.site, user_of(request))


@router.post("/sites/{key}/hosts/{host_id}/not-ours", response=DeskOut, auth=DOORS)
def not_ours(request: HttpRequest, key: str, host_id: int) -> DeskOut:
    """Keep a heard address quiet; it can be allowed later."""
    host = auth.host(request, key, host_id)
    set_host_aside(host)
    return desk_of(host.site, user_of(request))


@router.delete("/sites/{key}/hosts/{host_id}", response=DeskOut, auth=DOORS)
def take_off(request: HttpRequest, key: str, host_id: int) -> DeskOut:
    host = auth.host(request, key, host_id)
    remove_host(host)
    return desk_of(host.site, user_of(request))


@router.post("/sites/{key}/email-line", response=LineSentOut, auth=DOORS)
def email_line(request: HttpRequest, key: str, body: EmailLineIn) -> LineSentOut:
    """Email the line, the steps and a page that shows when it is heard, to whoever keeps the website."""
    site = auth.site(request, key)
    to = body.to.strip()
    try:
        validate_email(to)
    except ValidationError:
        raise Problem(422, "bad_email", words.FIELD["bad_email"], field="to") from None
    by = user_of(request)
    limit(LINES, str(by.pk), at=clock.now())
    handed = hand_on(site, kind=body.kind if body.kind in STEPS else "", by=by, at=clock.now())
    subject, text = letter_of(handed, by=by, at=clock.now())
    went = post(to, subject, text, by=by)
    return LineSentOut(held="" if went else by.email)
