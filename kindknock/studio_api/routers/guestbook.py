"""The guestbook: the list, an entry, and what is done with it."""

from datetime import datetime, time

from django.http import HttpRequest, HttpResponse
from django.utils.http import content_disposition_header
from ninja import File, Form, Router, UploadedFile

from kindknock import clock
from kindknock.accounts.deeds import record
from kindknock.accounts.models import Business
from kindknock.core.addresses import APPS
from kindknock.core.words.moments import clock_of
from kindknock.guestbook.actions.answer import (
    MOST_BYTES,
    AnswerRefused,
    Attached,
    answer_by_email,
    answered_in_app,
    send_again,
)
from kindknock.guestbook.actions.forget import delete_entry
from kindknock.guestbook.actions.hand_over import NobodyThere, hand_to, is_open_elsewhere, look_at, mark
from kindknock.guestbook.actions.take_apart import take_apart
from kindknock.guestbook.actions.write_note import NoteRefused, set_next_step, write_note
from kindknock.guestbook.models import Entry, Message, Reply, ReplyFile
from kindknock.guestbook.queries import After, View, entries_of, sums_of
from kindknock.guestbook.whom import Hand, hands_of, mine, name_of

from .. import auth
from ..errors import NotFound, Problem
from ..guard import GUESTS, user_of
from ..guestbook_present import entry_of, row_of
from ..schemas import (
    Done,
    EntriesOut,
    EntryOut,
    GuestAnswerIn,
    HandIn,
    HandOut,
    MarkIn,
    NextIn,
    OpenedIn,
    OpenOut,
    SumsOut,
    TeamNoteIn,
)

router = Router()
A_PAGE = 60
STATES = {
    "waiting": Entry.State.WAITING,
    "done": Entry.State.DONE,
    "not_ours": Entry.State.NOT_OURS,
}
REFUSED = {
    "empty": "Write an answer first.",
    "long": "That is longer than 20,000 letters. Shorten it, or send it as a file.",
    "no_email": "They left no email. Answer in an app, or call them.",
    "not_proven": "First press the link we mailed you when you signed up: it shows that your own address is "
    "yours. You can have it sent again behind your business’s name, under You.",
    "too_big": "The files are more than 10 MB together. Take one out, or send a link.",
    "many_files": "Ten files at most.",
    "meanwhile": "{who} answered meanwhile. Read that first; press Send once more to send yours too.",
    "program": "{who} is a program, or opens as one. Send it some other way.",
}
NOTE_REFUSED = {
    "empty": "Write a note first.",
    "long": "That note is longer than 4,000 letters. Shorten it.",
    "many": "There are 200 notes here already. That is as many as fit.",
}


@router.get("/guestbook", response=EntriesOut, auth=GUESTS)
def entries(
    request: HttpRequest, view: View = "everyone", search: str = "", after: str = "", brief: bool = False
) -> EntriesOut:
    """Sixty lines: waiting, with someone, done; within, the newest words first. `brief` leaves out the sums,
    which go through all there is.
    """
    business, seen_by = auth.business(request), auth.seen_by(request)
    hands = hands_of(business)
    me = mine(hands, user_of(request))
    found = list(
        entries_of(business, view, whom=me, search=search[:200], after=_after(after), seen_by=seen_by)[
            : A_PAGE + 1
        ]
    )
    shown = found[:A_PAGE]
    return EntriesOut(
        entries=[row_of(entry, hands) for entry in shown],
        next=_mark_of(shown[-1]) if len(found) > A_PAGE else "",
        sums=None if brief else SumsOut(**sums_of(business, me, seen_by=seen_by)),
        hands=[HandOut(whom=each.whom, name=each.name, is_gone=each.is_gone) for each in hands.values()],
        me=me,
        kept_days=business.kept_days,
    )


def _mark_of(entry: Entry) -> str:
    return f"{entry.state}.{entry.last_at.timestamp()!r}.{entry.pk}"


