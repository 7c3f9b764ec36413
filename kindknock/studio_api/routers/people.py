"""The people who answer: added, changed, put on doors, taken off. Draft until published; their hours hold
at once, on the rota.
"""

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from kindknock.accounts.models import Business
from kindknock.core.apps import APPS
from kindknock.core.contacts import read_contact
from kindknock.core.formats.people_list import read_people
from kindknock.core.formats.vcard import CardPerson, CardsReading, write_cards
from kindknock.core.page_cover import PageCover, page_cover
from kindknock.core.setup import Person, Setup
from kindknock.core.setup import Site as SiteValue
from kindknock.doors.actions.add_channel import AddressRefused
from kindknock.doors.actions.keep_step import drafting
from kindknock.doors.at_hand import at_hand
from kindknock.doors.compiling import compile_door_plans
from kindknock.doors.load import business_value
from kindknock.doors.models import Door
from kindknock.footfall.queries import knocks_by_page
from kindknock.people.actions.keep_assistant import (
    AssistantRefused,
    add_assistant,
    change_assistant,
    remove_assistant,
)
from kindknock.people.load import people_of, timetable_of
from kindknock.people.models import Assistant
from kindknock.sites.models import Site
from kindknock.sites.queries import allowed_hosts, heard_paths

from .. import auth, words
from ..errors import Problem
from ..hours_words import people_and_hours
from ..schemas import (
    AssistantOut,
    ManyIn,
    ManyOut,
    OneOfManyOut,
    PageCoverOut,
    PeopleOut,
    PersonChange,
    PersonIn,
    TheirAddressIn,
    TheirAddressOut,
    TheirDoorIn,
    TheirDoorOut,
)

router = Router()
MOST_PAGES = 200
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


def _covers(site: Site) -> list[tuple[Site, str, PageCover]]:
    """Who is offered on each page heard, by the draft."""
    paths, host = heard_paths(site)[:MOST_PAGES], next(iter(allowed_hosts(site)), "")
    compiled = compile_door_plans(at_hand(site).draft) if paths else None
    return [(site, host, page_cover(compiled, host, path)) for path in paths] if compiled else []


def _all(request: HttpRequest) -> PeopleOut:
    business = auth.business(request)
    people, timetable = people_of(business), timetable_of(business)
    setup = Setup(business=business_value(business), site=SiteValue(key="people"), people=people)
    told = {one.key: one for one in people_and_hours(setup, timetable)[0]}
    doors = list(
        Door.objects.filter(site__business=business, removed_at=None)
        .select_related("site")
        .prefetch_related("channels")
        .order_by("site_id", "place", "pk")
    )
    sites = list(business.sites.order_by("pk"))
    covers = [cover for site in sites for cover in _covers(site)]
    knocks, names = knocks_by_page(business, at=timezone.now()), {door.key: door.name for door in doors}
    covers.sort(
        key=lambda one: (not one[2].is_gap, not one[2].doors, -knocks.get((one[0].pk, one[2].path), 0))
    )
    several = len({site.pk for site, _, _ in covers}) > 1
    pages = [
        PageCoverOut(
            path=one.path,
            host=host if several else "",
            knocks=knocks.get((site.pk, one.path), 0),
            people=list(one.people),
            doors=[names.get(key, "") for key in one.doors],
            is_anybody=one.is_anybody,
            is_gap=one.is_gap,
        )
        for site, host, one in covers
    ]

    def loses(key: str) -> list[str]:
        out = [
            f"Nobody would answer at {door.name}." for door in doors if door.answers.get("people") == [key]
        ]
        alone = [page.path for _, _, page in covers if page.people == (key,) and not page.is_anybody]
        return [
            *out,
            *(
                [
                    "Nobody would cover "
                    f"{words.listed(alone[:3])}{f' and {len(alone) - 3} more' if len(alone) > 3 else ''}."
                ]
                if alone
                else []
            ),
        ]

    def address_of(person: Person, app: str, address: str) -> TheirAddressOut:
        at = [
            door
            for door in doors
            if person.key in door.answers.get("people", [])
            and any(one.app == app and one.on and one.removed_at is None for one in door.channels.all())
        ]
        only = [
            door
            for door in at
            if not any(
                one.address
                for one in door.channels.all()
                if one.app == app and one.on and one.removed_at is None
            )
            and not any(
                other.addresses.get(app)
                for other in people
                if other.key != person.key and other.key in door.answers.get("people", [])
            )
        ]
        return TheirAddressOut(
            app=app,
            app_name=APPS[app].name,
            shown=read_contact(address, app=app).shown or address,
            used=[door.name for door in at],
            loses=[f"{door.name} would have nobody to reach by {APPS[app].name}." for door in only],
        )

    return PeopleOut(
        language=setup.business.languages[0],
        languages=list(setup.business.languages),
        site=sites[0].key,
        pages=pages,
        people=[
            AssistantOut(
                key=one.key,
                name=one.name,
                role=dict(one.role),
                picture=one.picture,
                initials=told[one.key].initials,
                languages=list(one.languages),
                pages=list(one.pages),
                note=dict(one.note),
                keeps_own_hours=one.keeps_own_hours,
                has_initials=one.has_initials,
                is_named=one.is_named,
                hours=told[one.key].hours,
                is_in=told[one.key].is_in,
                now=told[one.key].now,
                loses=loses(one.key),
                addresses=[
                    address_of(one, app, address) for app, address in one.addresses.items() if app in APPS
                ],
                doors=[
                    TheirDoorOut(
                        key=door.key,
                        name=door.name,
                        site=door.site.name,
                        on=one.key in door.answers.get("people", []),
                    )
                    for door in doors
                ],
            )
            for one in people
        ],
    )


