"""The formats as documented: the samples are read, the schema is what the code says."""

import json
import re
import warnings
from collections import Counter
from datetime import date, datetime
from importlib.resources import files
from importlib.resources.abc import Traversable
from pathlib import Path

import jsonschema
from django.test import SimpleTestCase

from kindknock.core.errors import UnreadableSetup
from kindknock.core.formats.csv_text import read_table, write_table
from kindknock.core.formats.ical import read_calendar
from kindknock.core.formats.osm_hours import read_osm
from kindknock.core.formats.schema_org import hours_document
from kindknock.core.formats.texts_csv import read_texts, write_texts
from kindknock.core.formats.vcard import read_cards
from kindknock.core.setup import json_schema, setup_from

from ..formats.encodings import decoded
from ..looks.own_css import read_own_css
from ..time.hours import is_open
from ..time.timetable import hours_of, timetable_from

DOCS = Path(__file__).resolve().parents[3] / "docs"
VECTORS = Path(__file__).resolve().parent / "vectors"


def sample(file: str, kind: str) -> str:
    """The one block of a kind in a document of docs/formats."""
    found = re.search(
        rf"```{kind}\n(.*?)```", (DOCS / "formats" / file).read_text(encoding="utf-8"), re.DOTALL
    )
    assert found is not None, file
    return found[1]


class Formats(SimpleTestCase):
    def test_the_committed_schema_is_the_codes(self) -> None:
        pinned = json.loads((DOCS / "formats" / "setup.schema.json").read_text(encoding="utf-8"))
        self.assertEqual(pinned, json_schema(), "run: .venv/bin/python scripts/write_schema.py")

    def test_the_sample_in_the_docs_is_a_setup_and_fits_the_schema(self) -> None:
        document = json.loads(sample("setup.md", "json"))
        jsonschema.validate(document, json_schema())
        setup = setup_from(document)
        self.assertEqual(setup_from(setup.model_dump(mode="json")), setup)

    def test_the_other_samples_are_read_as_the_docs_say(self) -> None:
        closures = read_calendar(
            sample("calendar.md", "ics"), date(2026, 11, 1), date(2028, 1, 1), "Europe/London"
        ).closures
        self.assertEqual(
            [(c.name, c.first.isoformat(), c.is_whole_day) for c in closures],
            [
                ("Harbour drill", "2026-11-26", False),
                ("Christmas", "2026-12-25", True),
                ("Christmas", "2027-12-25", True),
            ],
        )
        people = read_cards(sample("cards.md", "vcf")).people
        self.assertEqual(
            [(p.name, p.role, p.phones) for p in people],
            [("Ines Calder", "Workshop", ("+44 117 496 0123",)), ("Hire desk", "", ("+441174960141",))],
        )
        table = sample("tables.md", "csv")
        self.assertEqual(read_table(table)[2], ["note", "=1+1 is a sum", "Olá, bom dia"])
        self.assertEqual(write_table(read_table(table)).lstrip("\ufeff").replace("\r\n", "\n"), table)
        css = read_own_css(sample("own-css.md", "css"))
        self.assertEqual((css.dropped, css.css.count("{")), ((), 5))
        setup = setup_from(
            {
                "business": {"name": "A", "languages": ["en", "pt"]},
                "site": {"key": "a"},
                "doors": [
                    {
                        "key": "front",
                        "name": "Front door",
                        "says": {"label": {"en": "Knock", "pt": "Bater"}, "heading": {"en": "=1+1 knocks"}},
                    }
                ],
            }
        )
        texts = sample("texts.md", "csv")
        self.assertEqual(
            write_texts(setup, {"label": "The button's label", "heading": "Heading on the card"})
            .lstrip("\ufeff")
            .replace("\r\n", "\n"),
            texts,
        )
        self.assertEqual(read_texts(texts, setup).written, {})
        week = read_osm(sample("hours.md", "osm")).week
        assert week is not None
        self.assertEqual(hours_document("Averil Cycle Works", week), json.loads(sample("hours.md", "json")))

    def test_the_sample_timetable_is_read_whole(self) -> None:
        document = json.loads(sample("timetable.md", "json"))
        table = timetable_from(document)
        shop = hours_of(table.shop, "UTC")
        assert shop is not None
        self.assertEqual(
            (shop.zone, len(shop.closures), len(shop.special), len(table.absences)),
            ("Europe/London", 2, 2, 1),
        )
        for at, wanted in (
            ("2026-12-24T12:59:00+00:00", True),
            ("2027-12-26T12:00:00+00:00", False),
            ("2026-11-29T01:30:00+00:00", True),
            ("2026-11-27T15:00:00+00:00", True),
        ):
            self.assertEqual(is_open(shop, datetime.fromisoformat(at)), wanted, at)

    def test_what_cannot_be_read_says_where(self) -> None:
        for document, where in (
            (None, "the top"),
            ({"business": {"name": "x"}}, "site"),
            ({"business": {"name": "x", "country": "gb"}, "site": {"key": "k"}}, "business.country"),
        ):
            with self.assertRaises(UnreadableSetup) as caught:
                setup_from(document)
            self.assertEqual(caught.exception.where, where)
        self.assertEqual(
            setup_from({"version": 9, "later": 1, "business": {"name": "x"}, "site": {"key": "k"}}).version, 9
        )