def _after(mark: str) -> After | None:
    """Where a page goes on; what can't be read begins anew."""
    state, _, rest = mark.partition(".")
    moment, _, pk = rest.rpartition(".")
    try:
        return After(int(state), datetime.fromtimestamp(float(moment), clock.now().tzinfo), int(pk))
    except (ValueError, OverflowError, OSError):
        return None


@router.get("/guestbook/{pk}", response=EntryOut, auth=GUESTS)
def read(request: HttpRequest, pk: int) -> EntryOut:
    return _out(request, auth.entry(request, pk))


def _out(request: HttpRequest, entry: Entry) -> EntryOut:
    hands, me = _hands(request, entry.business)
    return entry_of(entry, hands, me, at=clock.now())


def _hands(request: HttpRequest, business: Business) -> tuple[dict[str, Hand], str]:
    hands = hands_of(business)
    return hands, mine(hands, user_of(request))


@router.post("/guestbook/{pk}/look", response=OpenOut, auth=GUESTS)
def look(request: HttpRequest, pk: int) -> OpenOut:
    """It is open on somebody's screen, as its screen says every twenty seconds; who else has it open."""
    entry = auth.entry(request, pk)
    hands, me = _hands(request, entry.business)
    now = clock.now()
    is_elsewhere = is_open_elsewhere(entry, me, at=now)
    look_at(entry, me, at=now)
    return OpenOut(open_by=name_of(hands, entry.open_by) if is_elsewhere else "")


@router.post("/guestbook/{pk}/hand", response=EntryOut, auth=GUESTS)
def hand(request: HttpRequest, pk: int, body: HandIn) -> EntryOut:
    """Give it to somebody, or to nobody."""
    entry = auth.entry(request, pk)
    hands, me = _hands(request, entry.business)
    try:
        hand_to(entry, body.whom, by=me, at=clock.now())
    except NobodyThere:
        raise _nobody() from None
    return entry_of(entry, hands, me, at=clock.now())


def _nobody() -> Problem:
    return Problem(422, "nobody_there", "They are no longer here. Choose somebody else.", field="whom")


@router.post("/guestbook/{pk}/mark", response=EntryOut, auth=GUESTS)
def mark_as(request: HttpRequest, pk: int, body: MarkIn) -> EntryOut:
    return _out(request, mark(auth.entry(request, pk), STATES[body.state], at=clock.now()))


@router.post("/guestbook/{pk}/notes", response=EntryOut, auth=GUESTS)
def note(request: HttpRequest, pk: int, body: TeamNoteIn) -> EntryOut:
    """A note that only the team sees."""
    entry = auth.entry(request, pk)
    hands, me = _hands(request, entry.business)
    try:
        write_note(entry, body.text, by=me, at=clock.now())
    except NoteRefused as refused:
        raise Problem(422, refused.code, NOTE_REFUSED[refused.code], field="text") from None
    return entry_of(entry, hands, me, at=clock.now())


@router.put("/guestbook/{pk}/next", response=EntryOut, auth=GUESTS)
def next_step(request: HttpRequest, pk: int, body: NextIn) -> EntryOut:
    """The one next step, with a day and a time on the shop's clock and who is told an hour before."""
    entry = auth.entry(request, pk)
    try:
        set_next_step(entry, text=body.text, when=_moment(body, entry.business), whom=body.whom)
    except NobodyThere:
        raise _nobody() from None
    return _out(request, entry)


def _moment(body: NextIn, business: Business) -> datetime | None:
    if body.day is None:
        return None
    try:
        at = time.fromisoformat(body.time or "09:00")
        return datetime.combine(body.day, at, clock_of(business.zone))
    except (ValueError, OverflowError):
        raise Problem(422, "time", "Write the time like 14:30.", field="time") from None


