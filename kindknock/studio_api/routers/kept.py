"""What the guestbook keeps and for how long: days kept, everything about a person, files out, ready answers,
and the address of one's own systems.
"""

import json
from typing import Literal, cast

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from ninja import Router

from kindknock import clock
from kindknock.accounts.deeds import record
from kindknock.accounts.models import Business
from kindknock.core.formats.csv_text import write_table
from kindknock.core.formats.vcard import CardPerson, write_cards
from kindknock.guestbook.actions.forget import KEPT_CHOICES, Found, about, forget_person
from kindknock.guestbook.actions.keep_days import keep_days
from kindknock.guestbook.actions.ready_answers import MOST, NoWords, put_ready_answers
from kindknock.guestbook.actions.tell_hook import LISTED, HookRefused, set_hook, try_hook
from kindknock.guestbook.hook_post import stand_in
from kindknock.guestbook.models import Delivery, Entry, Hook, Reply
from kindknock.guestbook.queries import View, entries_of
from kindknock.guestbook.whom import Hand, hands_of, mine

from .. import auth
from ..errors import NotFound, Problem
from ..guard import DATA, GUESTS, user_of
from ..guestbook_present import entry_of, row_of, shown_phone, who_of
from ..schemas import (
    AboutIn,
    AboutOut,
    DeliveryOut,
    ForgottenOut,
    HookIn,
    HookOut,
    KeptIn,
    KeptOut,
    ReadyAnswers,
    ReadyAnswersIn,
    ReadyOut,
)

router = Router()
DeliveryState = Literal["waiting", "taken", "given_up"]
MOST_OUT = 50_000
COLUMNS = (
    "When",
    "Who",
    "Email",
    "Number",
    "Words",
    "Answers",
    "Page",
    "Language",
    "By",
    "For",
    "State",
    "Who has it",
    "Next step",
    "Answered",
)
HOOK_REFUSED = {
    "https": "Only a public address that begins with https:// is told.",
    "address": "That isn’t an address. It begins with https://.",
}


@router.get("/guestbook-kept", response=KeptOut, auth=GUESTS)
def kept(request: HttpRequest) -> KeptOut:
    return KeptOut(days=auth.business(request).kept_days, choices=list(KEPT_CHOICES))


@router.put("/guestbook-kept", response=KeptOut, auth=DATA)
def put_kept(request: HttpRequest, body: KeptIn) -> KeptOut:
    """How many days after the last word all is deleted; told on the card at once."""
    business = auth.business(request)
    if body.days not in KEPT_CHOICES:
        raise Problem(422, "days", "Choose 30, 90, 180 or 365 days.", field="days")
    keep_days(business, body.days, by=user_of(request), at=clock.now())
    return KeptOut(days=body.days, choices=list(KEPT_CHOICES))


@router.get("/guestbook-ready", response=ReadyAnswers, auth=GUESTS)
def ready(request: HttpRequest) -> ReadyAnswers:
    found = auth.business(request).ready_answers.all()
    return ReadyAnswers(answers=[ReadyOut(name=each.name, text=each.text) for each in found])


@router.put("/guestbook-ready", response=ReadyAnswers, auth=GUESTS)
def put_ready(request: HttpRequest, body: ReadyAnswersIn) -> ReadyAnswers:
    """All of them, in order, and what others have put in meanwhile."""
    answers, was = (
        [(each.name, each.text) for each in given] if given is not None else None
        for given in (body.answers, body.was)
    )
    try:
        kept_ones = put_ready_answers(auth.business(request), answers or [], was=was)
    except NoWords as error:
        says = f"“{error}” has no words yet. Write them, or take it out."
        raise Problem(422, "no_words", says, field="answers") from None
    except ValueError:
        says = f"{MOST} ready answers at most. Take one out first."
        raise Problem(422, "too_many", says, field="answers") from None
    return ReadyAnswers(answers=[ReadyOut(name=each.name, text=each.text) for each in kept_ones])


@router.get("/guestbook.csv", auth=DATA)
def as_table(request: HttpRequest, view: View = "everyone", search: str = "") -> HttpResponse:
    """What is shown, one line a message; formulas defused."""
    business = auth.business(request)
    hands = hands_of(business)
    rows: list[tuple[str, ...]] = [COLUMNS]
    rows += [row for entry in _shown(request, business, hands, view, search) for row in _lines(entry, hands)]
    answer = HttpResponse(write_table(rows), content_type="text/csv; charset=utf-8")
    auth.note_export(request, "guestbook")
    return _file(answer, "kind-knock-guestbook.csv")


def _shown(
    request: HttpRequest, business: Business, hands: dict[str, Hand], view: View, search: str
) -> list[Entry]:
    me = mine(hands, user_of(request))
    found = entries_of(business, view, whom=me, search=search[:200])
    return list(found.prefetch_related("messages__person", "replies")[:MOST_OUT])


def _lines(entry: Entry, hands: dict[str, Hand]) -> list[tuple[str, ...]]:
    row = row_of(entry, hands)
    answered = "; ".join(f"{reply.at:%Y-%m-%d %H:%M} {reply.state}" for reply in entry.replies.all())
    return [
        (
            f"{message.at:%Y-%m-%d %H:%M}",
            message.name or who_of(entry),
            message.email,
            shown_phone(message.phone),
            message.text,
            "\n".join(f"{each['label']} {each['answer']}" for each in message.answers),
            message.address,
            message.language,
            message.app or "note",
            row.asked,
            row.state,
            row.holder_name,
            entry.next_text,
            answered,
        )
        for message in entry.messages.all()
    ]


