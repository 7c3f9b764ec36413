"""The pretend phone and the pretend mailbox: plain pages of ours, clearly marked as pretend."""

import json
import re
from typing import Any

from django.conf import settings
from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.urls import reverse
from django.utils.html import escape
from django.utils.http import urlencode
from django.utils.safestring import SafeString, mark_safe
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_GET, require_http_methods, require_POST

from kindknock.core.addresses import APPS, read_contact
from kindknock.core.addresses.recipes import link_with

from .models import Letter, PhoneMessage, Told


def _only_when_pretending() -> None:
    if not settings.ENV.pretend:
        raise Http404


@require_GET
def phone(request: HttpRequest) -> HttpResponse:
    """The phone: conversations beside the one that a link just opened, its words not sent yet."""
    _only_when_pretending()
    app, to, text = (request.GET.get(name, "")[:5000] for name in ("app", "to", "text"))
    if app and app not in APPS:
        raise Http404
    conversations = _conversations()
    if not app and conversations:
        app, to = conversations[0]["app"], conversations[0]["to"]
    if app and not any((c["app"], c["to"]) == (app, to) for c in conversations):
        conversations.insert(0, _conversation(app, to, ""))
    open_one = _conversation(app, to, "") if app else None
    return render(
        request,
        "standins/phone.html",
        {
            "here": "phone",
            "conversations": conversations,
            "open": open_one,
            "text": text,
            "messages": PhoneMessage.objects.filter(app=app, address=to) if app else [],
            "real_link": (link_with(app, to, text) or "no link: the id is copied") if app else "",
        },
    )


def _conversation(app: str, to: str, last: str) -> dict[str, Any]:
    reading = read_contact(to, app=app)
    return {
        "app": app,
        "app_name": APPS[app].name,
        "initials": APPS[app].initials,
        "to": to,
        "shown": reading.shown if reading.ok else to,
        "last": last,
        "calls": app == "phone",
        "href": f"{reverse('pretend-phone')}?{urlencode({'app': app, 'to': to})}",
    }


def _conversations() -> list[dict[str, Any]]:
    seen: dict[tuple[str, str], dict[str, Any]] = {}
    for message in PhoneMessage.objects.order_by("-at", "-pk")[:400]:
        if message.app in APPS:
            seen.setdefault(
                (message.app, message.address), _conversation(message.app, message.address, message.text)
            )
    return list(seen.values())


@require_POST
def send(request: HttpRequest) -> HttpResponse:
    """Send what stands in the box, as the visitor or as the business's reply."""
    _only_when_pretending()
    app, to, text = (request.POST.get(name, "").replace("\x00", "")[:5000] for name in ("app", "to", "text"))
    if app not in APPS or not to:
        raise Http404
    from_visitor = request.POST.get("as") != "business"
    if text.strip() or app == "phone":
        PhoneMessage.objects.create(
            app=app,
            address=to,
            from_visitor=from_visitor,
            text=text.strip(),
            real_link=(link_with(app, to, text) or "") if from_visitor else "",
        )
    return redirect(f"{reverse('pretend-phone')}?{urlencode({'app': app, 'to': to})}")


@require_http_methods(["GET", "POST"])
def mail(request: HttpRequest, pk: int | None = None) -> HttpResponse:
    """The mailbox: letters newest first, one open."""
    _only_when_pretending()
    letters = list(Letter.objects.all()[:200])
    letter = (
        next((letter for letter in letters if letter.pk == pk), None)
        if pk
        else (letters[0] if letters else None)
    )
    if pk and letter is None:
        raise Http404
    return render(
        request,
        "standins/mail.html",
        {
            "here": "mail",
            "letters": letters,
            "letter": letter,
            "body": _with_links(letter.text) if letter else "",
        },
    )


MOST_TOLD, MOST_TOLD_BYTES = 60, 200_000


@csrf_exempt  # it is told by a job of ours, not by a page
@require_http_methods(["GET", "HEAD", "POST"])
def hook(request: HttpRequest) -> HttpResponse:
    """The receiver of one's own systems: keeps what it is told, and shows it."""
    _only_when_pretending()
    if request.method == "POST":
        body = request.body[:MOST_TOLD_BYTES].decode("utf-8", "replace").replace("\x00", "")
        names = ("KK-Delivery", "KK-Time", "KK-Signature")
        Told.objects.create(body=body, headers={name: request.headers.get(name, "") for name in names})
        return HttpResponse(status=204)
    tellings = [
        {"at": each.at, "headers": each.headers, "body": _laid_out(each.body)}
        for each in Told.objects.all()[:MOST_TOLD]
    ]
    return render(request, "standins/hook.html", {"here": "hook", "tellings": tellings})


def _laid_out(body: str) -> str:
    try:
        return json.dumps(json.loads(body), ensure_ascii=False, indent=2)
    except ValueError:
        return body


def _with_links(text: str) -> SafeString:
    """Escaped text in which addresses of ours can be pressed."""
    link = re.compile(r"https?://[^\s&]+(?:&amp;[^\s&]+)*")
    return mark_safe(link.sub(r'<a href="\g<0>">\g<0></a>', escape(text)))  # noqa: S308


@require_GET
def looks(request: HttpRequest, pk: int) -> HttpResponse:
    """A letter as a mail program that shows HTML would."""
    _only_when_pretending()
    letter = Letter.objects.filter(pk=pk).exclude(html="").first()
    if letter is None:
        raise Http404
    return HttpResponse(letter.html)
