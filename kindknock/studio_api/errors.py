"""Everything that goes wrong in the API, told as RFC 9457 problem details with a sentence to read."""

import logging
from collections.abc import Callable
from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.db import InterfaceError, OperationalError
from django.http import HttpRequest, HttpResponse, JsonResponse, UnreadablePostError
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from kindknock import request_id
from kindknock.accounts.actions.change_business import BusinessMoved, BusinessRefused
from kindknock.accounts.actions.confirm_address import AddressLinkStale
from kindknock.accounts.actions.limit import TooOften
from kindknock.accounts.actions.sign_up import SignUpRefused
from kindknock.accounts.mailing import AddressInUse
from kindknock.accounts.passkeys import PasskeyRefused
from kindknock.accounts.second_step import WrongCode
from kindknock.answers.actions.change_piece import PieceMoved, PieceRefused
from kindknock.doors.actions.add_channel import AddressRefused
from kindknock.doors.actions.change_door import DoorMoved, DoorRefused
from kindknock.doors.actions.keep_step import NothingToUndo, StepOvertaken
from kindknock.doors.actions.open_business import AlreadyOpened, NameMissing, NoWay
from kindknock.doors.actions.publish_release import PublishBlocked
from kindknock.doors.actions.read_setup_file import SetupFileRefused
from kindknock.sites.actions.set_host import HostRefused
from kindknock.team.refusals import TeamRefused

from . import team_words, words

log = logging.getLogger(__name__)


class Problem(Exception):
    """An answer that is no success. `says` is one sentence for the person; `more` goes along."""

    def __init__(self, status: int, code: str, says: str, **more: Any) -> None:
        super().__init__(code)
        self.status, self.code, self.says, self.more = status, code, says, more


class NotFound(Problem):
    """For what is not there and for what is somebody else's: the two must look the same."""

    def __init__(self) -> None:
        super().__init__(404, "not_found", "That isn't here, or not any more.")


def _business_words(error: BusinessRefused) -> str:
    return words.FIELD.get(error.code) or words.READING.get(error.code, "That can't be used.")


def _moved(error: DoorMoved | BusinessMoved | PieceMoved) -> Problem:
    says = "Somebody else changed this meanwhile. Yours is kept here: look at both, then choose."
    return Problem(409, "moved", says, version=error.current.version)


def _piece_refused(error: PieceRefused) -> Problem:
    if error.code == "full":
        return Problem(422, "full", "There is no room for more here. Take something out first.")
    says = "That can’t be kept as it is: some of it is longer than there is room for. Shorten it a little."
    return Problem(422, "value_refused", says, field=error.where)


def _blocked(error: PublishBlocked) -> Problem:
    findings = [{"code": f.code, "door": f.door, "channel": f.channel, "fix": f.fix} for f in error.findings]
    return Problem(409, "blocked", words.blocked(error.findings), findings=findings)


TEAM_STATUS = {"gone": 404, "last_owner": 409, "not_owner": 409}
_PROBLEMS: dict[type[Exception], Callable[[Any], Problem]] = {
    Problem: lambda e: e,
    TooOften: lambda e: Problem(429, "too_often", "That was tried too often. Wait a while, then try again."),
    AddressRefused: lambda e: Problem(
        422, e.reading.error or "not_readable", words.why_not(e.reading), field="typed"
    ),
    AddressLinkStale: lambda e: Problem(
        422, "stale", "This link has been used or is too old. Ask for a new one."
    ),
    AddressInUse: lambda e: Problem(
        409, "address_in_use", "Another account has this address. Sign in there, or ask for a new password."
    ),
    AlreadyOpened: lambda e: Problem(
        409, "has_business", "You have a business here already. Go to its desk."
    ),
    NameMissing: lambda e: Problem(422, "name_empty", words.FIELD["name_empty"], field="name"),
    NoWay: lambda e: Problem(
        422, "no_way", "Say how people reach you first: tick a number, or type yours.", field="ways"
    ),
    HostRefused: lambda e: Problem(
        422, e.code, words.HOST.get(e.code, words.HOST["not_a_host"]), field="typed"
    ),
    SignUpRefused: lambda e: Problem(422, e.code, e.detail or words.FIELD[e.code], field=e.field),
    BusinessRefused: lambda e: Problem(422, e.code, _business_words(e), field=e.field),
    DoorRefused: lambda e: Problem(
        422, "value_refused", "That can't be kept as it is: " + e.why, field=e.field
    ),
    SetupFileRefused: lambda e: Problem(422, e.code, words.setup_file(e.code, e.where, e.why), field="text"),
    WrongCode: lambda e: Problem(422, "wrong_code", team_words.wrong_code(e), field="code"),
    PasskeyRefused: lambda e: Problem(422, "passkey", team_words.PASSKEY, field="passkey"),
    TeamRefused: lambda e: Problem(
        TEAM_STATUS.get(e.code, 422),
        e.code,
        team_words.refused(e),
        field=e.field,
    ),
    NothingToUndo: lambda e: Problem(409, "nothing_to_take_back", "There is nothing to take back."),
    StepOvertaken: lambda e: Problem(
        409, "overtaken", "Somebody else has changed that since, so it stays as it is now."
    ),
    DoorMoved: _moved,
    PieceMoved: _moved,
    PieceRefused: _piece_refused,
    BusinessMoved: _moved,
    PublishBlocked: _blocked,
}
"""How each error of the rooms below is told; a new one is one row."""


