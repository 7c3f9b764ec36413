"""Says whether this process can do its work."""

from django.db import DatabaseError, connection
from django.http import HttpRequest, JsonResponse

from kindknock import clock
from kindknock.core.time.zones import zone_rules
from kindknock.onsite.cache import is_answering


def healthz(request: HttpRequest) -> JsonResponse:
    """200 when the database and the release cache answer, else 503."""
    try:
        with connection.cursor() as cursor:
            cursor.execute("SELECT 1")
        database = True
    except DatabaseError:
        database = False
    releases = database and is_answering()
    rules = zone_rules(clock.now().date())
    return JsonResponse(
        {
            "database": database,
            "releases": releases,
            "tzdata": rules.edition,
            "warnings": ["tzdata is a year old: update the requirements"] if rules.is_old else [],
        },
        status=200 if database and releases else 503,
    )
