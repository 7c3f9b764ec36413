"""Serves the studio's one page for every address of the studio."""

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie

_POLICY = (
    "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
    "font-src 'self'; connect-src 'self'; frame-src 'self'; base-uri 'none'; form-action 'self'; "
    "frame-ancestors 'none'"
)


@ensure_csrf_cookie
def shell(request: HttpRequest, *args: object, **kwargs: object) -> HttpResponse:
    page = settings.BUILT / "studio" / "index.html"
    if not page.exists():
        return HttpResponse(
            "The studio is not built yet. Run ./start, which builds it.",
            status=503,
            content_type="text/plain",
        )
    response = HttpResponse(page.read_text(encoding="utf-8"))
    response["Content-Security-Policy"] = _POLICY
    response["Cache-Control"] = "no-store"
    return response
