"""Answer who wrote: by email from here, or in the app they gave, opened with the answer begun.

What was sent is kept. A mail that could not be sent says so and can be sent again; one that may or may not
have gone out stands as in doubt and is not sent again by itself.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from smtplib import SMTPException, SMTPRecipientsRefused

from django.core.mail import EmailMessage, get_connection
from django.db import transaction
from procrastinate import JobContext, RetryStrategy
from procrastinate.contrib.django import app as jobs

from kindknock import clock
from kindknock.accounts.actions.limit import ANSWERS, ANSWERS_TO, limit
from kindknock.accounts.mailing import NOT_TAKEN
from kindknock.core.words.fillins import fill
from kindknock.doors.small_words import written

from ..live_asks import live_setup
from ..models import Entry, Reply, ReplyFile
from .tell_hook import tell_hook

MOST_LETTERS = 20_000
MOST_BYTES = 10_000_000
MOST_FILES = 10
MOST_TRIES = 6
IN_DOUBT = "The line broke while it was sent: it may have gone out or not."
PROGRAMS = frozenset(
    [
        "exe",
        "msi",
        "bat",
        "cmd",
        "com",
        "scr",
        "pif",
        "ps1",
        "psm1",
        "vbs",
        "vbe",
        "js",
        "jse",
        "mjs",
        "wsf",
        "wsh",
        "hta",
        "jar",
        "app",
        "apk",
        "deb",
        "rpm",
        "dmg",
        "pkg",
        "sh",
        "bash",
        "run",
        "bin",
        "dll",
        "so",
        "dylib",
        "lnk",
        "reg",
        "cpl",
        "inf",
        "iso",
        "img",
        "vhd",
        "gadget",
        "appimage",
        "py",
        "pl",
        "rb",
        "php",
        "html",
        "htm",
        "xhtml",
        "svg",
    ]
)
"""Endings of files that run, or open as a page, when pressed."""
_PROGRAM_STARTS = (b"MZ", b"\x7fELF", b"#!", b"\xca\xfe\xba\xbe", b"\xfe\xed\xfa", b"\xcf\xfa\xed\xfe")


class AnswerRefused(Exception):
    """`code` is empty, long, no_email, not_proven, program, too_big, many_files, or meanwhile where somebody
    answered since it was opened (`by` says who).
    """

    def __init__(self, code: str, by: str = "") -> None:
        super().__init__(code)
        self.code, self.by = code, by


@dataclass(frozen=True, slots=True)
class Attached:
    name: str
    kind: str
    data: bytes


def answer_by_email(
    entry: Entry,
    text: str,
    *,
    by: str,
    reply_to: str,
    name: str,
    seen: int,
    files: Sequence[Attached] = (),
    at: datetime,
) -> Reply:
    """Have an answer mailed, their words below it. `seen` is how many answers whoever writes had before them.
    Raises AnswerRefused, TooOften.
    """
    text = text.strip()
    if not text:
        raise AnswerRefused("empty")
    if len(text) > MOST_LETTERS:
        raise AnswerRefused("long")
    if not entry.email:
        raise AnswerRefused("no_email")
    _check(files)
    with transaction.atomic():
        locked = Entry.objects.select_for_update().select_related("business").get(pk=entry.pk)
        _check_seen(locked, seen)
        limit(ANSWERS_TO, f"{locked.business_id} {locked.email.lower()}", at=at)
        limit(ANSWERS, str(locked.business_id), at=at)
        reply = Reply.objects.create(
            entry=locked,
            by=by,
            to=locked.email,
            subject=subject_of(locked),
            text=f"{text}\n\n{name}".strip(),
            below=_quoted(locked),
            reply_to=reply_to,
            at=at,
        )
        for each in files:
            ReplyFile.objects.create(
                reply=reply, name=each.name, kind=each.kind, size=len(each.data), data=each.data
            )
        _answered(locked, by, at)
        send_reply.defer(number=reply.pk)
    return reply


def answered_in_app(entry: Entry, text: str, *, app: str, to: str, by: str, seen: int, at: datetime) -> Reply:
    """Keep what an app was opened with; whether it was sent there nobody can tell from here. Raises
    AnswerRefused.
    """
    with transaction.atomic():
        locked = Entry.objects.select_for_update().get(pk=entry.pk)
        _check_seen(locked, seen)
        reply = Reply.objects.create(
            entry=locked, by=by, app=app, to=to, text=text.strip(), state=Reply.State.OPENED, at=at
        )
        _answered(locked, by, at)
    return reply


def send_again(reply: Reply, *, at: datetime) -> Reply:
    """Send one more time what the mail server refused, or what may not have gone out. Raises TooOften."""
    if reply.state in (Reply.State.REFUSED, Reply.State.IN_DOUBT):
        with transaction.atomic():
            limit(ANSWERS_TO, f"{reply.entry.business_id} {reply.to.lower()}", at=at)
            limit(ANSWERS, str(reply.entry.business_id), at=at)
            reply.state, reply.error, reply.handed_at = Reply.State.SENDING, "", None
            reply.save(update_fields=["state", "error", "handed_at"])
            send_reply.defer(number=reply.pk)
    return reply


@jobs.task(  # type: ignore[untyped-decorator]
    name="send_reply", retry=RetryStrategy(max_attempts=MOST_TRIES, exponential_wait=5), pass_context=True
)
def send_reply(context: JobContext, number: int) -> None:
    """Send one answer; tried again up to six times where the mail server can't be reached."""
    try:
        send(number)
    except Exception:
        # Whatever it was: an answer never stands as being sent for good.
        if context.job.attempts >= MOST_TRIES - 1:
            _gave_up(number)
        raise


