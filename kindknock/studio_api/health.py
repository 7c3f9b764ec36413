"""Says whether this process can do its work."""

from django.db import DatabaseError, connection
from django.http import HttpRequest, JsonResponse

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
    return JsonResponse(
        {"database": database, "releases": releases}, status=200 if database and releases else 503
    )
