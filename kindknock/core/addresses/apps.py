"""The table of apps: for each, what address it takes and the links that lead to it.

A new app is one row here, its spelling in `handles` if it has pages of its own, and its
vectors in `tests/vectors/read.json`. How an address is read is `contacts`' matter; how a link
is filled is `recipes`'.

Every row names its source: an open standard, or the link form the service itself publishes.
The latter are marked *not checked here*, since no network was at hand when the row was written
(looked up from memory of the published forms, 2026-11).
"""

from dataclasses import dataclass, field
from typing import Literal

Address = Literal["phone", "handle", "email", "jid", "matrix", "point", "link", "id"]


@dataclass(frozen=True, slots=True)
class Recipe:
    """The links of one app for one variant of address.

    Templates hold `{id}` (the canonical address, made safe for its place) and, in `with_text`,
    `{text}` (percent-encoded, RFC 3986). `with_text` is None where the app can't carry words;
    then the visitor's note is copied. `limit` is the longest safe link in characters.
    A `bare` of None means the app has no link at all: the address itself is copied.
    """

    bare: str | None
    with_text: str | None = None
    computer: str | None = None
    computer_with_text: str | None = None
    limit: int = 2000
    copies: bool = True
    """Whether words that can't travel are copied for the visitor; a call or a map has no use for them."""
    source: str = ""
    accepts: tuple[str, ...] = ()
    """Spellings of one address, all of which read to the same canonical form; how each is read is
    `contacts`' matter.
    """


@dataclass(frozen=True, slots=True)
class App:
    """One messaging app or way to reach somebody."""

    key: str
    name: str
    initials: str
    takes: Address
    recipes: dict[str, Recipe] = field(default_factory=dict)
    needs_nobody: bool = False
    needs_first: str = ""
    """Code of what must exist before the app works, for the owner to read; empty if nothing."""
    also_phone: bool = False
    """Whether a handle app may be reached by a phone number too."""


_UNCHECKED = "not checked here"

