"""The demo keeps its promises: made-up data only, the same on every machine, a shop whose pages tell what
they sell.
"""

import json
import re
from datetime import datetime, timedelta
from decimal import Decimal
from io import BytesIO, StringIO
from typing import Any, ClassVar
from unittest import mock

from django.core import serializers
from django.core.management import call_command
from django.test import SimpleTestCase, TestCase
from pypdf import PdfReader

from demo import footfall, people, seed
from demo.shop.goods import GOODS
from demo.shop.rough import PAGES as ROUGH
from demo.shop.rough_pages import PAGES as HARD
from demo.shop.wsgi import PAGES, application
from kindknock import clock
from kindknock.accounts.models import Business, User
from kindknock.core.pages import read_page
from kindknock.core.time import hours_of, outlook
from kindknock.doors.models import Channel, Door, Release
from kindknock.footfall.models import Event
from kindknock.guestbook.models import Entry
from kindknock.people.load import timetable_of
from kindknock.people.models import Assistant
from kindknock.sites.models import HeardPath, Host, Site
from kindknock.studio_api.sheet import sheet_html, sheet_pdf

MODELS = (User, Business, Site, Host, HeardPath, Door, Channel, Release, Assistant, Entry)
# Destinations that the core's recipes lead to, and the vocabulary of the setup's own schema.
OURS = re.compile(r"\.example$|^schema\.org$|^localhost$")


class Data(TestCase):
    out: ClassVar = StringIO()
    at: datetime

    @classmethod
    def setUpTestData(cls) -> None:
        with mock.patch.object(clock, "now", return_value=clock.now()):
            cls.at = clock.now()
            for _ in range(2):
                call_command("kindknock_demo", "--once", stdout=cls.out)

    def test_it_is_laid_out_once(self) -> None:
        self.assertEqual(
            self.out.getvalue().splitlines(), ["The demo is laid out.", "The demo is there already."]
        )
        self.assertEqual(
            (Business.objects.count(), Site.objects.count(), Door.objects.count(), Assistant.objects.count()),
            (3, 4, 5, 4),
        )
        self.assertTrue(User.objects.get(email=seed.OWNER).check_password(seed.PASSWORD))

    def test_its_hand_over_sheet_is_two_sheets_of_paper(self) -> None:
        site = Site.objects.get(key="averil7q")
        pdf = sheet_pdf(sheet_html(site, masked=False, at=self.at))
        pages = PdfReader(BytesIO(pdf)).pages
        self.assertEqual(len(pages), 2)
        self.assertIn("Amara Oduya", " ".join(page.extract_text() for page in pages))

    def test_every_name_and_number_is_made_up(self) -> None:
        for model in MODELS:
            text = re.sub(
                r'"(password|key|token|client_id|secret\w*|picture)": "[^"]*"',
                "",
                serializers.serialize("json", model.objects.all(), ensure_ascii=False),
            )
            for host in re.findall(r"(?:https?://|@)((?:[a-z0-9-]+\.)+[a-z]{2,}|localhost)\b", text):
                self.assertRegex(host, OURS, model.__name__)
            for number in re.findall(r"\+\d{9,15}", text):
                self.assertRegex(number, r"^\+441174960\d{3}$", model.__name__)

    def test_months_of_visits_that_hang_together(self) -> None:
        kinds = {
            kind: set(Event.objects.filter(kind=kind).values_list("client_id", flat=True))
            for kind in ("seen", "opened", "knocked")
        }
        self.assertGreater(len(kinds["seen"]), 90 * 30)
        self.assertTrue(
            len(kinds["seen"]) > len(kinds["opened"]) > len(kinds["knocked"]) > 100,
            {kind: len(ids) for kind, ids in kinds.items()},
        )
        first, last = Event.objects.earliest("at").at, Event.objects.latest("at").at
        self.assertTrue(timedelta(days=88) < last - first < timedelta(days=91), (first, last))
        self.assertLessEqual(
            set(Event.objects.values_list("path", flat=True)),
            set(PAGES) | {f"/shop/{good.slug}" for good in GOODS},
        )
        self.assertLessEqual(
            set(Event.objects.exclude(channel="").values_list("channel", flat=True)),
            set(Channel.objects.values_list("key", flat=True)),
        )
        self.assertLessEqual(
            set(Event.objects.exclude(person="").values_list("person", flat=True)),
            {"ines", "tomasz", "amara"},
        )
        before = Event.objects.count()
        footfall.lay_out(self.at)
        self.assertEqual(Event.objects.count(), before, "the same visits, however often they are made")

    def test_its_clock_can_be_set(self) -> None:
        averil = seed.demo_site().business
        for hours, is_open in (("open", True), ("shut", False)):
            call_command("kindknock_demo", "--hours", hours, stdout=StringIO())
            self.assertEqual(self.now(averil).open, is_open, hours)
        opens = self.now(averil).next_opening
        assert opens is not None
        self.assertLess(opens - clock.now(), timedelta(hours=34))
        call_command("kindknock_demo", "--hours", "usual", stdout=StringIO())
        self.assertEqual({row.key for row in averil.hours.all()}, {"", "ines", "tomasz", "amara", "rhys"})
        christmas = self.now(averil, people.next_christmas_eve().isoformat() + "T14:00:00+00:00")
        self.assertEqual(christmas.open, False, "shut from one o'clock on Christmas Eve, whatever the year")

    def now(self, averil: Business, at: str = "") -> Any:
        shop = hours_of(timetable_of(averil, at=clock.now()).shop, averil.zone)
        assert shop is not None
        return outlook(shop, datetime.fromisoformat(at) if at else clock.now())