@router.get("/guestbook.vcf", auth=DATA)
def as_cards(request: HttpRequest, view: View = "everyone", search: str = "") -> HttpResponse:
    """The people shown who gave an email or a number, as vCards."""
    business = auth.business(request)
    people = tuple(
        CardPerson(
            name=entry.name or who_of(entry),
            phones=(entry.phone,) if entry.phone else (),
            emails=(entry.email,) if entry.email else (),
        )
        for entry in _shown(request, business, hands_of(business), view, search)
        if entry.phone or entry.email
    )
    auth.note_export(request, "cards")
    return _file(
        HttpResponse(write_cards(people), content_type="text/vcard; charset=utf-8"),
        "kind-knock-guestbook.vcf",
    )


def _file(answer: HttpResponse, name: str) -> HttpResponse:
    answer["Content-Disposition"] = f'attachment; filename="{name}"'
    answer["Cache-Control"] = "private, no-store"
    return answer


@router.post("/guestbook-about", response=AboutOut, auth=DATA)
def about_person(request: HttpRequest, body: AboutIn) -> AboutOut:
    """Everything about one person, by email or number."""
    business = auth.business(request)
    found, hands = _found(business, body.typed), hands_of(business)
    count = len(found.entries)
    shown = found.reach if found.is_email else shown_phone(found.reach)
    says = (
        f"{shown}: {count} {'entry' if count == 1 else 'entries'} in the guestbook."
        if count
        else f"There is nothing of {shown} in the guestbook."
    )
    return AboutOut(
        shown=shown,
        entries=[row_of(entry, hands) for entry in found.entries],
        replies=Reply.objects.filter(entry__in=found.entries).count(),
        says=says,
    )


def _found(business: Business, typed: str) -> Found:
    found = about(business, typed)
    if found is None:
        raise Problem(
            422, "not_a_reach", "That is neither an email nor a number. Write it whole.", field="typed"
        )
    return found


@router.get("/guestbook-about.json", auth=DATA)
def about_file(request: HttpRequest, typed: str) -> HttpResponse:
    """The same as a file to hand over (GDPR, Article 15)."""
    business = auth.business(request)
    found, hands = _found(business, typed), hands_of(business)
    me = mine(hands, user_of(request))
    entries = [
        entry_of(entry, hands, me, at=clock.now()).model_dump(
            mode="json", exclude={"ways", "ready", "open_by", "unread"}
        )
        for entry in found.entries
    ]
    auth.note_export(request, "about")
    body = json.dumps({"about": found.reach, "entries": entries}, ensure_ascii=False, indent=2)
    return _file(
        HttpResponse(body, content_type="application/json; charset=utf-8"),
        "everything-about-this-person.json",
    )


@router.post("/guestbook-forget", response=ForgottenOut, auth=DATA)
def forget(request: HttpRequest, body: AboutIn) -> ForgottenOut:
    """Delete everything about one person, for good."""
    business = auth.business(request)
    deleted = forget_person(business, _found(business, body.typed))
    record(business, user_of(request), "forgot", at=clock.now(), count=deleted)
    return ForgottenOut(
        deleted=deleted,
        says=(
            f"Deleted: {deleted} {'entry' if deleted == 1 else 'entries'}, with words, answers and notes. "
            "What remains: counts without names, answers already in your mailbox or apps, and what your own "
            "systems were told."
        ),
    )


@router.get("/hook", response=HookOut, auth=DATA)
def hook(request: HttpRequest) -> HookOut:
    return _hook_out(auth.business(request))


@router.put("/hook", response=HookOut, auth=DATA)
def put_hook(request: HttpRequest, body: HookIn) -> HookOut:
    """Put the address that is told; an empty one tells nobody."""
    business = auth.business(request)
    try:
        set_hook(business, body.address)
    except HookRefused as refused:
        raise Problem(422, refused.code, HOOK_REFUSED[refused.code], field="address") from None
    return _hook_out(business)


@router.post("/hook/try", response=HookOut, auth=DATA)
def try_it(request: HttpRequest) -> HookOut:
    """Tell it of nothing, to see whether it comes through."""
    business = auth.business(request)
    found = Hook.objects.filter(business=business).first()
    if found is None:
        raise NotFound
    try_hook(found, at=clock.now())
    return _hook_out(business)


def _hook_out(business: Business) -> HookOut:
    found = Hook.objects.filter(business=business).first()
    deliveries = Delivery.objects.filter(hook=found)[:LISTED] if found else []
    receiver = stand_in()
    return HookOut(
        address=found.address if found else "",
        secret=found.secret if found else "",
        is_on=bool(found and found.is_on),
        says=_hook_words(found),
        stand_in=receiver if settings.ENV.pretend else "",
        deliveries=[
            DeliveryOut(
                id=each.pk,
                what=each.what,
                state=cast("DeliveryState", each.state),
                tries=each.tries,
                answer=each.answer,
                at=each.at,
            )
            for each in deliveries
        ],
    )


def _hook_words(found: Hook | None) -> str:
    if found is None:
        return "Nothing is told to other systems."
    if not found.is_on:
        return "Switched off: nothing was taken for three days. Save the address again to go on."
    if found.failing_since:
        return "The last telling was not taken. It is tried again over a day."
    return "Told of each new entry, and when one is handed on, answered or done."
