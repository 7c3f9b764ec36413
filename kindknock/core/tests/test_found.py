"""docs/rules.md 21: what a website tells of its business, and how sure it is."""

import json
from datetime import date
from typing import Any

from django.test import SimpleTestCase
from hypothesis import given
from hypothesis import strategies as st

from ..found import Proposal, found
from ..found.links import leads_of
from ..found.missing import missing
from ..found.page import Source
from ..found.proposal import Found, joined, only
from ..found.proposed import MOST_TICKED, ONLY_ONE, Where, proposed
from ..setup import setup_from
from ..time import Timetable
from ..time.timetable import HoursDoc
from .invented_sites import invented

TODAY = date(2026, 11, 29)
SURE = ("sure", "likely", "guess")
ALIKE: dict[str, list[Any]] = {
    "ways": [{"app": "phone", "address": f"+44117496012{n}"} for n in range(9)],
    "hours": [{"mon": [["09:00", "17:00"]]}, {"mon": [["10:00", "17:00"]]}],
    "colours": ["#2e5a3a", "#7a2e4d", "#102030"],
    "kinds": [{"kind": kind, "path": f"/{kind}"} for kind in ("checkout", "basket", "product")],
}


def site(host: str, **pages: str) -> list[Source]:
    """Pages by the word of their path; `home` is `/`."""
    return [
        Source(f"https://{host}/{'' if name == 'home' else name}", html, ()) for name, html in pages.items()
    ]


def page(body: str, lang: str = "en", title: str = "", head: str = "") -> str:
    return f'<html lang="{lang}"><head><title>{title}</title>{head}</head><body>{body}</body></html>'


def ld(**thing: Any) -> str:
    text = json.dumps({"@context": "https://schema.org", **thing})
    return f'<script type="application/ld+json">{text}</script>'


def values(items: Any) -> list[tuple[Any, str]]:
    return [(each.value, each.sure) for each in items]


