"""The people who answer: added, changed, put on doors, taken off. Draft until published; their hours hold
at once, on the rota.
"""

from django.http import HttpRequest, HttpResponse
from ninja import Router

from kindknock import clock
from kindknock.accounts.models import Business
from kindknock.core.addresses import APPS, read_contact
from kindknock.core.formats.people_list import read_people
from kindknock.core.formats.vcard import CardPerson, CardsReading, write_cards
from kindknock.doors.actions.add_channel import AddressRefused, add_channel
from kindknock.doors.actions.keep_step import drafting
from kindknock.doors.actions.let_answer import join_only_door, let_answer, take_off_doors
from kindknock.people.actions.keep_assistant import (
    AssistantRefused,
    add_assistant,
    change_assistant,
    put_notice_email,
    remove_assistant,
)
from kindknock.people.load import people_of
from kindknock.people.models import Assistant
from kindknock.sites.models import Site

from .. import auth, words
from ..errors import Problem
from ..guard import LOOK, PEOPLE, user_of
from ..people_present import people_out
from ..schemas import (
    ManyIn,
    ManyOut,
    NoticeIn,
    OneOfManyOut,
    PeopleOut,
    PersonChange,
    PersonIn,
    TheirAddressIn,
    TheirDoorIn,
    TheirWayIn,
)

router = Router()
MANY = {
    "empty": "There is nobody in it yet. Paste names, one a line, or choose a file.",
    "too_large": "That is larger than 5 MB. Take only the people you need.",
    "not_people": "No names can be read in that. Write one person a line: a name, what they do, a number.",
    "not_cards": "No cards can be read in that file. Export it again as vCard (.vcf).",
}
MANY_NOTE = {
    "some_unreadable": "Some cards can't be read and are left out.",
    "no_name": "Cards without a name are left out.",
    "too_many": "Only the first 500 are taken.",
}


def _first_site(business: Business) -> Site:
    """The site whose desk takes the steps back."""
    return business.sites.order_by("pk").select_related("business")[0]


@router.get("/people", response=PeopleOut, auth=LOOK)
def people(request: HttpRequest) -> PeopleOut:
    return people_out(auth.business(request), at=clock.now())


@router.post("/people", response=PeopleOut, auth=PEOPLE)
def add(request: HttpRequest, body: PersonIn) -> PeopleOut:
    """One more, put last."""
    business, by = auth.business(request), user_of(request)
    if not body.name.strip():
        raise Problem(422, "name_empty", words.FIELD["name_empty"], field="name")
    with drafting(_first_site(business), by, at=clock.now()):
        added = add_assistant(
            business,
            name=body.name.strip(),
            role={business.languages[0]: body.role.strip()} if body.role.strip() else {},
        )
        join_only_door(business, added.key)
    return people_out(auth.business(request), at=clock.now())


@router.patch("/people/{key}", response=PeopleOut, auth=PEOPLE)
def change(request: HttpRequest, key: str, body: PersonChange) -> PeopleOut:
    assistant, by = auth.assistant(request, key), user_of(request)
    values = body.model_dump(mode="json", exclude_unset=True, exclude_none=True)
    for field in ("role", "note"):
        if field in values:
            values[field] = {tag: item for tag, item in values[field].items() if item.strip()}
    try:
        with drafting(_first_site(assistant.business), by, typing=True, at=clock.now()):
            change_assistant(assistant, **values)
    except AssistantRefused as refused:
        raise Problem(
            422, "value_refused", f"That can't be kept as it is: {refused.why}", field=refused.field
        ) from None
    return people_out(auth.business(request), at=clock.now())


@router.put("/people/{key}/notices", response=PeopleOut, auth=PEOPLE)
def put_notices(request: HttpRequest, key: str, body: NoticeIn) -> PeopleOut:
    """Where notes for them are mailed, at once; an empty email mails none."""
    assistant = auth.assistant(request, key)
    typed = body.email.strip()
    reading = read_contact(typed, app="email")
    if typed and not reading.ok:
        says = "That can’t be an email. It looks like name@place.example."
        raise Problem(422, "not_an_email", says, field="email")
    put_notice_email(assistant, reading.canonical or "" if typed else "", at_night=body.at_night)
    return people_out(auth.business(request), at=clock.now())


@router.post("/people/{key}/addresses", response=PeopleOut, auth=PEOPLE)
def add_address(request: HttpRequest, key: str, body: TheirAddressIn) -> PeopleOut:
    """A number, name or page of their own, read as a door's is; it takes the place of the one they have in
    that app.
    """
    assistant, by = auth.assistant(request, key), user_of(request)
    if body.app is not None and body.app not in APPS:
        raise Problem(422, "unknown_app", words.READING["unknown_app"], field="app")
    reading = read_contact(
        body.typed,
        app=body.app,
        country=assistant.business.country or None,
        zone=assistant.business.zone,
    )
    if not reading.ok or not reading.app:
        raise AddressRefused(reading)
    with drafting(_first_site(assistant.business), by, at=clock.now()):
        change_assistant(assistant, addresses={**assistant.addresses, reading.app: reading.canonical})
    return people_out(auth.business(request), at=clock.now())


