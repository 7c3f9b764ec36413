"""Everything that goes wrong in the API, told as RFC 9457 problem details with a sentence to read."""

from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.http import HttpRequest, HttpResponse, JsonResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from kindknock.accounts.actions.change_business import BusinessMoved, BusinessRefused
from kindknock.accounts.actions.sign_up import SignUpRefused
from kindknock.doors.actions.add_channel import AddressRefused
from kindknock.doors.actions.change_door import DoorMoved, DoorRefused
from kindknock.doors.actions.import_setup import SetupFileRefused
from kindknock.doors.actions.keep_step import NothingToTakeBack, StepOvertaken
from kindknock.doors.actions.open_business import NameMissing
from kindknock.doors.actions.publish_release import PublishBlocked
from kindknock.sites.actions.set_host import HostRefused

from . import words


class Problem(Exception):
    """An answer that is no success. `says` is one sentence for the person; `more` goes along."""

    def __init__(self, status: int, code: str, says: str, **more: Any) -> None:
        super().__init__(code)
        self.status, self.code, self.says, self.more = status, code, says, more


class NotFound(Problem):
    """For what is not there and for what is somebody else's: the two must look the same."""

    def __init__(self) -> None:
        super().__init__(404, "not_found", "That isn't here, or not any more.")


def _to_problem(error: Exception) -> Problem:
    if isinstance(error, Problem):
        return error
    if isinstance(error, AddressRefused):
        return Problem(
            422, error.reading.error or "not_readable", words.why_not(error.reading), field="typed"
        )
    if isinstance(error, NameMissing):
        return Problem(422, "name_empty", words.FIELD["name_empty"], field="name")
    if isinstance(error, HostRefused):
        return Problem(422, error.code, words.HOST.get(error.code, words.HOST["not_a_host"]), field="typed")
    if isinstance(error, SignUpRefused):
        return Problem(422, error.code, error.detail or words.FIELD[error.code], field=error.field)
    if isinstance(error, BusinessRefused):
        return Problem(
            422,
            error.code,
            words.FIELD.get(error.code) or words.READING.get(error.code, "That can't be used."),
            field=error.field,
        )
    if isinstance(error, DoorRefused):
        return Problem(422, "value_refused", "That can't be kept as it is: " + error.why, field=error.field)
    if isinstance(error, SetupFileRefused):
        return Problem(422, error.code, words.setup_file(error.code, error.where, error.why), field="text")
    if isinstance(error, NothingToTakeBack):
        return Problem(409, "nothing_to_take_back", "There is nothing to take back.")
    if isinstance(error, StepOvertaken):
        return Problem(409, "overtaken", "Somebody else has changed that since, so it stays as it is now.")
    if isinstance(error, DoorMoved | BusinessMoved):
        return Problem(
            409,
            "moved",
            "Somebody else changed this meanwhile. Yours is kept here: look at both, then choose.",
            version=error.current.version,
        )
    if isinstance(error, PublishBlocked):
        return Problem(
            409,
            "blocked",
            words.blocked(error.findings),
            findings=[
                {"code": f.code, "door": f.door, "channel": f.channel, "fix": f.fix} for f in error.findings
            ],
        )
    raise error


def add_handlers(api: NinjaAPI) -> None:
    for kind in (
        Problem,
        AddressRefused,
        NameMissing,
        HostRefused,
        SignUpRefused,
        BusinessRefused,
        DoorRefused,
        DoorMoved,
        NothingToTakeBack,
        StepOvertaken,
        SetupFileRefused,
        BusinessMoved,
        PublishBlocked,
    ):
        api.add_exception_handler(kind, _told)
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
    api.add_exception_handler(HttpError, _refused)
    api.add_exception_handler(ValidationError, _invalid)


def _told(request: HttpRequest, error: Any) -> HttpResponse:
    return respond(_to_problem(error))


def _refused(request: HttpRequest, error: Any) -> HttpResponse:
    return respond(
        Problem(error.status_code, "refused", "That was refused: reload the page and try once more.")
    )


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
            "Something sent can't be read: " + str(first.get("msg", "")),
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
