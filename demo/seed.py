"""The demo business as data, laid out through the actions that the screens use."""

from datetime import timedelta
from typing import Any

from django.conf import settings
from django.db import transaction

from kindknock import clock
from kindknock.accounts.actions.sign_up import sign_up
from kindknock.accounts.mailing import prove
from kindknock.accounts.models import Business, Membership, User
from kindknock.doors.actions.add_channel import add_channel
from kindknock.doors.actions.another_business import Place, another_business
from kindknock.doors.actions.begin_with import begin_with
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.actions.make_door import make_door
from kindknock.doors.actions.publish_release import publish_release
from kindknock.doors.models import Door
from kindknock.sites.actions.make_site import make_site
from kindknock.sites.actions.set_host import allow_host
from kindknock.sites.models import Site
from kindknock.team.actions.invite import invite

from . import answers, footfall, guestbook, people

PASSWORD = "brass knocker on wine"
OWNER = "ines@averilcycles.example"


def is_laid_out() -> bool:
    return User.objects.filter(email=OWNER).exists()


@transaction.atomic
def lay_out(*, past: bool = True) -> None:
    """The whole demo; without its months of footfall, its guestbook, and the signposts its front door
    begins with where `past` is false.
    """
    ines = sign_up(OWNER, PASSWORD, name="Ines Calder")
    tomasz = sign_up("tomasz@averilcycles.example", PASSWORD, name="Tomasz Wren")
    nils = sign_up("nils@varga-sites.example", PASSWORD, name="Nils Varga")
    for user in (ines, tomasz, nils):
        prove(user, at=clock.now())
    averil = Business.objects.create(
        key="averil",
        name="Averil Cycle Works",
        country="GB",
        zone="Europe/London",
        currency="GBP",
        languages=["en", "pt", "ar"],
        privacy_link="https://averilcycles.example/contact",
    )
    Membership.objects.create(user=ines, business=averil)
    Membership.objects.create(user=tomasz, business=averil, role=Membership.Role.ANSWERS)
    Membership.objects.create(user=nils, business=averil, role=Membership.Role.MAKER)
    people.lay_out(averil, ines)
    _averil_site(averil, ines, begins=past)
    _hire_site(averil, ines)
    _our_own_site()
    _harbour_hire(nils)
    amara = "amara@averilcycles.example"
    invite(averil, amara, "answers", by=ines, origin=settings.ENV.origin, at=clock.now())
    if past:
        footfall.lay_out(clock.now())
        guestbook.lay_out(demo_site(), clock.now())
        answers.read_for_weeks(demo_site(), clock.now())


def _harbour_hire(nils: User) -> None:
    """A second, nearly empty business of the site maker who looks after the first."""
    where = Place(country="GB", zone="Europe/London", currency="GBP")
    site = another_business(nils, name="Harbour Hire", place=where, at=clock.now())
    Business.objects.filter(pk=site.business_id).update(key="harbour")


FRONT_SAYS = {
    "label": {"en": "Knock", "pt": "Bater", "ar": "اطرق"},
    "heading": {
        "en": "Squeaky wheel? Knock and ask.",
        "pt": "A roda chia? Bata e pergunte.",
        "ar": "عجلة تُصدر صريرًا؟ اطرق واسأل.",
    },
    "note": {},
    "note_for_product": {
        "en": "Hello, about the {product}: ",
        "pt": "Olá, sobre {product}: ",
        "ar": "مرحبًا، بخصوص {product}: ",
    },
    "note_on_sale": {
        "en": "Hello, is the {product} still {sale_price}? ",
        "pt": "Olá, {product} ainda está a {sale_price}? ",
        "ar": "مرحبًا، هل ما زال {product} بسعر {sale_price}؟ ",
    },
    "away": {
        "en": "The workshop is shut. Leave a note and we answer first thing.",
        "pt": "A oficina está fechada. Deixe uma nota e respondemos logo.",
        "ar": "الورشة مغلقة. اترك رسالة ونجيبك في أول فرصة.",
    },
}