class Shop(SimpleTestCase):
    def get(self, path: str, host: str = "averilcycles.localhost:8001") -> tuple[str, dict[str, str], str]:
        found: list[Any] = []
        body = b"".join(
            application(
                {"PATH_INFO": path, "HTTP_HOST": host},
                lambda status, headers: found.extend((status[:3], dict(headers))),
            )
        )
        return found[0], found[1], body.decode("utf-8", "replace")

    def test_every_page_carries_the_line_once_and_nothing_from_outside(self) -> None:
        for path in (*PAGES, *(f"/shop/{good.slug}" for good in GOODS)):
            status, _, page = self.get(path)
            self.assertEqual((status, page.count('data-site="averil7q" referrerpolicy=')), ("200", 1), path)
            loaded = re.findall(r'<(?:script|img|link rel)[^>]*(?:src|href)="(https?://[^"]+)"', page)
            self.assertTrue(all("localhost" in item for item in loaded), (path, loaded))
            self.assertEqual(
                re.findall(r'<html lang="(\w\w)', page),
                [path[1:3] if path[:3] in ("/pt", "/ar") else "en"],
                path,
            )
        self.assertEqual(
            self.get("/", "hire.averilcycles.localhost:8001")[2].count('data-site="averilhire"'), 1
        )

    def test_goods_tell_machines_what_people_read(self) -> None:
        answer = {
            good.slug: read_page(
                self.get(f"/shop/{good.slug}")[2], f"https://averilcycles.example/shop/{good.slug}"
            )
            for good in GOODS
        }
        for good in GOODS:
            facts, price = answer[good.slug], Decimal(good.was or good.price)
            self.assertEqual(
                (facts.is_product, facts.name, facts.currency, facts.availability),
                (True, good.name, "GBP", "in_stock" if good.stock else "sold_out"),
                good.slug,
            )
            self.assertEqual(
                (facts.price, facts.sale_price), (price, Decimal(good.price) if good.was else None), good.slug
            )
        self.assertEqual({good.marked_up_as for good in GOODS}, {"json-ld", "microdata", "open-graph"})

    def test_what_is_not_there_is_said_and_nothing_else_is_served(self) -> None:
        for path, status in (
            ("/shop/unicorn", "404"),
            ("/nowhere", "404"),
            ("/static/shop.css", "200"),
            ("/static/../wsgi.py", "404"),
            ("/static/../../seed.py", "404"),
            ("/static/", "404"),
        ):
            self.assertEqual(self.get(path)[0], status, path)

    def test_the_rough_corner_stands(self) -> None:
        listed = self.get("/rough")[2]
        for name in [*ROUGH, *HARD]:
            status, headers, page = self.get(f"/rough/{name}")
            self.assertEqual(
                (status, "{" + "line}" in page, f"/rough/{name}" in listed), ("200", False, True), name
            )
            self.assertNotIn("{", headers.get("Content-Security-Policy", ""), name)
        self.assertIn("k.js", self.get("/rough/sample")[2])
        self.assertEqual(
            json.loads(re.findall(r'ld\+json">(.*?)</script>', self.get("/rough/redraw")[2], re.DOTALL)[0])[
                "name"
            ],
            "Patch tin",
        )
