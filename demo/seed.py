"""The demo business as data, laid out through the actions that the screens use."""

from django.conf import settings
from django.db import transaction

from kindknock.accounts.actions.sign_up import sign_up
from kindknock.accounts.models import Business, Membership, User
from kindknock.doors.actions.add_channel import add_channel
from kindknock.doors.actions.change_door import change_door
from kindknock.doors.actions.make_door import make_door
from kindknock.doors.actions.publish_release import publish_release
from kindknock.doors.models import Door
from kindknock.sites.actions.make_site import make_site
from kindknock.sites.actions.set_host import allow_host
from kindknock.sites.models import Site

PASSWORD = "brass knocker on wine"  # noqa: S105 - printed by ./start, for the demo only
OWNER = "ines@averilcycles.example"


def is_laid_out() -> bool:
    return User.objects.filter(email=OWNER).exists()


@transaction.atomic
def lay_out() -> None:
    ines = sign_up(OWNER, PASSWORD, name="Ines Calder")
    tomasz = sign_up("tomasz@averilcycles.example", PASSWORD, name="Tomasz Wren")
    averil = Business.objects.create(
        name="Averil Cycle Works", country="GB", zone="Europe/London", currency="GBP", languages=["en", "pt", "ar"],
        privacy_link="https://averilcycles.example/contact")
    Membership.objects.create(user=ines, business=averil)
    Membership.objects.create(user=tomasz, business=averil, role=Membership.Role.MEMBER)
    _averil_site(averil, ines)
    _hire_site(averil, ines)
    _our_own_site()


def _averil_site(averil: Business, by: User) -> None:
    site = make_site(averil, name="averilcycles.example", key="averil7q")
    for host in ("https://www.averilcycles.example/", "preview.averilcycles.example"):
        allow_host(site, host)
    door = make_door(site, name="Front door")
    _write(door, says={
        "label": {"en": "Knock", "pt": "Bater", "ar": "اطرق"},
        "heading": {"en": "Squeaky wheel? Knock and ask.", "pt": "A roda chia? Bata e pergunte.", "ar": "عجلة تُصدر صريرًا؟ اطرق واسأل."},
        "note": {},
    })
    for app, typed in (("whatsapp", "+44 (0)117 496 0123"), ("telegram", "https://t.me/averilcycles"),
                       ("phone", "0117 496 0123"), ("email", "hello@averilcycles.example")):
        add_channel(door, typed=typed, app=app)
    publish_release(site, by=by)


def _hire_site(averil: Business, by: User) -> None:
    site = make_site(averil, name="hire.averilcycles.example", key="averilhire")
    allow_host(site, "hire.averilcycles.example")
    door = make_door(site, name="Hire desk")
    _write(door, says={
        "label": {"en": "Ask the hire desk", "pt": "Perguntar", "ar": "اسأل مكتب التأجير"},
        "heading": {"en": "Which day, how many bicycles?", "pt": "Que dia, quantas bicicletas?", "ar": "أي يوم، وكم دراجة؟"},
        "note": {"en": "Hello, I'd like to hire "},
    }, looks={"colour": "#1f4d46", "shape": "round", "corner": "left", "size_px": 56})
    for app, typed in (("whatsapp", "0117 496 0141"), ("phone", "0117 496 0141")):
        add_channel(door, typed=typed, app=app)
    publish_release(site, by=by)


def _our_own_site() -> None:
    """The button that lives on our own sign-in page."""
    ours = Business.objects.create(name="Kind Knock", country="GB", zone="Europe/London", languages=["en"])
    site = make_site(ours, name="Kind Knock", key="kindknock")
    allow_host(site, settings.ENV.origin)
    door = make_door(site, name="Sign-in page")
    _write(door, says={"label": {"en": "Knock"}, "heading": {"en": "This is the whole thing. Go on, write."},
                       "note": {"en": "Hello, I'd like a button like this one."}}, also={"page": False, "mark": True})
    for app, typed in (("whatsapp", "+44 117 496 0900"), ("telegram", "@kindknock_demo"), ("email", "hello@knock.example")):
        add_channel(door, typed=typed, app=app)
    publish_release(site, by=None)


def _write(door: Door, **parts: object) -> None:
    change_door(door, parts, version=door.version)


def demo_site() -> Site:
    return Site.objects.get(key="averil7q")