def _front_nudge() -> dict[str, Any]:
    return {
        "on": True,
        "after_seconds": 25,
        "how_often": "once_a_day",
        "pages": [_rule("show", "page_kind", "product")],
        "words": {
            "en": "Not sure about the {product|fit}? Knock.",
            "pt": "Dúvidas sobre {product|o modelo}? Bata.",
            "ar": "هل لديك سؤال عن {product|المقاس}؟ اطرق.",
        },
    }


def _rule(effect: str, kind: str, value: str) -> dict[str, str]:
    return {"effect": effect, "kind": kind, "value": value}


FRONT_PLATES: list[dict[str, Any]] = [
    {
        "key": "ask",
        "selector": "[data-ask]",
        "beside": "Add to basket",
        "position": "after",
        "align": "fill",
        "pages": [_rule("show", "page_kind", "product")],
        "label": {"en": "Ask about it", "pt": "Perguntar", "ar": "اسأل عنه"},
    }
]


def _front_door(site: Site) -> Door:
    front = make_door(site, name="Front door")
    _write(
        front,
        people=["ines", "tomasz", "amara"],
        reply_minutes=10,
        pages=[_rule("hide", "below", "/hire"), _rule("hide", "page_kind", "checkout")],
        says=FRONT_SAYS,
        nudge=_front_nudge(),
    )
    for app, typed in (
        ("whatsapp", "+44 (0)117 496 0123"),
        ("telegram", "https://t.me/averilcycles"),
        ("phone", "0117 496 0123"),
        ("email", "hello@averilcycles.example"),
    ):
        channel, _ = add_channel(front, typed=typed, app=app)
        if app == "whatsapp":
            # Whoever writes at night is read in the morning, so it is offered then too.
            channel.more = {"needs_nobody": True}
            channel.save(update_fields=["more"])
    return front


def _hire_pages(site: Site) -> Door:
    hire = make_door(site, name="Hire pages")
    _write(
        hire,
        pages=[_rule("show", "below", "/hire")],
        people=["tomasz"],
        says={
            "label": {"en": "Ask the hire desk", "pt": "Perguntar", "ar": "اسأل مكتب التأجير"},
            "heading": {
                "en": "Which day, how many bicycles?",
                "pt": "Que dia, quantas bicicletas?",
                "ar": "أي يوم، وكم دراجة؟",
            },
            "note": {"en": "Hello, I'd like to hire "},
        },
        looks={"colour": "#1f4d46"},
    )
    for app, typed in (
        ("whatsapp", "0117 496 0141"),
        ("phone", "0117 496 0141"),
        ("email", "hire@averilcycles.example"),
    ):
        add_channel(hire, typed=typed, app=app)
    return hire


def _averil_site(averil: Business, by: User, *, begins: bool) -> None:
    site = make_site(averil, name="averilcycles.example", key="averil7q")
    for host in ("https://www.averilcycles.example/", "preview.averilcycles.example"):
        allow_host(site, host)
    site.kinds = [{"kind": "basket", "pattern": "/basket"}, {"kind": "checkout", "pattern": "/checkout"}]
    site.save(update_fields=["kinds"])
    front = _front_door(site)
    hire = _hire_pages(site)
    answers.lay_out(site)
    if begins:
        # How it was for months, until more was on the product pages and the hire pages left a note.
        _write(hire, when_nobody="hide")
        publish_release(site, by=by, at=clock.now() - timedelta(weeks=footfall.WEEKS))
        _write(hire, when_nobody="away")
    _write(front, plates=FRONT_PLATES)
    if begins:
        begin_with(site, "front", (site.doors.earliest("place").key,))
    live = publish_release(site, by=by, at=clock.now())
    if begins and live is not None:
        live.name = "Ask beside the basket"
        live.at = clock.now() - timedelta(days=footfall.RELEASED)
        live.save(update_fields=["name", "at"])