def add_handlers(api: NinjaAPI) -> None:
    for kind in _PROBLEMS:
        api.add_exception_handler(kind, _answer)
    api.add_exception_handler(
        RequestDataTooBig,
        lambda request, error: respond(
            Problem(
                422,
                "too_large",
                "That is too large to take in at once. Choose a smaller file, or only the part you need.",
                field="text",
            )
        ),
    )
    api.add_exception_handler(
        AuthenticationError,
        lambda request, error: respond(
            Problem(401, "signed_out", "You are signed out. Sign in again; nothing here is lost.")
        ),
    )
    api.add_exception_handler(
        UnreadablePostError,
        lambda request, error: respond(
            Problem(408, "too_slow", "It did not all arrive in time. Try again where the line is better.")
        ),
    )
    api.add_exception_handler(HttpError, _refused)
    for kind_of in (OperationalError, InterfaceError):
        api.add_exception_handler(kind_of, _database_away)
    api.add_exception_handler(Exception, _fault)
    api.add_exception_handler(ValidationError, _invalid)


def _answer(request: HttpRequest, error: Any) -> HttpResponse:
    make = next(make for kind, make in _PROBLEMS.items() if isinstance(error, kind))
    return respond(make(error))


def _refused(request: HttpRequest, error: Any) -> HttpResponse:
    if isinstance(error.__cause__, Problem):
        # What the parser of bodies refused, which ninja tells as its own.
        return respond(error.__cause__)
    return respond(
        Problem(error.status_code, "refused", "That was refused: reload the page and try once more.")
    )


DISK_FULL, TOO_LONG = "53100", ("57014", "55P03")
"""What PostgreSQL calls a disk without room, and a statement or a lock that took too long (appendix A)."""


def _database_away(request: HttpRequest, error: Any) -> HttpResponse:
    """The database can't do it now; nothing was changed. Told so that it is clear whether to wait or call."""
    number = request_id.current.get() or request_id.new_id()
    log.error("the database could not", exc_info=error, extra={"id": number})
    code = getattr(error.__cause__, "sqlstate", None)
    if code == DISK_FULL:
        says = (
            f"There is no room left to keep anything here (noted as {number}). What you typed stays here: "
            "tell whoever runs this, and try again once there is."
        )
    elif code in TOO_LONG:
        says = f"That took too long and was taken back (noted as {number}). Try again in a moment."
    else:
        says = (
            f"The database can't be reached just now (noted as {number}). What you typed stays here; "
            "try again in a moment."
        )
    return respond(Problem(503, "away", says, id=number))


def _fault(request: HttpRequest, error: Any) -> HttpResponse:
    """What nobody foresaw: told with the id under which the log has it."""
    number = request_id.current.get() or request_id.new_id()
    log.error("not answered", exc_info=error, extra={"id": number})
    says = (
        f"Something went wrong here, and was noted as {number}. What you typed stays here; try again in a "
        "moment. If it stays so, tell whoever runs this that number."
    )
    return respond(Problem(500, "fault", says, id=number))


def locked_out(request: HttpRequest, *args: Any, **kwargs: Any) -> HttpResponse:
    """What too many wrong passwords meet (django-axes calls this)."""
    return respond(
        Problem(
            429,
            "locked",
            "Too many tries. Wait a quarter of an hour, or ask for a new password.",
            field="password",
        )
    )


def _invalid(request: HttpRequest, error: Any) -> HttpResponse:
    first = error.errors[0] if error.errors else {}
    return respond(
        Problem(
            422,
            "value_refused",
            "Something sent can't be read: " + str(first.get("msg", "")).removeprefix("Value error, "),
            field=".".join(str(part) for part in first.get("loc", ())[2:]),
        )
    )


def respond(problem: Problem) -> HttpResponse:
    body = {
        "type": "about:blank",
        "status": problem.status,
        "title": problem.says,
        "code": problem.code,
        **problem.more,
    }
    return JsonResponse(body, status=problem.status, content_type="application/problem+json")