WHISTLE = site(
    "thetinwhistle.example",
    home=page(
        "<h1>Bread at eight, soup at noon.</h1><a class='btn' href='/order'>Book a table</a>"
        "<footer>Call or message us on WhatsApp: 0117 496 0271. Fax: 0117 496 0279</footer>",
        "en-GB",
        "The Tin Whistle | Café by the harbour steps",
        "<style>:root{--leaf:#2e5a3a}.btn{background:var(--leaf);color:#fff}"
        ".btn:hover{background:#f00}</style>"
        '<link rel="alternate" hreflang="de" href="/de"><meta name="theme-color" content="#2e5a3a">',
    ),
    contact=page(
        "<h2>Opening hours</h2><p>Tuesday to Friday 8:00–16:00<br>Saturday and Sunday 9:00–15:00</p>"
        "<p>VAT no. GB 117 4960 271 5</p><p>Website by <a href='tel:+441174960299'>Pixel Yard</a></p>"
        "<a href='/checkout'>Pay</a>",
        "en-GB",
        "Contact | The Tin Whistle",
    ),
)
AVERIL = site(
    "averilcycles.example",
    home=page(
        ld(
            **{
                "@type": ["BikeStore"],
                "name": "Averil Cycle Works",
                "telephone": "+44 117 496 0123",
                "faxNumber": "+44 117 496 0124",
                "address": {"@type": "PostalAddress", "addressCountry": "GB"},
                "openingHoursSpecification": [
                    {
                        "@type": "OpeningHoursSpecification",
                        "dayOfWeek": ["Monday", "https://schema.org/Tuesday"],
                        "opens": "09:00",
                        "closes": "17:30",
                    },
                    {
                        "@type": "OpeningHoursSpecification",
                        "validFrom": "2026-12-24",
                        "validThrough": "2026-12-27",
                        "opens": "00:00",
                        "closes": "00:00",
                    },
                ],
                "employee": [{"@type": "Person", "name": "Ines Carrow", "jobTitle": "Wheel builder"}],
            }
        )
        + "<a href='tel:0117 496 0123'>Ring us</a><a href='https://wa.me/441174960123'>WhatsApp</a>"
        "<a href='https://wa.me/?text=look'>Share</a><link rel=icon href='data:,'>"
        "<a href='https://www.facebook.com/sharer/sharer.php?u=x'>Share</a>"
        "<a href='https://t.me/share/url'>x</a>"
        "<a href='mailto:shop@averilcycles.example?subject=x'>Write</a>"
        '<script src="https://knock.example/k.js?averil7q" data-site="averil7q"></script>',
    ),
)
SAYS: tuple[tuple[str, list[Source], dict[str, Any]], ...] = (
    (
        "words alone",
        WHISTLE,
        {
            "names": [("The Tin Whistle", "likely")],
            "countries": [("GB", "guess")],
            "hours": [
                (
                    {day: [["08:00", "16:00"]] for day in ("tue", "wed", "thu", "fri")}
                    | {day: [["09:00", "15:00"]] for day in ("sat", "sun")},
                    "likely",
                )
            ],
            "languages": [("en", "sure"), ("de", "sure")],
            "colours": [("#2e5a3a", "sure")],
            "kinds": [({"kind": "checkout", "path": "/checkout"}, "likely")],
        },
    ),
    (
        "markup",
        AVERIL,
        {
            "names": [("Averil Cycle Works", "sure")],
            "countries": [("GB", "sure")],
            "zones": [("Europe/London", "sure")],
            "ways": [
                ({"app": "phone", "address": "+441174960123"}, "sure"),
                ({"app": "whatsapp", "address": "+441174960123"}, "sure"),
                ({"app": "email", "address": "shop@averilcycles.example"}, "sure"),
            ],
            "hours": [({day: [["09:00", "17:30"]] for day in ("mon", "tue")}, "sure")],
            "closures": [({"first": "2026-12-24", "last": "2026-12-27"}, "sure")],
            "marks": [],
            "people": [({"name": "Ines Carrow", "role": "Wheel builder"}, "sure")],
            "lines": [("averil7q", "sure")],
        },
    ),
    (
        "two that contradict",
        site(
            "x.example",
            home=page(ld(**{"@type": "Store", "name": "A"}) + ld(**{"@type": "Store", "name": "B"})),
        ),
        {"names": [("A", "guess"), ("B", "guess")]},
    ),
    (
        "others in the markup",
        site(
            "x.example",
            home=page(
                ld(
                    **{
                        "@type": "Store",
                        "name": "Sail Loft",
                        "makesOffer": {"@type": "Service", "name": "Mending sails"},
                        "review": {
                            "@type": "Review",
                            "author": {
                                "@type": "Organization",
                                "name": "Ropes",
                                "telephone": "+44 117 496 0199",
                            },
                        },
                    }
                )
            ),
        ),
        {"names": [("Sail Loft", "sure")], "ways": []},
    ),
    (
        "a page that draws itself",
        site("x.example", home=page("<div id=root></div><script src=/app.js></script>", title="Sail Loft")),
        {"draws_itself": True, "names": [("Sail Loft", "guess")], "ways": []},
    ),
    (
        "microdata, and an OpenStreetMap text",
        site(
            "laden.example",
            home=page(
                '<div itemscope itemtype="https://schema.org/Bakery"><span itemprop="name">Zum Hafen</span>'
                '<meta itemprop="openingHours" content="Mo-Fr 07:00-18:00"></div>',
                "de",
            ),
        ),
        {
            "names": [("Zum Hafen", "sure")],
            "hours": [({day: [["07:00", "18:00"]] for day in ("mon", "tue", "wed", "thu", "fri")}, "sure")],
        },
    ),
)
IN_WORDS = (
    ("de", "Öffnungszeiten", "Montag bis Freitag 9–18 Uhr", "Samstag 10–14 Uhr"),
    ("fr", "Horaires", "Lundi au vendredi 9h-18h", "Samedi 10h-14h"),
    ("es", "Horario", "Lunes a viernes 9:00-18:00", "Sábado 10:00-14:00"),
    ("it", "Orari", "Lunedì - Venerdì 9:00-18:00", "Sabato 10:00-14:00"),
    ("nl", "Openingstijden", "Maandag t/m vrijdag 9:00-18:00", "Zaterdag 10:00-14:00"),
    ("pt", "Horário", "Segunda a sexta 9:00-18:00", "Sábado 10:00-14:00"),
)


