"""What every request to Django passes first."""

from collections.abc import Callable

from django.http import HttpRequest, HttpResponse


def without_nul(get_response: Callable[[HttpRequest], HttpResponse]) -> Callable[[HttpRequest], HttpResponse]:
    """An address with a NUL in it names nothing: no text column can hold one, so it is never looked up."""

    def answer(request: HttpRequest) -> HttpResponse:
        if "\x00" in request.path or "%00" in request.META.get("QUERY_STRING", ""):
            return HttpResponse(
                "That address can't be read.", status=400, content_type="text/plain; charset=utf-8"
            )
        return get_response(request)

    return answer
