"""Says whether this process lives, and whether it can do its work."""

from django.conf import settings
from django.db import DatabaseError, connection
from django.http import HttpRequest, JsonResponse
from procrastinate.contrib.django.models import ProcrastinateJob

from kindknock import clock
from kindknock.accounts.network import is_trusted
from kindknock.core.time.zones import zone_rules
from kindknock.onsite.cache import cache, is_answering


def healthz(request: HttpRequest) -> JsonResponse:
    """200 as long as this process answers at all: what is held is served without a database."""
    rules = zone_rules(clock.now().date())
    return JsonResponse(
        {
            "alive": True,
            "tzdata": rules.edition,
            "warnings": ["tzdata is a year old: update the requirements"] if rules.is_old else [],
        }
    )


def readyz(request: HttpRequest) -> JsonResponse:
    """200 when the database answers and changes are heard, else 503. `age_s` is for how long what visitors
    get could not be confirmed, `jobs` how many wait or are at work; `proxy` and `secure` how this request
    came.
    """
    jobs = None
    try:
        jobs = ProcrastinateJob.objects.filter(status__in=["todo", "doing"]).count()
        database = True
    except DatabaseError:
        connection.close()
        database = False
    releases = database and is_answering()
    listening = not cache.is_deaf
    return JsonResponse(
        {
            "database": database,
            "releases": releases,
            "listening": listening,
            "age_s": round(cache.age_s()),
            "jobs": jobs,
            "proxy": _proxy(request),
            "secure": request.is_secure(),
        },
        status=200 if database and releases and listening else 503,
    )


def _proxy(request: HttpRequest) -> str:
    """Whether what handed this on is one of ours; `none` where nothing did."""
    if "HTTP_X_FORWARDED_FOR" not in request.META:
        return "none"
    peer = str(request.META.get("REMOTE_ADDR", ""))
    return "trusted" if is_trusted(peer, settings.ENV.trusted_proxies) else "not_trusted"