@router.get("/people", response=PeopleOut)
def people(request: HttpRequest) -> PeopleOut:
    return _all(request)


@router.post("/people", response=PeopleOut)
def add(request: HttpRequest, body: PersonIn) -> PeopleOut:
    """One more, put last."""
    business, by = auth.business(request), auth.person(request)
    if not body.name.strip():
        raise Problem(422, "name_empty", words.FIELD["name_empty"], field="name")
    with drafting(_first_site(business), by):
        add_assistant(
            business,
            name=body.name.strip(),
            role={business.languages[0]: body.role.strip()} if body.role.strip() else {},
        )
    return _all(request)


@router.patch("/people/{key}", response=PeopleOut)
def change(request: HttpRequest, key: str, body: PersonChange) -> PeopleOut:
    assistant, by = auth.assistant(request, key), auth.person(request)
    values = body.model_dump(mode="json", exclude_unset=True, exclude_none=True)
    for field in ("role", "note"):
        if field in values:
            values[field] = {tag: said for tag, said in values[field].items() if said.strip()}
    try:
        with drafting(_first_site(assistant.business), by, typing=True):
            change_assistant(assistant, **values)
    except AssistantRefused as refused:
        raise Problem(
            422, "value_refused", f"That can't be kept as it is: {refused.why}", field=refused.field
        ) from None
    return _all(request)


@router.post("/people/{key}/addresses", response=PeopleOut)
def add_address(request: HttpRequest, key: str, body: TheirAddressIn) -> PeopleOut:
    """A number, name or page of their own, read as a door's is; it takes the place of the one they have in
    that app.
    """
    assistant, by = auth.assistant(request, key), auth.person(request)
    if body.app is not None and body.app not in APPS:
        raise Problem(422, "unknown_app", words.READING["unknown_app"], field="app")
    reading = read_contact(body.typed, app=body.app, country=assistant.business.country or None)
    if not reading.ok or not reading.app:
        raise AddressRefused(reading)
    with drafting(_first_site(assistant.business), by):
        change_assistant(assistant, addresses={**assistant.addresses, reading.app: reading.canonical})
    return _all(request)


