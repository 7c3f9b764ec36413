"""Which browsers somebody is signed in with: kept, listed, ended, and a new one told by mail."""

import secrets
from datetime import datetime, timedelta
from typing import Any

from babel.dates import format_datetime
from django.conf import settings
from django.contrib.auth.signals import user_logged_in, user_logged_out
from django.contrib.sessions.models import Session
from django.http import HttpRequest
from ua_parser import parse

from kindknock import clock
from kindknock.core.words.moments import clock_of

from .browser_mark import COOKIE
from .letters import Letter, language_for, sentence
from .mailing import post_letter
from .models import SignIn, User

SEEN_EVERY = timedelta(minutes=5)
KEPT = timedelta(days=400)


def browser_words(agent: str) -> str:
    """`Firefox on Windows`; what can't be read is a browser."""
    found = parse(agent[:1000])
    browser = found.user_agent.family if found.user_agent else ""
    system = found.os.family if found.os else ""
    return f"{browser or 'A browser'} on {system}" if system else browser or "A browser"


def note_sign_in(sender: Any, request: HttpRequest, user: User, **_: Any) -> None:
    """Django's signal: somebody is signed in from here on. A browser that was never used with the account
    is told by mail, but for the very first.
    """
    at = clock.now()
    mark = request.COOKIES.get(COOKIE, "")[:32] if hasattr(request, "COOKIES") else ""
    before = SignIn.objects.filter(user=user, at__gt=at - KEPT)
    is_new = not mark or not before.filter(mark=mark).exists()
    browser = browser_words(request.META.get("HTTP_USER_AGENT", ""))
    if is_new and before.exists() and user.proven_at is not None:
        _tell(user, browser, at)
    if not mark:
        mark = secrets.token_urlsafe(18)
        request.new_browser_mark = mark  # type: ignore[attr-defined]  # the middleware sets the cookie
    SignIn.objects.create(
        user=user,
        session_key=request.session.session_key or "",
        mark=mark,
        browser=browser,
        at=at,
        seen_at=at,
    )


def note_sign_out(sender: Any, request: HttpRequest, user: User | None, **_: Any) -> None:
    if user is not None:
        SignIn.objects.filter(session_key=request.session.session_key or "-").update(ended_at=clock.now())


def note_seen(request: HttpRequest) -> bool:
    """Every five minutes at most: still here. Whether it was noted now."""
    at, last = clock.now(), request.session.get("seen", "")
    if last and datetime.fromisoformat(last) > at - SEEN_EVERY:
        return False
    request.session["seen"] = at.isoformat()
    SignIn.objects.filter(session_key=request.session.session_key or "-").update(seen_at=at)
    return True


def open_ones(user: User) -> list[SignIn]:
    """Where somebody is signed in now, the last used first."""
    rows = list(SignIn.objects.filter(user=user, ended_at=None))
    keys = [row.session_key for row in rows]
    alive = set(
        Session.objects.filter(session_key__in=keys, expire_date__gt=clock.now()).values_list(
            "session_key", flat=True
        )
    )
    return [row for row in rows if row.session_key in alive]


def end_sign_ins(user: User, *, but: str = "", only: int | None = None) -> int:
    """Signed out there at once: everywhere, everywhere but one session, or one of them; how many."""
    rows = SignIn.objects.filter(user=user, ended_at=None).exclude(session_key=but)
    if only is not None:
        rows = rows.filter(pk=only)
    keys = list(rows.values_list("session_key", flat=True))
    Session.objects.filter(session_key__in=keys).delete()
    rows.update(ended_at=clock.now())
    return len(keys)


def _tell(user: User, browser: str, at: datetime) -> None:
    held = user.memberships.select_related("business").order_by("pk").first()
    language = user.language or (next(iter(held.business.languages), "en") if held else "en")
    zone = clock_of(user.zone or (held.business.zone if held else "UTC"))
    day = format_datetime(at.astimezone(zone), "long", locale=language_for(language))
    link = f"{settings.ENV.origin}/you"
    text = sentence(language, "new_sign_in.text", day=day, browser=browser, link=link)
    post_letter(user.email, Letter(sentence(language, "new_sign_in.subject"), text, language))


user_logged_in.connect(note_sign_in, dispatch_uid="kindknock.sign_in")
user_logged_out.connect(note_sign_out, dispatch_uid="kindknock.sign_out")
