"""What waits for an assistant, on their own phone page: read it, answer by mail, take it, hand it back, done.
No account.

The page's address is the key, as for the page that says somebody away; it opens what is theirs and what is
nobody's, and no more.
"""

from datetime import datetime

from django.http import HttpRequest, HttpResponse
from django.shortcuts import redirect, render
from django.views.decorators.csrf import csrf_exempt
from django.views.decorators.http import require_http_methods

from kindknock import clock
from kindknock.accounts.actions.limit import TooOften
from kindknock.core.addresses import links_to, read_contact
from kindknock.core.words import direction_of
from kindknock.core.words.moments import clock_of, day_and_time
from kindknock.guestbook.actions.answer import AnswerRefused, answer_by_email
from kindknock.guestbook.actions.hand_over import hand_to, is_open_elsewhere, look_at, mark
from kindknock.guestbook.models import Entry
from kindknock.guestbook.queries import of_person
from kindknock.guestbook.whom import hands_of, name_of, person_whom
from kindknock.people.models import Assistant

from .phone_page import assistant_of, private
from .reports import plain_text

MOST_LISTED = 60
REFUSED = {
    "empty": "Write an answer first.",
    "long": "That is longer than 20,000 letters. Shorten it.",
    "no_email": "They left no email: call or text them.",
    "meanwhile": "{who} answered meanwhile. Read that first; press Send once more to send yours too.",
}


@csrf_exempt  # the address itself is the key, no session or cookie is used
@require_http_methods(["GET", "HEAD", "POST"])
def guests_page(request: HttpRequest, token: str) -> HttpResponse:
    """The list of what waits; with `?stop=1` the question whether no more mails are to come."""
    person = assistant_of(token)
    if person is None:
        return private(render(request, "onsite/ended.html", status=410))
    if request.method == "POST" and request.POST.get("stop"):
        person.notice_email = ""
        person.save(update_fields=["notice_email"])
        return private(redirect(request.path))
    asks_stop = bool(request.GET.get("stop"))
    stops = {"stops": asks_stop and person.notice_email, "stopped": asks_stop and not person.notice_email}
    return private(render(request, "onsite/guests.html", _list(person) | stops))


def _list(person: Assistant) -> dict[str, object]:
    entries = of_person(person.business, person_whom(person))[:MOST_LISTED]
    return {
        "person": person,
        "business": person.business.name,
        "entries": [_line(entry) for entry in entries],
    }


def _line(entry: Entry) -> dict[str, object]:
    return {
        "id": entry.pk,
        "who": _who(entry),
        "begins": entry.begins,
        "direction": direction_of(entry.language or "en"),
        "is_taken": bool(entry.holder),
    }


def _who(entry: Entry) -> str:
    return entry.name or entry.email or _shown(entry.phone) or "Someone"


def _shown(number: str) -> str:
    return (read_contact(number, app="phone").shown or number) if number else ""


@csrf_exempt  # as above
@require_http_methods(["GET", "HEAD", "POST"])
def guest_page(request: HttpRequest, token: str, pk: int) -> HttpResponse:
    """One entry. A POST does what its button says; what is refused leaves the words where they were."""
    person = assistant_of(token)
    if person is None:
        return private(render(request, "onsite/ended.html", status=410))
    me = person_whom(person)
    entry = of_person(person.business, me).filter(pk=pk).select_related("business").first()
    typed = plain_text(request.POST.get("text"), 30_000)
    if entry is None:
        # Somebody else took it, or it is done. What was written meanwhile is not lost with it.
        if typed.strip():
            return private(render(request, "onsite/guests.html", _list(person) | {"unsent": typed}))
        return private(redirect(f"/in/{token}/guests"))
    now, wrong = clock.now(), ""
    if request.method == "POST":
        wrong = _done(request, entry, person, typed, now)
        if not wrong:
            return private(
                redirect(request.path if request.POST.get("act") != "done" else f"/in/{token}/guests")
            )
    look_at(entry, me, at=now)
    return private(render(request, "onsite/guest.html", _shown_entry(entry, person, typed, wrong, now)))


def _done(request: HttpRequest, entry: Entry, person: Assistant, typed: str, now: datetime) -> str:
    """Do what was pressed; a sentence where it was refused."""
    me, act = person_whom(person), request.POST.get("act", "")
    if act == "take":
        hand_to(entry, me, by=me, at=now)
    elif act == "back":
        hand_to(entry, "", by=me, at=now)
    elif act == "done":
        mark(entry, Entry.State.DONE, at=now)
    elif act == "answer":
        seen = request.POST.get("seen", "")
        try:
            answer_by_email(
                entry,
                typed,
                by=me,
                reply_to=person.notice_email,
                name=person.name or person.business.name,
                seen=int(seen) if seen.isdecimal() and len(seen) < 6 else 0,
                at=now,
            )
        except AnswerRefused as refused:
            who = name_of(hands_of(person.business), refused.by)
            return REFUSED.get(refused.code, REFUSED["long"]).format(who=who)
        except TooOften:
            return "They were answered often today. Wait until tomorrow, or write from your own mail."
    return ""


def _shown_entry(entry: Entry, person: Assistant, typed: str, wrong: str, now: datetime) -> dict[str, object]:
    zone = clock_of(entry.business.zone)
    hands = hands_of(entry.business)
    me = person_whom(person)
    return {
        "person": person,
        "business": entry.business.name,
        "entry": entry,
        "who": _who(entry),
        "phone": _shown(entry.phone),
        "call": links_to("phone", entry.phone).bare if entry.phone else "",
        "text_link": links_to("sms", entry.phone).bare if entry.phone else "",
        "messages": [
            {
                "at": day_and_time(each.at, zone),
                "row": each,
                "dir": direction_of(each.language or "en"),
            }
            for each in entry.messages.all()
        ],
        "replies": [{"by": name_of(hands, each.by), "row": each} for each in entry.replies.all()],
        "seen": entry.replies.count(),
        "notes": [{"by": name_of(hands, each.by), "text": each.text} for each in entry.notes.all()],
        "open_by": name_of(hands, entry.open_by) if is_open_elsewhere(entry, me, at=now) else "",
        "mine": entry.holder == me,
        "can_mail": bool(entry.email and person.notice_email),
        "typed": typed,
        "wrong": wrong,
        "back": f"/in/{person.phone_token}/guests",
    }