@router.post("/people/{key}/addresses/{app}/way", response=PeopleOut, auth=PEOPLE)
def add_way(request: HttpRequest, key: str, app: str, body: TheirWayIn) -> PeopleOut:
    """Give a door of theirs this app, without an address of its own: it leads to theirs."""
    assistant, door, by = auth.assistant(request, key), auth.door(request, body.door), user_of(request)
    if not assistant.addresses.get(app):
        raise Problem(422, "address_blank", f"{assistant.name} has no address there yet: add it first.")
    with drafting(door.site, by, at=clock.now()):
        add_channel(door, typed="", app=app)
        if key not in door.people:
            let_answer(door, key, is_on=True)
    return people_out(auth.business(request), at=clock.now())


@router.delete("/people/{key}/addresses/{app}", response=PeopleOut, auth=PEOPLE)
def drop_address(request: HttpRequest, key: str, app: str) -> PeopleOut:
    assistant, by = auth.assistant(request, key), user_of(request)
    with drafting(_first_site(assistant.business), by, at=clock.now()):
        change_assistant(
            assistant,
            addresses={item: address for item, address in assistant.addresses.items() if item != app},
        )
    return people_out(auth.business(request), at=clock.now())


@router.post("/people/{key}/doors", response=PeopleOut, auth=PEOPLE)
def stand_at(request: HttpRequest, key: str, body: TheirDoorIn) -> PeopleOut:
    """On a door, or off it."""
    assistant, door, by = auth.assistant(request, key), auth.door(request, body.door), user_of(request)
    with drafting(door.site, by, at=clock.now()):
        let_answer(door, assistant.key, is_on=body.on)
    return people_out(auth.business(request), at=clock.now())


@router.delete("/people/{key}", response=PeopleOut, auth=PEOPLE)
def remove(request: HttpRequest, key: str) -> PeopleOut:
    """Off the draft and off every door; what was counted for them stays, and undo brings them back."""
    assistant, by = auth.assistant(request, key), user_of(request)
    with drafting(_first_site(assistant.business), by, at=clock.now()):
        take_off_doors(assistant.business, key)
        remove_assistant(assistant, at=clock.now())
    return people_out(auth.business(request), at=clock.now())


def _many(text: str) -> CardsReading:
    found = read_people(text)
    if found.error:
        raise Problem(422, found.error, MANY.get(found.error, MANY["not_people"]), field="text")
    return found


@router.post("/people-many/preview", response=ManyOut, auth=PEOPLE)
def preview_many(request: HttpRequest, body: ManyIn) -> ManyOut:
    """Who is in a pasted list, a table or vCards."""
    found = _many(body.text)
    here = set(
        Assistant.objects.filter(business=auth.business(request), removed_at=None).values_list(
            "name", flat=True
        )
    )
    return ManyOut(
        people=[
            OneOfManyOut(
                name=person.name,
                role=person.role,
                reaches=[*person.phones, *person.emails],
                is_here=person.name in here,
            )
            for person in found.people
        ],
        notes=[MANY_NOTE[code] for code in found.warnings if code in MANY_NOTE],
    )


@router.post("/people-many", response=PeopleOut, auth=PEOPLE)
def add_many(request: HttpRequest, body: ManyIn) -> PeopleOut:
    """Add them, with what of their numbers and emails can be read; whoever is here by that name already is
    passed over.
    """
    business, by = auth.business(request), user_of(request)
    found = _many(body.text)
    here = set(Assistant.objects.filter(business=business, removed_at=None).values_list("name", flat=True))
    with drafting(_first_site(business), by, at=clock.now()):
        for person in found.people:
            if person.name not in here:
                added = add_assistant(
                    business,
                    name=person.name,
                    role={business.languages[0]: person.role} if person.role else {},
                    addresses=_addresses(person, business.country),
                )
                join_only_door(business, added.key)
    return people_out(auth.business(request), at=clock.now())


def _addresses(person: CardPerson, country: str) -> dict[str, str]:
    """The first number and the first email that can be read, for calls and for mail."""
    out: dict[str, str] = {}
    for app, item in (("phone", person.phones), ("email", person.emails)):
        reading = next(
            (found for text in item if (found := read_contact(text, app=app, country=country or None)).ok),
            None,
        )
        if reading is not None:
            out[app] = reading.canonical
    return out


@router.get("/people.vcf", auth=LOOK)
def cards(request: HttpRequest) -> HttpResponse:
    """Everybody as vCards."""
    business = auth.business(request)
    auth.note_export(request, "people")
    language = business.languages[0]
    text = write_cards(
        tuple(
            CardPerson(
                item.name,
                item.role.get(language, ""),
                tuple(
                    address
                    for app, address in item.addresses.items()
                    if address.startswith("+") and app in ("phone", "sms", "whatsapp")
                )[:1],
                tuple(address for app, address in item.addresses.items() if app == "email"),
            )
            for item in people_of(business)
        )
    )
    answer = HttpResponse(text, content_type="text/vcard; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="kind-knock-people.vcf"'
    return answer