def a_calendar(*events: str) -> str:
    body = "".join(
        f"BEGIN:VEVENT\r\nUID:{at}\r\nDTSTAMP:20260101T000000Z\r\n{event}END:VEVENT\r\n"
        for at, event in enumerate(events)
    )
    return f"BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:x\r\n{body}END:VCALENDAR\r\n"


class OddCalendarsAndCards(SimpleTestCase):
    def test_a_day_and_a_moment_in_one_event(self) -> None:
        for event, start, end in (
            (
                "DTSTART;VALUE=DATE:20261224\r\nDTEND:20261224T160000Z\r\n",
                "2026-12-24T00:00",
                "2026-12-24T16:00",
            ),
            (
                "DTSTART:20261224T120000Z\r\nDTEND;VALUE=DATE:20261226\r\n",
                "2026-12-24T12:00",
                "2026-12-26T00:00",
            ),
        ):
            with self.subTest(event):
                reading = read_calendar(
                    a_calendar(event), date(2026, 12, 1), date(2027, 1, 1), "Europe/London"
                )
                (closure,) = reading.closures
                self.assertEqual(
                    (closure.start, closure.end), (datetime.fromisoformat(start), datetime.fromisoformat(end))
                )

    def test_free_time_called_leave_closes_and_says_so(self) -> None:
        free = "DTSTART:20261224T120000Z\r\nDTEND:20261224T180000Z\r\nTRANSP:TRANSPARENT\r\nSUMMARY:"
        for name, closes in (
            ("Annual leave", True), ("Urlaub", True), ("Congés", True), ("Ferie", True), ("Férias", True),
            ("Verlof", True), ("Vacaciones", True), ("إجازة", True), ("Lunch", False),
            ("Leaves of tea", False),
        ):  # fmt: skip
            with self.subTest(name):
                reading = read_calendar(
                    a_calendar(f"{free}{name}\r\n"), date(2026, 12, 1), date(2027, 1, 1), "UTC"
                )
                self.assertEqual(
                    (len(reading.closures), reading.warnings),
                    (closes, ("free_taken_as_leave" if closes else "free_left_out",)),
                )

    def test_a_broken_line_loses_only_itself(self) -> None:
        card = "BEGIN:VCARD\r\nVERSION:3.0\r\n{}END:VCARD\r\n"
        broken = "FN:Rhys Pell\r\nTITLE:Accounts\r\nNO COLON HERE\r\nBDAY\r\nTEL:+44 117 496 0155\r\n"
        reading = read_cards(card.format(broken) + card.format("FN:Ines Calder\r\n"))
        self.assertEqual([person.name for person in reading.people], ["Rhys Pell", "Ines Calder"])
        self.assertEqual(
            (reading.people[0].phones, reading.warnings), (("+44 117 496 0155",), ("some_unreadable",))
        )
        for lines, name in (
            ("N:Pell;Rhys;;;\r\n", "Rhys Pell"),
            ("FN:\r\nN:;;;;\r\nORG:Averil Cycle Works;Workshop\r\n", "Averil Cycle Works Workshop"),
            ("N:;;;;\r\nEMAIL:hello@averilcycles.example\r\n", "hello@averilcycles.example"),
        ):
            self.assertEqual(read_cards(card.format(lines)).people[0].name, name)


class OthersCalendars(SimpleTestCase):
    """Calendars and expectations shipped inside the libraries, read where they are installed."""

    def text_of(self, file: Traversable) -> str:
        return decoded(file.read_bytes())

    def test_happenings_are_counted_as_the_librarys_own_tests_count_them(self) -> None:
        folder = files("recurring_ical_events.test") / "calendars"
        for name, first, last, count in json.loads((VECTORS / "calendars.json").read_text())["counts"]:
            with self.subTest(name=name, first=first):
                read = read_calendar(
                    self.text_of(folder / f"{name}.ics"),
                    date.fromisoformat(first),
                    date.fromisoformat(last),
                    "UTC",
                )
                self.assertEqual((read.error, len(read.closures)), (None, count))

    def test_no_calendar_raises_and_one_bad_series_spoils_no_other(self) -> None:
        folders = (files("icalendar.tests") / "calendars", files("recurring_ical_events.test") / "calendars")
        shown = [file for folder in folders for file in folder.iterdir() if file.name.endswith(".ics")]
        self.assertGreater(len(shown), 150)
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            errors = Counter(
                read_calendar(self.text_of(file), date(2019, 1, 1), date(2023, 1, 1), "Europe/London").error
                for file in shown
            )
        self.assertLessEqual(set(errors), {None, "not_a_calendar"})
        self.assertLess(errors["not_a_calendar"], 15)
        good = "BEGIN:VEVENT\nUID:a\nDTSTART;VALUE=DATE:20261225\nSUMMARY:Christmas\nEND:VEVENT\n"
        for bad in (
            "BEGIN:VEVENT\nUID:b\nSUMMARY:No start\nEND:VEVENT\n",
            "BEGIN:VEVENT\nUID:b\nDTSTART:20261201T100000\nDTSTART:20261202T100000\nEND:VEVENT\n",
            "not a line at all\n",
        ):
            read = read_calendar(
                f"BEGIN:VCALENDAR\n{bad}{good}END:VCALENDAR\n", date(2026, 12, 1), date(2027, 1, 1), "UTC"
            )
            self.assertEqual([closure.name for closure in read.closures if closure.name], ["Christmas"], bad)
