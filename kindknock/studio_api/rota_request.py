"""What every request about the rota needs: whose it is, what day it is there, and the table again as the
answer.
"""

from datetime import date

from django.http import HttpRequest, HttpResponse, JsonResponse

from kindknock import clock
from kindknock.accounts.models import Business
from kindknock.core.time.days import is_near
from kindknock.core.words.moments import clock_of
from kindknock.people.models import Whose

from . import auth
from .rota_present import rota_of

SPANS = ("7", "14", "28", "35", "42")


def table(request: HttpRequest) -> HttpResponse:
    """The table again, for the days the asker shows."""
    business = auth.business(request)
    try:
        first = date.fromisoformat(str(request.GET.get("first") or today_of(business)))
    except ValueError:
        first = today_of(business)
    if not is_near(first):
        first = today_of(business)
    asked = request.GET.get("days", "")
    return JsonResponse(rota_of(business, first, int(asked) if asked in SPANS else 7))


def today_of(business: Business) -> date:
    return clock.now().astimezone(clock_of(business.zone)).date()


def owner_of(request: HttpRequest, whose: str, key: str) -> tuple[Whose, str]:
    """Whose hours who asks may change. Raises Problem 403 where they may only change their own."""
    if whose == "person":
        return Whose.PERSON, auth.own_assistant(request, key).key
    auth.check_own(request, "")
    if whose == "channel":
        return Whose.CHANNEL, auth.channel(request, key).key
    return Whose.SHOP, ""
