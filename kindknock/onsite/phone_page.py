"""An assistant's own page on their phone: in or out, until when, what visitors meet, and *I'm away until…*
in two taps. No account.
"""

from datetime import datetime, timedelta
from pathlib import Path

from django.http import HttpRequest, HttpResponse, JsonResponse
from django.shortcuts import redirect, render
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_http_methods

from kindknock import clock
from kindknock.accounts.models import Business
from kindknock.core.time import hours_of, people_ready
from kindknock.core.time.availability import Availability
from kindknock.core.time.hours import DAY_S, is_zone
from kindknock.core.time.hours import moment as moment_at
from kindknock.core.time.remedies import stand_ins
from kindknock.core.time.rota import person_spans
from kindknock.core.words.moments import clock_of, end_of_day, length_text, time_text, when_text
from kindknock.guestbook.queries import of_person, steps_of
from kindknock.guestbook.whom import person_whom
from kindknock.people.actions.phone_page import moment_chosen
from kindknock.people.actions.say_away import AwayRefused, say_away, say_back
from kindknock.people.load import calendar_of, people_of, timetable_of
from kindknock.people.models import Assistant
from kindknock.people.words import TOMORROW, cover_words

from .reports import plain_text

JUST_ENDED = timedelta(hours=1)
NEXT_DAYS, MOST_NEXT = 9, 3


@csrf_exempt  # the address itself is the key, no session or cookie is used
@require_http_methods(["GET", "HEAD", "POST"])
def phone_page(request: HttpRequest, token: str) -> HttpResponse:
    """GET shows, with `?until=` one choice taken; POST says away or back. A page that was offline posts
    `at`, the moment it was said.
    """
    person = assistant_of(token)
    if person is None:
        return private(render(request, "onsite/ended.html", status=410))
    if request.method == "POST":
        return _said(request, person)
    return private(render(request, "onsite/away.html", _shown(person, request.GET.get("until", ""))))


def assistant_of(token: str) -> Assistant | None:
    """Whose page an address opens; None once it was renewed or they left."""
    found = Assistant.objects.select_related("business").filter(phone_token=token, removed_at=None)
    return found.first() if token else None


def _said(request: HttpRequest, person: Assistant) -> HttpResponse:
    now = clock.now()
    if request.POST.get("back"):
        say_back(person, at=now)
    else:
        until = moment_chosen(
            request.POST.get("until", "")[:20], _when_said(request, now), clock_of(person.business.zone)
        )
        try:
            if until is not None:
                say_away(
                    person,
                    until=until,
                    at=now,
                    word=plain_text(request.POST.get("word"), 200),
                    is_told=bool(request.POST.get("told")),
                )
        except AwayRefused:
            pass  # said while offline, and over by now
    if request.headers.get("X-Kept"):
        return JsonResponse({"kept": True})
    return private(redirect(request.path))


def _when_said(request: HttpRequest, now: datetime) -> datetime:
    """A choice such as half an hour counts from when it was made, at most a day ago."""
    try:
        words = datetime.fromtimestamp(int(request.POST.get("at", "")), now.tzinfo)
    except (ValueError, OverflowError, OSError):
        return now
    return words if now - timedelta(days=1) < words <= now else now


class _Page:
    """What one person's page shows at a moment."""

    def __init__(self, person: Assistant, at: datetime) -> None:
        business = person.business
        zone = business.zone if is_zone(business.zone) else "UTC"
        self.person, self.at, self.second, self.clock = person, at, int(at.timestamp()), clock_of(zone)
        self.people, timetable = people_of(business), timetable_of(business, at=at)
        self.shop = hours_of(timetable.shop, zone)
        self.ready = people_ready(self.people, timetable, zone)
        self.availability = Availability(self.ready, self.shop, {})
        self.is_in = person.key in self.availability.at(self.second).people_in

    def time_words(self, at: datetime | None) -> str:
        return when_text(at, self.at, self.clock, "en", TOMORROW) if at is not None else ""

    def until(self) -> datetime | None:
        """When they go, or are back."""
        find = self.availability.out_at if self.is_in else self.availability.back_at
        return find(self.person.key, self.second)

    def back_after(self, away_until: datetime) -> datetime:
        """When they are really in again after being away until a moment."""
        return self.availability.back_at(self.person.key, int(away_until.timestamp())) or away_until

    def coming(self) -> list[str]:
        """Their next spans."""
        mine = next(each for each in self.ready if each.key == self.person.key)
        spans = person_spans(mine, self.shop, self.second, self.second + NEXT_DAYS * DAY_S)
        later = [(moment_at(start), moment_at(end)) for start, end in spans if start > self.second]
        return [self._span(start, end) for start, end in later[:MOST_NEXT]]

    def _span(self, start: datetime, end: datetime) -> str:
        first = start.astimezone(self.clock).date()
        day = "today " if first == self.at.astimezone(self.clock).date() else ""
        # A night reads by its hours alone; what lasts longer says on which day it ends.
        is_long = end - start > timedelta(hours=12) and end.astimezone(self.clock).date() > first
        ends = self.time_words(end) if is_long else time_text(end, self.clock, "en")
        return f"{day}{self.time_words(start)} to {ends}"

    def choices(self, chosen: str) -> list[dict[str, object]]:
        """How long they may be away in one tap, each with when that ends."""
        return [self._choice(code, chosen) for code in ("m30", "m60", "m120", "today", "d3")]

    def _choice(self, code: str, chosen: str) -> dict[str, object]:
        moment = moment_chosen(code, self.at, self.clock)
        assert moment is not None
        ends = self.back_after(moment) if code in LONG_CHOICES else moment
        is_midnight = ends.astimezone(self.clock) == end_of_day(self.at, self.clock)
        return {
            "code": code,
            "when": "midnight" if is_midnight else self.time_words(ends),
            "label": LONG_CHOICES.get(code) or length_text(int(code[1:]), "en"),
            "is_chosen": code == chosen,
        }

    def meanwhile(self, away_until: datetime | None) -> str:
        """Who could answer while they are away until a moment; empty without one to come."""
        if away_until is None or away_until <= self.at:
            return ""
        found = stand_ins(self.ready, self.shop, self.person.key, self.second, int(away_until.timestamp()))
        names = {each.key: each.name for each in self.people}
        return cover_words(found, names, self.at, self.clock)