@router.delete("/people/{key}/addresses/{app}", response=PeopleOut)
def drop_address(request: HttpRequest, key: str, app: str) -> PeopleOut:
    assistant, by = auth.assistant(request, key), auth.person(request)
    with drafting(_first_site(assistant.business), by):
        change_assistant(
            assistant, addresses={one: address for one, address in assistant.addresses.items() if one != app}
        )
    return _all(request)


@router.post("/people/{key}/doors", response=PeopleOut)
def stand_at(request: HttpRequest, key: str, body: TheirDoorIn) -> PeopleOut:
    """On a door, or off it."""
    assistant, door, by = auth.assistant(request, key), auth.door(request, body.door), auth.person(request)
    keys = [one for one in door.answers.get("people", []) if one != assistant.key]
    with drafting(door.site, by):
        door.answers = {**door.answers, "people": [*keys, assistant.key] if body.on else keys}
        door.version += 1
        door.save(update_fields=["answers", "version"])
    return _all(request)


@router.delete("/people/{key}", response=PeopleOut)
def remove(request: HttpRequest, key: str) -> PeopleOut:
    """Off the draft and off every door; what was counted for them stays, and undo brings them back."""
    assistant, by = auth.assistant(request, key), auth.person(request)
    with drafting(_first_site(assistant.business), by):
        for door in Door.objects.filter(site__business=assistant.business, removed_at=None):
            if key in door.answers.get("people", []):
                door.answers = {
                    **door.answers,
                    "people": [one for one in door.answers["people"] if one != key],
                }
                door.version += 1
                door.save(update_fields=["answers", "version"])
        remove_assistant(assistant)
    return _all(request)


def _many(text: str) -> CardsReading:
    found = read_people(text)
    if found.error:
        raise Problem(422, found.error, MANY.get(found.error, MANY["not_people"]), field="text")
    return found


@router.post("/people-many/preview", response=ManyOut)
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
                name=one.name, role=one.role, reaches=[*one.phones, *one.emails], is_here=one.name in here
            )
            for one in found.people
        ],
        notes=[MANY_NOTE[code] for code in found.warnings if code in MANY_NOTE],
    )


@router.post("/people-many", response=PeopleOut)
def add_many(request: HttpRequest, body: ManyIn) -> PeopleOut:
    """Add them, with what of their numbers and emails can be read; whoever is here by that name already is
    passed over.
    """
    business, by = auth.business(request), auth.person(request)
    found = _many(body.text)
    here = set(Assistant.objects.filter(business=business, removed_at=None).values_list("name", flat=True))
    with drafting(_first_site(business), by):
        for one in found.people:
            if one.name not in here:
                add_assistant(
                    business,
                    name=one.name,
                    role={business.languages[0]: one.role} if one.role else {},
                    addresses=_addresses(one, business.country),
                )
    return _all(request)


def _addresses(one: CardPerson, country: str) -> dict[str, str]:
    """The first number and the first email that can be read, for calls and for mail."""
    out: dict[str, str] = {}
    for app, said in (("phone", one.phones), ("email", one.emails)):
        reading = next(
            (found for text in said if (found := read_contact(text, app=app, country=country or None)).ok),
            None,
        )
        if reading is not None:
            out[app] = reading.canonical
    return out


@router.get("/people.vcf")
def cards(request: HttpRequest) -> HttpResponse:
    """Everybody as vCards."""
    business = auth.business(request)
    language = business.languages[0]
    text = write_cards(
        tuple(
            CardPerson(
                one.name,
                one.role.get(language, ""),
                tuple(
                    address
                    for app, address in one.addresses.items()
                    if address.startswith("+") and app in ("phone", "sms", "whatsapp")
                )[:1],
                tuple(address for app, address in one.addresses.items() if app == "email"),
            )
            for one in people_of(business)
        )
    )
    answer = HttpResponse(text, content_type="text/vcard; charset=utf-8")
    answer["Content-Disposition"] = 'attachment; filename="kind-knock-people.vcf"'
    return answer
