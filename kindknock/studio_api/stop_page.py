"""The page behind *no more letters of this kind*: one press, no sign-in. Mail programs that stop a kind by
themselves (RFC 8058) post here; looking at the page stops nothing.
"""

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_http_methods

from kindknock.accounts.actions.stop_hearing import StopUnreadable, read_stop, stop_hearing
from kindknock.accounts.letters import RIGHT_TO_LEFT, language_for, sentence
from kindknock.people.models import Assistant


@csrf_exempt  # the signed token in the address is what may; a mail program has no cookie of ours
@require_http_methods(["GET", "POST"])
def stop_page(request: HttpRequest, token: str) -> HttpResponse:
    try:
        stopping = read_stop(token)
    except StopUnreadable:
        return render(request, "studio_api/stop.html", {"state": "unreadable", "language": "en"}, status=404)
    is_done = request.method == "POST"
    if is_done:
        stop_hearing(stopping)
        if stopping.person:
            Assistant.objects.filter(key=stopping.person).update(notice_email="")
    language = language_for(stopping.language)
    name = stopping.member.business.name if stopping.member else ""
    return render(
        request,
        "studio_api/stop.html",
        {
            "state": "done" if is_done else "asks",
            "language": language,
            "dir": "rtl" if language in RIGHT_TO_LEFT else "ltr",
            "business": name,
            "kinds": [sentence(language, f"kind.{kind}") for kind in stopping.kinds],
            "says": {key: sentence(language, f"stopping.{key}") for key in ("title", "done", "go", "again")},
        },
    )