LONG_CHOICES = {"today": "the rest of today", "d3": "today and two more days"}


def _shown(person: Assistant, chosen: str) -> dict[str, object]:
    now = clock.now()
    page = _Page(person, now)
    away = person.absences.filter(since__lte=now, until__gt=now).first()
    ended = None if away else person.absences.filter(until__lte=now, until__gt=now - JUST_ENDED).last()
    moment = moment_chosen(chosen[:20], now, page.clock) if chosen else None
    return {
        "person": person,
        "business": person.business.name,
        "is_in": page.is_in,
        "away": away,
        "away_until": page.time_words(away.until) if away else "",
        "until": page.time_words(page.until()),
        "choices": page.choices(chosen),
        "chosen": chosen if moment else "",
        "chosen_when": page.time_words(moment),
        "is_time": ":" in chosen,
        "visitors": page.time_words(page.back_after(moment) if moment else None),
        "ended": page.time_words(ended.until) if ended else "",
        "turns": int(away.until.timestamp()) if away else "",
        "meanwhile": page.meanwhile(moment),
        "coming": page.coming(),
        "manifest": f"/in/{person.phone_token}/app.webmanifest",
        "now": page.second,
        "waiting": of_person(person.business, person_whom(person)).count(),
    }


def phone_manifest(request: HttpRequest, token: str) -> HttpResponse:
    """What lets the page be put on the home screen (Web App Manifest)."""
    person = assistant_of(token)
    if person is None:
        return HttpResponse(status=410)
    answer = JsonResponse(
        {
            "name": f"{person.business.name}: away",
            "short_name": "Away",
            "start_url": f"/in/{token}",
            "scope": f"/in/{token}",
            "display": "standalone",
            "background_color": "#f6efe6",
            "theme_color": "#5e1f38",
            "icons": [{"src": "/in/icon.svg", "sizes": "any", "type": "image/svg+xml", "purpose": "any"}],
        }
    )
    answer["Content-Type"] = "application/manifest+json"
    return private(answer)


def subscribed_calendar(request: HttpRequest, token: str) -> HttpResponse:
    """Closed days and leave for a calendar that subscribed; 410 once the address was renewed."""
    business = Business.objects.filter(calendar_token=token).first() if token else None
    if business is None:
        return HttpResponse(status=410)
    return private(
        HttpResponse(
            calendar_of(business, at=clock.now(), more=steps_of(business)),
            content_type="text/calendar; charset=utf-8",
        )
    )


def phone_icon(request: HttpRequest) -> HttpResponse:
    drawing = (
        '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 192 192"><rect width="192" height="192" '
        'rx="40" fill="#5e1f38"/><path d="M52 156V88a44 44 0 0 1 88 0v68z" fill="none" stroke="#fffcf6" '
        'stroke-width="10"/>'
        '<circle cx="96" cy="112" r="15" fill="none" stroke="#e0a030" stroke-width="10"/></svg>'
    )
    return HttpResponse(drawing, content_type="image/svg+xml")


SCRIPTS = {
    name: (Path(__file__).parent / f"away_{name}.js").read_text(encoding="utf-8")
    for name in ("keep", "worker")
}


def phone_script(request: HttpRequest, name: str) -> HttpResponse:
    """What keeps something said offline, and what opens the page without a line."""
    return HttpResponse(SCRIPTS[name], content_type="text/javascript; charset=utf-8")


def private(response: HttpResponse) -> HttpResponse:
    response["X-Robots-Tag"], response["Referrer-Policy"] = "noindex", "no-referrer"
    response["Cache-Control"] = "no-store"
    return response
