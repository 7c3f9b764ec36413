"""A hundred websites of invented businesses in six languages, from templates unlike each other, each with
what must be found on it.
"""

import json
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from html import escape
from unicodedata import normalize

from ..found.page import Source

FIVE = ("mon", "tue", "wed", "thu", "fri")


@dataclass(frozen=True, slots=True)
class Tongue:
    """A language with its country, how its people write numbers, and what they call things."""

    lang: str
    country: str
    code: str
    national: str
    names: tuple[str, ...]
    call: str
    fax: str
    hours: str
    weekdays: str
    saturday: str
    contact: str
    credit: str
    welcome: str


# fmt: off
TONGUES = (
    Tongue("en-GB", "GB", "44", "0117 496 0{:03}", ("Harbour Bakery", "The Knot & Plank", "Wren’s Repairs"),
           "Call us", "Fax", "Opening hours", "Monday to Friday {} – {}", "Saturday {} – {}", "contact",
           "Website by", "We have been here since the ferry stopped, and bake before the gulls wake up."),
    Tongue("de", "DE", "49", "030 23125 {:03}", ("Bäckerei Möwe", "Schreinerei Knoll", "Rad und Tat"),
           "Telefon", "Telefax", "Öffnungszeiten", "Montag bis Freitag {} – {} Uhr", "Samstag {} – {} Uhr",
           "kontakt", "Webdesign:", "Seit die Fähre nicht mehr fährt, backen wir, bevor die Möwen aufwachen."),
    Tongue("fr", "FR", "33", "01 99 00 1{:01} {:02}", ("Boulangerie du Quai", "Atelier Lune", "Vélos du Pont"),
           "Téléphone", "Télécopie", "Horaires", "Du lundi au vendredi {} - {}", "Samedi {} - {}", "contact",
           "Réalisation", "Nous cuisons le pain avant le réveil des mouettes, depuis que le bac est parti."),
    # Of these countries no number is kept for stories: their businesses have one of Bristol's.
    Tongue("es", "ES", "44", "+44 117 496 0{:03}", ("Panadería del Muelle", "Taller Luna", "Bicis Puente"),
           "Teléfono", "Fax", "Horario", "Lunes a viernes {} - {}", "Sábado {} - {}", "contacto",
           "Diseño por", "Horneamos antes de que despierten las gaviotas, desde que se fue el barco."),
    Tongue("nl", "NL", "44", "+44 117 496 0{:03}", ("Bakkerij De Meeuw", "Houtwerk Knoop", "Kadefietsen"),
           "Bel ons", "Fax", "Openingstijden", "Maandag t/m vrijdag {} - {}", "Zaterdag {} - {}", "contact",
           "Website door", "Sinds het pontje niet meer vaart bakken wij brood voor de meeuwen wakker zijn."),
    Tongue("pt", "PT", "44", "+44 117 496 0{:03}", ("Padaria do Cais", "Oficina Lua", "Bicicletas da Ponte"),
           "Ligue", "Fax", "Horário", "Segunda a sexta {} - {}", "Sábado {} - {}", "contacto", "Site por",
           "Desde que o barco deixou de passar, cozemos o pão antes de as gaivotas acordarem."),
)
# fmt: on


@dataclass(frozen=True, slots=True)
class Business:
    """One business: its host, what it is called, how it is reached and when."""

    tongue: Tongue
    host: str
    name: str
    number: str
    fax: str
    opens: str
    closes: str
    saturday: tuple[str, str]

    @property
    def canonical(self) -> str:
        digits = "".join(filter(str.isdigit, self.number))
        return f"+{digits}" if self.number[0] == "+" else f"+{self.tongue.code}{digits.removeprefix('0')}"

    @property
    def week(self) -> dict[str, list[list[str]]]:
        return {day: [[self.opens, self.closes]] for day in FIVE} | {"sat": [list(self.saturday)]}

    def lines(self) -> tuple[str, str]:
        """The week as its people write it."""
        return (
            self.tongue.weekdays.format(self.opens, self.closes),
            self.tongue.saturday.format(*self.saturday),
        )


@dataclass(frozen=True, slots=True)
class Invented:
    """A website and what must be found on it: name, number, week and language; None where it doesn't tell."""

    template: str
    sources: list[Source]
    name: str | None
    number: str | None
    week: dict[str, list[list[str]]] | None
    language: str