APPS: dict[str, App] = {
    app.key: app
    for app in (
        App(
            "whatsapp",
            "WhatsApp",
            "WA",
            "phone",
            {
                "person": Recipe(
                    "https://wa.me/{id}",
                    "https://wa.me/{id}?text={text}",
                    source=f"published click-to-chat form; {_UNCHECKED}",
                    accepts=(
                        "+44 117 496 0123",
                        "0044 117 496 0123",
                        "https://wa.me/441174960123",
                        "https://api.whatsapp.com/send?phone=441174960123",
                        "tel:+441174960123",
                    ),
                ),
                "group": Recipe(
                    "https://chat.whatsapp.com/{id}",
                    source=f"published group invitation form; {_UNCHECKED}",
                    accepts=(
                        "https://chat.whatsapp.com/AverilRide24Harbour0",
                        "chat.whatsapp.com/AverilRide24Harbour0",
                    ),
                ),
            },
            needs_first="number_registered",
        ),
        App(
            "telegram",
            "Telegram",
            "TG",
            "handle",
            {
                "person": Recipe(
                    "https://t.me/{id}",
                    "https://t.me/{id}?text={text}",
                    source=f"published deep links, username link; {_UNCHECKED}",
                    accepts=(
                        "averilcycles",
                        "@AverilCycles",
                        "https://t.me/averilcycles",
                        "t.me/averilcycles?utm_source=x",
                        "https://telegram.me/averilcycles/",
                    ),
                ),
                "number": Recipe(
                    "https://t.me/+{id}",
                    "https://t.me/+{id}?text={text}",
                    source=f"published deep links, phone number link; {_UNCHECKED}",
                    accepts=(
                        "+44 117 496 0123",
                        "https://t.me/+441174960123",
                    ),
                ),
                "group": Recipe(
                    "https://t.me/+{id}",
                    source=f"published deep links, chat invite link; {_UNCHECKED}",
                    accepts=(
                        "https://t.me/+AverilRide24_Abc",
                        "https://t.me/joinchat/AverilRide24_Abc",
                    ),
                ),
            },
            needs_first="public_name",
            also_phone=True,
        ),
        App(
            "messenger",
            "Messenger",
            "ME",
            "handle",
            {
                "page": Recipe(
                    "https://m.me/{id}",
                    source=f"published page link form; {_UNCHECKED}",
                    accepts=(
                        "averilcycles",
                        "@averilcycles",
                        "https://m.me/averilcycles",
                        "https://www.facebook.com/averilcycles/?ref=x",
                        "https://m.facebook.com/averilcycles",
                    ),
                ),
            },
            needs_first="business_page",
        ),
        App(
            "instagram",
            "Instagram messages",
            "IG",
            "handle",
            {
                "page": Recipe(
                    "https://ig.me/m/{id}",
                    source=f"published message link form; {_UNCHECKED}",
                    accepts=(
                        "averil.cycles",
                        "@averil.cycles",
                        "https://ig.me/m/averil.cycles",
                        "https://www.instagram.com/averil.cycles/",
                    ),
                ),
            },
            needs_first="business_page",
        ),
        App(
            "signal",
            "Signal",
            "SI",
            "phone",
            {
                "person": Recipe(
                    "https://signal.me/#p/+{id}",
                    source=f"published phone link form; {_UNCHECKED}",
                    accepts=(
                        "+44 117 496 0123",
                        "https://signal.me/#p/+441174960123",
                    ),
                ),
                "name": Recipe(
                    "https://signal.me/#eu/{id}",
                    source=f"published username link form; {_UNCHECKED}",
                    accepts=("https://signal.me/#eu/AverilCycleWorksPortHarbour",),
                ),
                "group": Recipe(
                    "https://signal.group/#{id}",
                    source=f"published group link form; {_UNCHECKED}",
                    accepts=("https://signal.group/#AverilCycleWorksPortHarbour",),
                ),
            },
            needs_first="number_registered",
        ),
        App(
            "viber",
            "Viber",
            "VI",
            "phone",
            {
                "person": Recipe(
                    "viber://chat?number=%2B{id}",
                    source=f"published deep link form; {_UNCHECKED}",
                    accepts=(
                        "+44 117 496 0123",
                        "viber://chat?number=%2B441174960123",
                    ),
                ),
                "group": Recipe(
                    "https://invite.viber.com/?g={id}",
                    source=f"published group invitation form; {_UNCHECKED}",
                    accepts=("https://invite.viber.com/?g=AverilRide24Harbour",),
                ),
            },
            needs_first="number_registered",
        ),
        App(
            "line",
            "LINE",
            "LI",
            "handle",
            {
                "page": Recipe(
                    "https://line.me/R/ti/p/%40{id}",
                    "https://line.me/R/oaMessage/%40{id}/?{text}",
                    source=f"published URL scheme for official accounts; {_UNCHECKED}",
                    accepts=(
                        "@averilcycles",
                        "https://line.me/R/ti/p/@averilcycles",
                        "https://line.me/R/ti/p/%40averilcycles",
                    ),
                ),
                "person": Recipe(
                    "https://line.me/ti/p/{id}",
                    source=f"published personal link form; {_UNCHECKED}",
                    accepts=("https://line.me/ti/p/AverilRide",),
                ),
            },
            needs_first="business_page",
        ),
        App(
            "wechat",
            "WeChat",
            "WC",
            "id",
            {
                "id": Recipe(
                    None, source="no link form exists: the id is copied", accepts=("averil_cycles",)
                ),
                "qr": Recipe(
                    "https://u.wechat.com/{id}",
                    source=f"the address inside a personal QR code; {_UNCHECKED}",
                    accepts=("https://u.wechat.com/AverilRide24Harbour",),
                ),
            },
            needs_first="public_name",
        ),
        App(
            "discord",
            "Discord",
            "DI",
            "handle",
            {
                "group": Recipe(
                    "https://discord.gg/{id}",
                    source=f"published invitation form; {_UNCHECKED}",
                    accepts=(
                        "https://discord.gg/AverilRide",
                        "https://discord.com/invite/AverilRide",
                        "discord.gg/AverilRide",
                    ),
                ),
            },
            needs_first="invitation",
        ),
        App(
            "slack",
            "Slack",
            "SL",
            "handle",
            {
                "group": Recipe(
                    "https://join.slack.com/t/{id}",
                    source=f"published shared invitation form; {_UNCHECKED}",
                    accepts=("https://join.slack.com/t/averilcycles/shared_invite/zt-averil-ride",),
                ),
            },
            needs_first="invitation",
        ),
        App(
            "matrix",
            "Matrix",
            "MX",
            "matrix",
            {
                "person": Recipe(
                    "https://matrix.to/#/{id}",
                    source="Matrix specification, appendices, matrix.to navigation",
                    accepts=(
                        "@averil:averilcycles.example",
                        "https://matrix.to/#/@averil:averilcycles.example",
                        "matrix:u/averil:averilcycles.example",
                    ),
                ),
            },
        ),
        App(
            "xmpp",
            "XMPP chat",
            "XM",
            "jid",
            {
                "person": Recipe(
                    "xmpp:{id}?message",
                    "xmpp:{id}?message;body={text}",
                    source="RFC 5122; XEP-0147, query type message",
                    accepts=(
                        "hello@averilcycles.example",
                        "xmpp:hello@averilcycles.example",
                    ),
                ),
            },
        ),
        App(
            "phone",
            "Phone call",
            "PH",
            "phone",
            {
                "person": Recipe(
                    "tel:{id}",
                    copies=False,
                    source="RFC 3966",
                    accepts=(
                        "+44 117 496 0123",
                        "tel:+44-117-496-0123",
                        "(+44) 117 496 0123",
                    ),
                ),
            },
        ),
        App(
            "sms",
            "Text message",
            "TX",
            "phone",
            {
                "person": Recipe(
                    "sms:{id}",
                    "sms:{id}?body={text}",
                    limit=1600,
                    source="RFC 5724",
                    accepts=(
                        "+44 117 496 0123",
                        "sms:+441174960123",
                    ),
                ),
            },
            needs_first="number_mobile",
        ),
        App(
            "email",
            "Email",
            "EM",
            "email",
            {
                "person": Recipe(
                    "mailto:{id}",
                    "mailto:{id}?body={text}",
                    limit=1900,
                    source="RFC 6068",
                    accepts=(
                        "hello@averilcycles.example",
                        "mailto:hello@averilcycles.example",
                    ),
                ),
            },
            needs_nobody=True,
        ),
        App(
            "map",
            "Map",
            "MP",
            "point",
            {
                "point": Recipe(
                    "geo:{id}",
                    computer="https://www.openstreetmap.org/?mlat={lat}&mlon={lon}",
                    copies=False,
                    source="RFC 5870; on a computer the OpenStreetMap marker link",
                    accepts=(
                        "geo:51.45,-2.58",
                        "51.45, -2.58",
                    ),
                ),
                "place": Recipe(
                    "https://www.openstreetmap.org/search?query={id}",
                    copies=False,
                    source="the open map's search, as its own form sends it",
                    accepts=("4 Quay Road, Port Averil",),
                ),
            },
            needs_nobody=True,
        ),
        App(
            "form",
            "Contact form",
            "CF",
            "link",
            {
                "page": Recipe(
                    "{id}",
                    source="RFC 3986",
                    accepts=(
                        "https://averilcycles.example/ask",
                        "averilcycles.example/ask",
                    ),
                ),
            },
            needs_nobody=True,
        ),
        App(
            "link",
            "Link",
            "GO",
            "link",
            {
                "page": Recipe(
                    "{id}",
                    source="RFC 3986",
                    accepts=(
                        "https://averilcycles.example/journal",
                        "averilcycles.example/journal",
                    ),
                ),
            },
            needs_nobody=True,
        ),
    )
}