def send(number: int) -> None:
    """Run by a job: hand one answer to the mail server and keep what became of it. Raises where the server
    can't be reached at all, so that it is tried again.
    """
    reply = (
        Reply.objects.select_related("entry__business").filter(pk=number, state=Reply.State.SENDING).first()
    )
    if reply is None:
        return
    if reply.handed_at is not None:
        # A worker was killed while it handed this over.
        _settle(reply, Reply.State.IN_DOUBT, IN_DOUBT)
        return
    letter = EmailMessage(
        reply.subject,
        f"{reply.text}\n\n{reply.below}",
        None,
        [reply.to],
        reply_to=[reply.reply_to] if reply.reply_to else None,
    )
    for each in reply.files.all():
        letter.attach(each.name, bytes(each.data), each.kind or "application/octet-stream")
    line = get_connection()
    line.open()
    letter.connection = line
    reply.handed_at = clock.now()
    reply.save(update_fields=["handed_at"])
    try:
        letter.send()
        _settle(reply, Reply.State.SENT)
    except SMTPRecipientsRefused:
        _settle(reply, Reply.State.REFUSED, f"There is no mailbox at {reply.to}, their mail server says.")
    except NOT_TAKEN as error:
        code = getattr(error, "smtp_code", "")
        _settle(reply, Reply.State.REFUSED, f"The mail server did not take it ({code}).".replace(" ()", ""))
    except (SMTPException, OSError):
        _settle(reply, Reply.State.IN_DOUBT, IN_DOUBT)
    finally:
        line.close()


def _gave_up(number: int) -> None:
    """Run where the mail server could not be reached often enough."""
    reply = Reply.objects.filter(pk=number, state=Reply.State.SENDING).first()
    if reply is not None:
        _settle(reply, Reply.State.REFUSED, "The mail server could not be reached.")


def _settle(reply: Reply, state: Reply.State, error: str = "") -> None:
    reply.state, reply.error = state, error[:300]
    reply.save(update_fields=["state", "error"])


def _check_seen(entry: Entry, seen: int) -> None:
    newer = list(entry.replies.all()[seen:])
    if newer:
        raise AnswerRefused("meanwhile", newer[-1].by)


def _check(files: Sequence[Attached]) -> None:
    if len(files) > MOST_FILES:
        raise AnswerRefused("many_files")
    if sum(len(each.data) for each in files) > MOST_BYTES:
        raise AnswerRefused("too_big")
    for each in files:
        ends = each.name.lower().rstrip(". ").rpartition(".")[2]
        if ends in PROGRAMS or each.data.startswith(_PROGRAM_STARTS):
            raise AnswerRefused("program", each.name)


def _answered(entry: Entry, by: str, at: datetime) -> None:
    """Whoever answers has it, where nobody had it; days kept count from here."""
    if not entry.holder:
        entry.holder = by
    if entry.state != Entry.State.DONE:
        entry.state = Entry.State.TAKEN
    entry.unread, entry.touched_at = False, at
    entry.save(update_fields=["holder", "state", "unread", "touched_at"])
    tell_hook(entry, "answered", at=at)


def _quoted(entry: Entry) -> str:
    """Their newest words as a letter quotes them, and where they wrote them."""
    newest = entry.messages.last()
    if newest is None:
        return ""
    lines = newest.text.splitlines() + [f"{each['label']} {each['answer']}" for each in newest.answers]
    quoted = "\n".join(f"> {line}" for line in lines)
    return f"{quoted}\n\n{entry.business.name}: {newest.address.partition('?')[0]}\n"


def subject_of(entry: Entry) -> str:
    """The subject of an answer, in their language and in the words that are live."""
    newest = entry.messages.select_related("site").last()
    setup = live_setup(newest.site) if newest and newest.site else None
    door = next((each for each in setup.doors if newest and each.key == newest.door), None) if setup else None
    default = setup.business.languages[0] if setup else "en"
    words = written("_answer_subject", door, entry.language or default, default)
    return " ".join(fill(words, {"business": entry.business.name}).text.split())