def businesses() -> Iterator[Business]:
    for at in range(102):
        tongue = TONGUES[at % len(TONGUES)]
        name = tongue.names[at // len(TONGUES) % 3]
        number, fax = (
            tongue.national.format(
                *((place // 100 % 10, place % 100) if tongue.country == "FR" else (place,))
            )
            for place in (100 + at, 300 + at)
        )
        label = "".join(
            letter for letter in normalize("NFKD", name.casefold()) if letter.isascii() and letter.isalnum()
        )
        hour = 7 + at % 3
        times = (f"{hour:02}:00", f"{hour + 9}:30", ("10:00", "14:00"))
        yield Business(tongue, f"{label}{at}.example", name, number, fax, *times)


def _page(it: Business, body: str, title: str, head: str = "") -> str:
    return (
        f'<!doctype html><html lang="{it.tongue.lang}"><head><meta charset="utf-8">'
        f"<title>{escape(title)}</title>{head}</head>"
        f"<body><nav><a href='/'>1</a> <a href='/{it.tongue.contact}'>{it.tongue.contact}</a></nav>"
        f"<p>{it.tongue.welcome}</p>{body}</body></html>"
    )


def _ld(it: Business) -> dict[str, str]:
    specification = [
        {
            "@type": "OpeningHoursSpecification",
            "dayOfWeek": [day.title() for day in days],
            "opens": opens,
            "closes": closes,
        }
        for days, opens, closes in (
            (("monday", "tuesday", "wednesday", "thursday", "friday"), it.opens, it.closes),
            (("saturday",), *it.saturday),
        )
    ]
    thing = {
        "@context": "https://schema.org",
        "@graph": [
            {"@type": "WebSite", "name": "Home", "url": f"https://{it.host}/"},
            {
                "@type": "LocalBusiness",
                "name": it.name,
                "telephone": it.canonical,
                "faxNumber": it.fax,
                "address": {"@type": "PostalAddress", "addressCountry": it.tongue.country},
                "openingHoursSpecification": specification,
            },
        ],
    }
    script = f'<script type="application/ld+json">{json.dumps(thing)}</script>'
    return {"": _page(it, "<h1>Hello</h1>", "Start", script)}


def _microdata(it: Business) -> dict[str, str]:
    hours = f"Mo-Fr {it.opens}-{it.closes}, Sa {it.saturday[0]}-{it.saturday[1]}"
    return {
        "": _page(
            it,
            '<div itemscope itemtype="http://schema.org/Store">'
            f'<h1 itemprop="name">{escape(it.name)}</h1><span itemprop="telephone">{it.canonical}</span>'
            f'<time itemprop="openingHours" datetime="{hours}">{" ".join(it.lines())}</time></div>',
            it.name,
        )
    }


def _foot(it: Business) -> dict[str, str]:
    foot = (
        f"<footer><strong>{it.tongue.call}:</strong> {it.number} · {it.tongue.fax}: {it.fax}<br>"
        f"{it.tongue.credit} <a href='tel:+441174960299'>Pixel Yard</a></footer>"
    )
    week = f"<h2>{it.tongue.hours}</h2><p>{it.lines()[0]}<br/>{it.lines()[1]}</p>"
    country = f'<a href="tel:{it.canonical}">{it.number}</a>'
    return {
        "": _page(it, "<h1>…</h1>" + foot, f"{it.name} | 1"),
        it.tongue.contact: _page(it, week + country + foot, f"2 | {it.name}"),
    }


def _table(it: Business) -> dict[str, str]:
    rows = "".join(f"<TR><TD>{line}</TD></TR>" for line in it.lines())
    return {
        "": _page(
            it,
            f"<DIV CLASS=x><A HREF='tel:%2B{it.canonical[1:]}'>&#9742; {it.number}</A></DIV>"
            f"<TABLE><CAPTION>{it.tongue.hours}</CAPTION>{rows}</TABLE>"
            "<script>var n='0117 496 0999'</script>",
            "Home",
            f'<meta property="og:site_name" content="{escape(it.name)}">',
        )
    }


def _browser(it: Business) -> dict[str, str]:
    return {
        "": f'<html lang="{it.tongue.lang}"><head><title>{escape(it.name)}</title>'
        f'<meta property="og:site_name" content="{escape(it.name)}"></head><body><div id="root"></div>'
        "<script src='/a.js'></script></body></html>"
    }


def _list(it: Business) -> dict[str, str]:
    items = "".join(f"<li><span>{line}</span>&nbsp;</li>" for line in it.lines())
    return {
        "": _page(
            it,
            f"<section><h3>{it.tongue.hours}:</h3><ul>{items}</ul></section>"
            f"<aside><p>{it.tongue.call}&nbsp;<a href='tel:{it.canonical}'><b>{it.number}</b></a></p>"
            "<p>IBAN GB00 0000 4960 1234 5678</p></aside>",
            f"{it.name} – 1",
        )
    }


TEMPLATES: tuple[tuple[str, Callable[[Business], dict[str, str]], str], ...] = (
    ("json-ld", _ld, "name number week"),
    ("microdata", _microdata, "name number week"),
    ("foot", _foot, "name number week"),
    ("table", _table, "name number week"),
    ("browser", _browser, "name"),
    ("list", _list, "name number week"),
)


def invented() -> Iterator[Invented]:
    for at, it in enumerate(businesses()):
        name, template, tells = TEMPLATES[at // len(TONGUES) % len(TEMPLATES)]
        sources = [Source(f"https://{it.host}/{path}", html) for path, html in template(it).items()]
        yield Invented(
            name,
            sources,
            it.name if "name" in tells else None,
            it.canonical if "number" in tells else None,
            it.week if "week" in tells else None,
            it.tongue.lang.partition("-")[0],
        )