class ToldByAWebsite(SimpleTestCase):
    def test_what_each_tells_and_how_sure_it_is(self) -> None:
        for name, sources, wanted in SAYS:
            proposal = found(sources, today=TODAY)
            for what, expected in wanted.items():
                with self.subTest(name, what=what):
                    got = getattr(proposal, what)
                    self.assertEqual(got if isinstance(got, bool) else values(got), expected)

    def test_numbers_in_a_foot(self) -> None:
        sources = [Source(each.address.replace(".example", ".uk"), each.html) for each in WHISTLE]
        proposal = found(sources, today=TODAY)
        self.assertEqual(values(proposal.countries), [("GB", "likely")])
        self.assertEqual(
            values(proposal.ways),
            [
                ({"app": "phone", "address": "+441174960271"}, "likely"),
                ({"app": "whatsapp", "address": "+441174960271"}, "likely"),
            ],
        )
        self.assertEqual(proposal.main, "+441174960271")
        self.assertIn("Call or message us", proposal.ways[0].words)

    def test_hours_in_six_languages(self) -> None:
        week = {day: [["09:00", "18:00"]] for day in ("mon", "tue", "wed", "thu", "fri")}
        for lang, head, weekdays, saturday in IN_WORDS:
            for html in (
                f"<h3>{head}</h3><ul><li>{weekdays}</li><li>{saturday}</li></ul><p>+44 117 496 0123</p>",
                f"<h3>{head}</h3><table><tr><td>{weekdays}</td></tr><tr><td>{saturday}</td></tr></table>",
            ):
                with self.subTest(lang, html=html):
                    proposal = found(site("x.example", home=page(html, lang)), today=TODAY)
                    self.assertEqual(
                        values(proposal.hours), [(week | {"sat": [["10:00", "14:00"]]}, "likely")]
                    )

    def test_a_hundred_websites_in_six_languages(self) -> None:
        """Nine in ten of what each tells are found and no guess; nothing that is sure is wrong."""
        right = total = 0
        for it in invented():
            proposal = found(it.sources, today=TODAY)
            phones = [each for each in proposal.ways if each.value["app"] == "phone"]
            for what, got, wanted in (
                ("name", values(proposal.names), it.name),
                ("number", [(each.value["address"], each.sure) for each in phones], it.number),
                ("week", values(proposal.hours), it.week),
                ("language", values(proposal.languages), it.language),
            ):
                with self.subTest(it.template, host=it.sources[0].address, what=what):
                    self.assertEqual([value for value, sure in got if sure == "sure" and value != wanted], [])
                if wanted is not None:
                    total += 1
                    right += bool(got) and got[0][0] == wanted and got[0][1] != "guess"
        self.assertGreater(total, 350)
        self.assertGreaterEqual(right / total, 0.9)

    @given(
        st.lists(st.text(max_size=60), max_size=12),
        st.sampled_from(("", "https://[", "x", "https://a.example/%zz")),
    )
    def test_nothing_raises(self, texts: list[str], address: str) -> None:
        for html in ("".join(texts), page("<p>".join(texts)), ld(**{"@type": texts, "name": {"@id": texts}})):
            self.assertIsInstance(found([Source(address, html, tuple(texts), html)], today=TODAY), Proposal)

    def test_deep_and_broken_pages(self) -> None:
        for html in ("<div>" * 50_000 + "x", "\0<html", "<table>" * 3000, ld(a=[[[[]]]] * 50), "{" * 10_000):
            self.assertIsInstance(found([Source("https://x.example/", html)], today=TODAY), Proposal)

    def test_numbers_without_a_country_are_of_the_one_where_whoever_asks_is(self) -> None:
        sources = site("x.example", home=page("<footer>Call 0117 496 0271</footer>"))
        self.assertEqual(found(sources, today=TODAY).ways, ())
        number = ({"app": "phone", "address": "+441174960271"}, "likely")
        self.assertEqual(values(found(sources, today=TODAY, country="GB").ways), [number])

    def test_what_sort_of_business_and_what_keeps_a_page_from_telling(self) -> None:
        long = "<p>All about the sale of the domain is for sale sign. " * 80
        for name, html, trade, obstacle, unread in (
            ("a type", page(ld(**{"@type": "CafeOrCoffeeShop", "name": "X"})), "cafe", "", ""),
            ("a heading", page("<h1>Zahnarztpraxis am Hafen</h1>", "de"), "clinic", "", ""),
            ("a title", page("<p>x", "fr", "Boulangerie du port"), "cafe", "", ""),
            ("none of ours", page("<h1>Rope, by the yard</h1>"), "", "", ""),
            ("parked", page("<h1>rope.example</h1><p>This domain is for sale."), "", "parked", ""),
            ("words about it", page(long), "", "", ""),
            ("a wall", page("<form><input type=password></form>"), "", "wall", ""),
            ("a shop with a sign-in", page("<input type=password>" + "<p><a href=/x>x</a>" * 9), "", "", ""),
            ("nothing", page(""), "", "empty", ""),
            ("not even that", "", "", "empty", ""),
            (
                "drawn in the browser",
                page("<div id=app></div><script src=/a.js></script>", "en", "Rope"),
                "",
                "",
                "",
            ),
            ("welsh", page("<h1>Bara am wyth</h1>", "cy"), "", "", "cy"),
        ):
            with self.subTest(name):
                proposal = found(site("x.example", home=html), today=TODAY)
                trades = [each.value for each in proposal.trades]
                self.assertEqual(
                    (trades, proposal.obstacle, proposal.unread), ([trade] if trade else [], obstacle, unread)
                )

    def test_which_pages_tell_more(self) -> None:
        for name, hrefs, wanted in (
            (
                "one of each sort first",
                ["/team", "/about", "/kontakt", "/find-us"],
                ["kontakt", "team", "find-us", "about"],
            ),
            (
                "files, other hosts, itself",
                ["/contact.pdf", "https://y.example/contact", "#contact", "/"],
                [],
            ),
            ("where one pays is left alone", ["/checkout", "/cart", "/basket/contact"], []),
            (
                "in other words",
                ["/ar/اتصل-بنا", "/horaires", "/quem-somos"],
                ["ar/اتصل-بنا", "horaires", "quem-somos"],
            ),
            ("once", ["/contact", "/contact#form", "https://x.example/contact"], ["contact"]),
        ):
            body = "".join(f'<p><a href="{href}">x</a></p>' for href in hrefs)
            leads = leads_of(site("x.example", home=page(body))[0], most=4)
            with self.subTest(name):
                self.assertEqual([each.removeprefix("https://x.example/") for each in leads.pages], wanted)

    def test_closed_days_in_words(self) -> None:
        christmas = ("2026-12-24", "2026-12-26")
        for lang, text, wanted in (
            ("en", "Closed 24–26 December", christmas),
            ("en", "We are closed from 24th to 26th of December 2026.", christmas),
            ("en", "Shut 24 Dec and open again after.", ("2026-12-24", "2026-12-24")),
            ("en", "Closed 30 December to 2 January", ("2026-12-30", "2027-01-02")),
            ("en", "Closed 28 December 2026 - 2 January 2027", ("2026-12-28", "2027-01-02")),
            ("de", "Geschlossen vom 24. bis 26. Dezember", christmas),
            ("de", "Betriebsferien: 27. Dezember 2026 bis 5. Januar 2027", ("2026-12-27", "2027-01-05")),
            ("fr", "Fermé du 24 au 26 décembre", christmas),
            ("es", "Cerrado del 24 al 26 de diciembre", christmas),
            ("it", "Chiuso dal 24 al 26 dicembre", christmas),
            ("pt", "Encerrado de 24 a 26 de dezembro", christmas),
            ("nl", "Gesloten van 24 t/m 26 december", christmas),
            ("ar", "مغلق من 24 إلى 26 ديسمبر", christmas),
            ("en", "Closed 3 May", ("2027-05-03", "2027-05-03")),
            ("en", "Closed 3 May 2025", None),
            ("en", "Closed on 31 February", None),
            ("en", "Open 24–26 December", None),
            ("en", "Sunday closed, Saturday 10-14", None),
            ("en", "We closed our second shop in 2019 after 12 years", None),
            ("cy", "Ar gau 24 Rhagfyr", None),
        ):
            with self.subTest(text):
                closures = found(site("x.example", home=page(f"<p>{text}</p>", lang)), today=TODAY).closures
                days = [(each.value["first"], each.value["last"]) for each in closures]
                self.assertEqual(days, [wanted] if wanted else [])

    def test_what_comes_ticked(self) -> None:
        numbers = "".join(f"<a href='tel:+44117496{1000 + n:04}'>Ring</a>" for n in range(9))
        for name, sources, expected in (
            ("markup", AVERIL, "who+ way+ way+ hours+ closure+ colour+ person+"),
            ("words", WHISTLE, "who+ way+ hours+ colour+ hidden+"),
            ("nothing", site("x.example", home=page("<p>x")), "who+ way- hours- colour+"),
            ("too many ways", site("x.example", home=page(numbers)),
             "who+ way+ way+ way+ way+ way- way- way- way- hours- colour+"),
            ("a basket", site("x.example", home=page("<a href=/basket>B</a><a href=/checkout>C</a>")),
             "who+ way- hours- colour+ hidden- hidden+"),
            ("two that contradict", site("x.example", home=page(
                ld(**{"@type": "Store", "openingHours": "Mo 09:00-17:00"})
                + ld(**{"@type": "Store", "openingHours": "Mo 10:00-17:00"}))),
             "who+ way- hours- hours- colour+"),
        ):  # fmt: skip
            with self.subTest(name):
                marks = [
                    each.kind + ("+" if each.on else "-")
                    for each in proposed(found(sources, today=TODAY), Where())
                ]
                self.assertEqual(sorted(marks), sorted(expected.split()))
                self.assertEqual(marks[0], "who+")

    @given(
        st.fixed_dictionaries({
            name: st.lists(st.builds(Found, st.just(name), st.sampled_from(some), st.sampled_from(SURE),
                                     st.sampled_from(("markup", "words")), st.just("/")), max_size=9)
            for name, some in ALIKE.items()
        })
    )  # fmt: skip
    def test_a_guess_never_comes_ticked(self, finds: dict[str, list[Found]]) -> None:
        # What can only be one is told once, or as guesses (`only`).
        several = {name: tuple(joined(each)) for name, each in finds.items()}
        proposal = Proposal(
            ways=several["ways"],
            hours=tuple(only(finds["hours"])),
            colours=several["colours"],
            kinds=several["kinds"],
        )
        offered = proposed(proposal, Where("GB", "Europe/London", "en"))
        for each in offered:
            if each.on and each.found is not None:
                self.assertNotEqual(each.found.sure, "guess")
        for kind in ONLY_ONE:
            self.assertLessEqual(sum(each.on for each in offered if each.kind == kind), 1)
        ways = [each for each in offered if each.kind == "way"]
        self.assertLessEqual(sum(each.on for each in ways), MOST_TICKED)
        self.assertEqual(len({each.value["address"] for each in ways}), len(ways))
        self.assertEqual(offered[0].value["zone"], "Europe/London")

    def test_what_is_not_here_yet(self) -> None:
        setup = setup_from({
            "business": {"name": "The Tin Whistle", "languages": ["en", "cy"]},
            "site": {"key": "s"},
            "people": [{"key": "nia", "name": "Nia", "addresses": {"email": "nia@tin.example"}}],
            "doors": [{
                "key": "d",
                "looks": {"colour": "#2e5a3a"},
                "channels": [{"key": "c", "app": "phone", "address": "+441174960271"}],
                "pages": [{"effect": "hide", "kind": "below", "value": "/order"},
                          {"effect": "hide", "kind": "page_kind", "value": "checkout"}],
            }],
        })  # fmt: skip
        week, none = {"tue": [["08:00", "16:00"]]}, Timetable(shop=None)
        closed = {"from": "2026-12-24", "until": "2026-12-27", "whole_day": True}
        here = Timetable(shop=HoursDoc.model_validate({"week": week, "closures": [closed]}))
        number, days = "+441174960271", {"first": "2026-12-25", "last": "2026-12-26"}
        cases: tuple[tuple[str, Any, Any], ...] = (
            ("who", {"name": "the tin whistle", "languages": ["cy"]}, None),
            ("who", {"name": "", "languages": ["en"]}, None),
            ("who", {"name": "Tin", "languages": ["en"]}, {"name": "Tin", "languages": ["en"]}),
            ("way", {"apps": ["phone", "sms"], "address": number}, {"apps": ["sms"], "address": number}),
            ("way", {"apps": ["email"], "address": "nia@tin.example"}, None),
            ("hours", {"week": week}, None),
            ("hours", {"week": {"mon": []}}, {"week": {"mon": []}}),
            ("hours", {"week": {"mon": [["25:00", "x"]]}}, None),
            ("closure", days, None),
            ("closure", {**days, "last": "2026-12-27"}, {**days, "last": "2026-12-27"}),
            ("colour", {"colour": "#2e5a3a"}, None),
            ("colour", {"colour": "#7a2e4d"}, {"colour": "#7a2e4d"}),
            ("hidden", {"path": "/order"}, None),
            ("hidden", {"path": "/pay", "kind": "checkout"}, None),
            ("hidden", {"path": "/pay", "kind": "basket"}, {"path": "/pay", "kind": "basket"}),
            ("person", {"name": "NIA"}, None),
            ("person", {"name": "Gwen"}, {"name": "Gwen"}),
        )
        for kind, value, expected in cases:
            with self.subTest(kind=kind, value=value):
                self.assertEqual(missing(kind, value, setup, here), expected)
        self.assertEqual(missing("hours", {"week": week}, setup, none), {"week": week}, "no hours are set")