@router.post("/guestbook/{pk}/answer", response=EntryOut, auth=GUESTS)
def answer(
    request: HttpRequest,
    pk: int,
    body: Form[GuestAnswerIn],
    files: list[UploadedFile] = File(default_factory=list),  # type: ignore[type-arg]  # noqa: B008
) -> EntryOut:
    """Email an answer, with files."""
    entry = auth.entry(request, pk)
    hands, me = _hands(request, entry.business)
    person = user_of(request)
    if person.proven_at is None:
        raise Problem(409, "not_proven", REFUSED["not_proven"], field="text")
    if sum(each.size or 0 for each in files) > MOST_BYTES:
        raise Problem(422, "too_big", REFUSED["too_big"], field="files")
    try:
        answer_by_email(
            entry,
            body.text,
            by=me,
            reply_to=person.email,
            name=person.name or entry.business.name,
            seen=body.seen,
            files=[
                Attached((each.name or "file")[:150], (each.content_type or "")[:100], each.read())
                for each in files
            ],
            at=clock.now(),
        )
    except AnswerRefused as refused:
        raise answer_problem(refused, hands) from None
    entry.refresh_from_db()
    return entry_of(entry, hands, me, at=clock.now())


def answer_problem(refused: AnswerRefused, hands: dict[str, Hand]) -> Problem:
    who = name_of(hands, refused.by) if refused.code == "meanwhile" else refused.by
    says = REFUSED[refused.code].format(who=who)
    field = "files" if refused.code in ("program", "too_big", "many_files") else "text"
    return Problem(409 if refused.code == "meanwhile" else 422, refused.code, says, field=field)


@router.post("/guestbook/{pk}/opened", response=EntryOut, auth=GUESTS)
def opened(request: HttpRequest, pk: int, body: OpenedIn) -> EntryOut:
    """An app was opened with an answer begun; whether it was sent there can't be known here."""
    entry = auth.entry(request, pk)
    hands, me = _hands(request, entry.business)
    if body.app not in APPS or not entry.phone:
        raise NotFound
    try:
        answered_in_app(entry, body.text, app=body.app, to=entry.phone, by=me, seen=body.seen, at=clock.now())
    except AnswerRefused as refused:
        raise answer_problem(refused, hands) from None
    entry.refresh_from_db()
    return entry_of(entry, hands, me, at=clock.now())


@router.post("/replies/{pk}/again", response=EntryOut, auth=GUESTS)
def again(request: HttpRequest, pk: int) -> EntryOut:
    """Send once more what did not go out."""
    reply = Reply.objects.filter(pk=pk).first()
    if reply is None:
        raise NotFound
    auth.entry(request, reply.entry_id)
    send_again(reply, at=clock.now())
    return _out(request, auth.entry(request, reply.entry_id))


@router.get("/replies/{pk}/files/{number}", auth=GUESTS)
def reply_file(request: HttpRequest, pk: int, number: int) -> HttpResponse:
    """A file that was sent, as a download."""
    found = ReplyFile.objects.select_related("reply").filter(pk=number, reply=pk).first()
    if found is None:
        raise NotFound
    auth.entry(request, found.reply.entry_id)
    answer = HttpResponse(bytes(found.data), content_type="application/octet-stream")
    answer["Content-Disposition"] = content_disposition_header(True, found.name) or "attachment"
    answer["X-Content-Type-Options"], answer["Cache-Control"] = "nosniff", "private, no-store"
    return answer


@router.post("/messages/{pk}/apart", response=EntryOut, auth=GUESTS)
def apart(request: HttpRequest, pk: int) -> EntryOut:
    """These words are somebody else's: an entry of their own."""
    message = Message.objects.filter(pk=pk).first()
    if message is None:
        raise NotFound
    auth.entry(request, message.entry_id)
    return _out(request, take_apart(message, at=clock.now()))


@router.delete("/guestbook/{pk}", response=Done, auth=GUESTS)
def delete(request: HttpRequest, pk: int) -> Done:
    """For good."""
    entry = auth.entry(request, pk)
    delete_entry(entry)
    record(entry.business, user_of(request), "deleted", at=clock.now())
    return Done()