MESSAGE_APPS = frozenset({"whatsapp", "signal", "viber", "sms", "telegram"})
"""Phone-number apps that carry written words; a landline must be registered there first."""

PHONE_APPS = ("whatsapp", "sms", "phone", "signal", "viber", "telegram")
"""The apps a phone number may serve, most asked for first."""

RETIRED: dict[str, str] = {
    "skype": "teams_or_phone",
    "icq": "telegram_or_phone",
    "hangouts": "email_or_phone",
    "aim": "email_or_phone",
    "yahoo": "email_or_phone",
    "google+": "link",
}
"""Services that have closed, each with the code of what to use instead."""

OWN_HOSTS: dict[str, str] = {
    "wa.me": "whatsapp",
    "api.whatsapp.com": "whatsapp",
    "web.whatsapp.com": "whatsapp",
    "chat.whatsapp.com": "whatsapp",
    "whatsapp.com": "whatsapp",
    "t.me": "telegram",
    "telegram.me": "telegram",
    "telegram.dog": "telegram",
    "m.me": "messenger",
    "facebook.com": "messenger",
    "fb.com": "messenger",
    "fb.me": "messenger",
    "messenger.com": "messenger",
    "ig.me": "instagram",
    "instagram.com": "instagram",
    "signal.me": "signal",
    "signal.group": "signal",
    "invite.viber.com": "viber",
    "viber.click": "viber",
    "line.me": "line",
    "lin.ee": "line",
    "page.line.me": "line",
    "u.wechat.com": "wechat",
    "discord.gg": "discord",
    "discord.com": "discord",
    "discordapp.com": "discord",
    "join.slack.com": "slack",
    "slack.com": "slack",
    "matrix.to": "matrix",
    "join.skype.com": "skype",
    "skype.com": "skype",
    "web.skype.com": "skype",
    "icq.im": "icq",
    "hangouts.google.com": "hangouts",
    "plus.google.com": "google+",
}
"""Which app a host belongs to, after `www.`, `m.` and `mobile.` are dropped."""
ASKS_ON_COMPUTERS = frozenset(["whatsapp", "telegram", "signal", "viber", "line", "wechat"])
"""Apps whose page on a computer may first ask a visitor to sign in there, by a code read with a phone."""