HIRE_ASKS: dict[str, Any] = {
    "when": "always",
    "questions": [
        {
            "key": "day",
            "kind": "day",
            "label": {"en": "Which day?", "pt": "Que dia?", "ar": "أي يوم؟"},
            "needed": True,
        },
        {
            "key": "many",
            "kind": "number",
            "label": {"en": "How many bicycles?", "pt": "Quantas bicicletas?", "ar": "كم دراجة؟"},
        },
        {
            "key": "name",
            "label": {"en": "Your name", "pt": "O seu nome", "ar": "اسمك"},
            "hint": {
                "en": "so we know who is coming",
                "pt": "para sabermos quem vem",
                "ar": "لنعرف من سيأتي",
            },
        },
        {
            "key": "email",
            "kind": "email",
            "label": {"en": "Email", "pt": "Email", "ar": "البريد الإلكتروني"},
        },
    ],
    "keeps": True,
    "mails": "asked",
    "thanks": {
        "en": "Thank you, {visitor|and see you soon}. The hire desk has it.",
        "pt": "Obrigado, {visitor|e até breve}. O aluguer já tem a sua nota.",
        "ar": "شكرًا {visitor|وإلى لقاء قريب}. وصلت رسالتك إلى مكتب التأجير.",
    },
    "reply": {
        "en": "Hello {visitor|there},\n\nthank you for asking. Tomasz keeps the book and answers today.",
        "pt": "Olá {visitor},\n\nobrigado pela pergunta. O Tomasz responde ainda hoje.",
        "ar": "مرحبًا {visitor}،\n\nشكرًا على سؤالك. سيجيبك توماش اليوم.",
    },
}


def _hire_site(averil: Business, by: User) -> None:
    site = make_site(averil, name="hire.averilcycles.example", key="averilhire")
    allow_host(site, "hire.averilcycles.example")
    door = make_door(site, name="Hire desk")
    _write(
        door,
        people=["tomasz"],
        says={
            "label": {"en": "Ask the hire desk", "pt": "Perguntar", "ar": "اسأل مكتب التأجير"},
            "heading": {
                "en": "Which day, how many bicycles?",
                "pt": "Que dia, quantas bicicletas?",
                "ar": "أي يوم، وكم دراجة؟",
            },
            "note": {"en": "Hello, I'd like to hire "},
        },
        looks={"colour": "#1f4d46", "shape": "round", "corner": "left", "size_px": 56},
        asks=HIRE_ASKS,
    )
    for app, typed in (
        ("whatsapp", "0117 496 0141"),
        ("phone", "0117 496 0141"),
        ("email", "hire@averilcycles.example"),
    ):
        add_channel(door, typed=typed, app=app)
    publish_release(site, by=by, at=clock.now())


def _our_own_site() -> None:
    """The button that lives on our own sign-in page."""
    ours = Business.objects.create(name="Kind Knock", country="GB", zone="Europe/London", languages=["en"])
    site = make_site(ours, name="Kind Knock", key="kindknock")
    allow_host(site, settings.ENV.origin)
    door = make_door(site, name="Sign-in page")
    _write(
        door,
        says={
            "label": {"en": "Knock"},
            "heading": {"en": "This is the whole thing. Go on, write."},
            "note": {"en": "Hello, I'd like a button like this one."},
        },
        pages=[
            _rule("show", "below", path)
            for path in ("/sign-in", "/sign-up", "/forgot", "/new-password", "/come-in")
        ],
        also={"page": False, "mark": True},
    )
    for app, typed in (
        ("whatsapp", "+44 117 496 0900"),
        ("telegram", "@kindknock_demo"),
        ("email", "hello@knock.example"),
    ):
        add_channel(door, typed=typed, app=app)
    publish_release(site, by=None, at=clock.now())


def _write(door: Door, **parts: object) -> None:
    door.version = change_door(door, parts, version=door.version).version


def begin_with_signposts(*, on: bool) -> None:
    """The front door begins with its signposts, or with the note at once, from now on."""
    site = demo_site()
    begin_with(site, "front", (site.doors.earliest("place").key,) if on else ())
    publish_release(site, by=User.objects.get(email=OWNER), at=clock.now())


def demo_site() -> Site:
    return Site.objects.get(key="averil7q")
