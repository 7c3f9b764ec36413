"""The rota over the API and on the phone: hours, closures, holidays, calendars, absences; each at once,
kept, and in a fixed number of queries.
"""

from datetime import UTC, date, datetime, time, timedelta
from typing import Any
from zoneinfo import ZoneInfo

from django.test import Client

from kindknock import clock
from kindknock.core.time import hours_of, people_ready
from kindknock.core.time import spans as sp
from kindknock.core.time.rota import somebody_spans
from kindknock.footfall.actions.sum_up import sum_up
from kindknock.footfall.models import Event
from kindknock.people.actions.close import add_closure
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.people.actions.phone_page import phone_page
from kindknock.people.actions.say_away import say_away
from kindknock.people.load import people_of, timetable_of
from kindknock.people.models import Absence, Assistant, Closure, TimetableVersion, Whose
from kindknock.studio_api.schemas import RotaOut

from .test_api import Base

CALENDAR = (
    "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//x//EN\r\nBEGIN:VEVENT\r\nUID:1\r\n"
    "DTSTART;VALUE=DATE:{day}\r\nDTEND;VALUE=DATE:{end}\r\nSUMMARY:Harbour week\r\n"
    "END:VEVENT\r\nEND:VCALENDAR\r\n"
)


class Rota(Base):
    def setUp(self) -> None:
        super().setUp()
        self.business = self.opened.business
        self.ines = add_assistant(self.business, key="ines", name="Ines Calder", role={"en": "Workshop"})

    def hours(self, text: str, whose: str = "shop", key: str = "", **more: Any) -> Any:
        return self.call("POST", "/api/rota/hours", {"whose": whose, "key": key, "text": text, **more})

    def test_hours_typed_drawn_and_cleared_hold_at_once_and_are_kept(self) -> None:
        today = clock.now().date()
        wednesday = today + timedelta(days=9 - today.weekday())
        status, table = self.hours(f"Mon-Fri 9-5:30, Sat 10-2, except {wednesday:%-d %b} 9-1")
        self.assertEqual((status, table["rows"][0]["typed"]), (200, "Mon-Fri 9-17:30, Sat 10-14"))
        doc = timetable_of(self.business, at=clock.now()).shop
        assert doc is not None
        self.assertEqual([*doc.special], [wednesday.isoformat()])
        table = self.hours("Sat 10-14", "person", "ines", zone="Atlantic/Cape_Verde")[1]
        self.assertEqual((table["rows"][1]["zone"], table["rows"][1]["note"]), ("Atlantic/Cape_Verde", ""))
        table = self.hours("Sun 10-14", "person", "ines")[1]
        self.assertEqual(table["rows"][1]["note"], "Never in: these hours and the shop's share no minute.")
        drawn = self.call(
            "POST",
            "/api/rota/hours",
            {
                "whose": "person",
                "key": "ines",
                "week": {"mon": [["09:00", "12:05"]], "sun": [["10:00", "11:00"]]},
            },
        )[1]
        self.assertEqual(
            (drawn["rows"][1]["typed"], drawn["rows"][1]["note"]),
            ("Mon 9-12:05, Sun 10-11", "Sunday 10–11 never takes effect: the shop is shut then."),
        )
        self.assertEqual(self.hours("", "person", "ines")[1]["rows"][1]["typed"], "")
        for text, code in (
            ("9am-9am", "same_start_and_end"),
            ("soon", "unreadable"),
            ("Mon 25-26", "not_a_time"),
        ):
            status, answer = self.hours(text)
            self.assertEqual((status, answer["code"]), (422, code))
        self.assertEqual(
            self.call("POST", "/api/rota/hours", {"whose": "shop", "text": None, "zone": "Mars/Base"})[1][
                "code"
            ],
            "unknown_zone",
        )
        self.assertEqual(self.hours("9-17", "person", "nobody")[0], 404)
        reads = [
            self.call("POST", "/api/rota/read-hours", {"text": text})[1]
            for text in ("Mo-Fr 09:00-17:30", "ma-vr 9-17", "noon")
        ]
        self.assertEqual(
            [(read["ok"], read["says"], read["more"]) for read in reads[:2]],
            [
                (True, "Reads as Mon–Fri 9–17:30, closed Saturday and Sunday.", ""),
                (True, "Reads as Mon–Fri 9–17, closed Saturday and Sunday.", "Read in another language."),
            ],
        )
        self.assertFalse(reads[2]["ok"])
        asked = self.call("POST", "/api/rota/read-hours", {"text": "Mon-Fri 9-5, Wed 12-8pm"})[1]
        self.assertFalse(asked["ok"])
        self.assertEqual([self.hours(choice["text"])[0] for choice in asked["choices"]], [200, 200])
        self.assertEqual(self.hours("Mon-Fri 9-5, Wed 12-8pm")[1]["code"], "two_ways")

    def test_one_dated_week_differs_and_the_usual_one_comes_back(self) -> None:
        self.hours("Mon-Fri 9-17")
        table = self.hours("Mon-Thu 9-13", monday="2036-12-22")[1]
        self.assertEqual(
            [table["rows"][0][name] for name in ("typed", "apart")],
            [
                "Mon-Fri 9-17",
                [
                    {"day": f"2036-12-{22 + at}", "says": f"{name} {22 + at} December 2036: {item}"}
                    for at, (name, item) in enumerate(
                        [(day, "9–13") for day in ("Monday", "Tuesday", "Wednesday", "Thursday")]
                        + [("Friday", "closed")]
                    )
                ],
            ],
        )
        here = self.call("GET", "/api/rota?first=2036-12-22")[1]["rows"][0]
        self.assertEqual(
            (
                here["typed_here"],
                [cell["is_apart"] for cell in here["cells"]],
                here["cells"][0]["bars"][0]["says"],
            ),
            ("Mon-Thu 9-13", [True] * 5 + [False] * 2, "9–13"),
        )
        self.assertEqual(
            [
                item["day"][8:]
                for item in self.call(
                    "POST",
                    "/api/rota/usual",
                    {"whose": "shop", "days": ["2036-12-22", "2036-12-23", "2036-12-26", "2040-01-01"]},
                )[1]["rows"][0]["apart"]
            ],
            ["24", "25"],
        )
        self.assertEqual(
            (
                self.hours("Mon-Fri 9-17", monday="2036-12-22")[1]["rows"][0]["apart"],
                self.hours("soon", monday="2036-12-22")[0],
            ),
            ([], 422),
        )

    def test_the_result_row_is_the_rota_at_every_quarter_hour_of_a_year_in_three_zones(self) -> None:
        add_assistant(self.business, key="amara", name="Amara Oduya")
        add_assistant(self.business, key="rhys", name="Rhys Pell", keeps_own_hours=True)
        self.hours("Mon-Fri 8-16, Sat 22-2", "person", "amara", zone="Atlantic/Cape_Verde")
        self.hours("Thu 20-23, Sun 0-24", "person", "rhys")
        self.hours("Tue-Sat 9-13, 14-17:30", "person", "ines")
        self.hours("Mon-Wed 10-12", "person", "ines", monday="2026-07-06")
        Absence.objects.create(
            assistant=self.ines,
            since=datetime(2026, 3, 1, tzinfo=UTC),
            until=datetime(2027, 4, 15, tzinfo=UTC),
        )
        add_closure(
            self.business,
            first_day=date(2026, 12, 25),
            last_day=date(2026, 12, 27),
            yearly=True,
            by=None,
            at=clock.now(),
        )
        self.hours("Mon-Fri 9-17:30, Sat 10-2am")
        for zone in ("Europe/London", "America/St_Johns", "Australia/Lord_Howe"):
            self.business.zone = zone
            self.business.save()
            people, timetable = people_of(self.business), timetable_of(self.business, at=clock.now())
            ready = people_ready(people, timetable, zone)
            for first in (date(2026, 1, 5) + timedelta(days=at) for at in range(0, 364, 28)):
                table = self.call("GET", f"/api/rota?first={first}&days=28")[1]
                answer = sp.merged(
                    (bar["since"], bar["until"])
                    for cell in table["rows"][-1]["cells"]
                    for bar in cell["bars"]
                )
                since, until = table["days"][0]["since"], table["days"][-1]["until"]
                truth = somebody_spans(ready, hours_of(timetable.shop, zone), since, until)
                self.assertEqual(
                    [at for at in range(since, until, 900) if sp.holds(answer, at) != sp.holds(truth, at)],
                    [],
                    f"{zone}, from {first}",
                )

    def test_what_else_helps_when_nobody_is_in(self) -> None:
        door = self.opened.door
        door.parts = {**door.parts, "when_nobody": "hide", "people": ["ines"]}
        door.save()
        mail = door.channels.create(
            key="mail",
            app="email",
            address="hello@averilcycles.example",
            more={"needs_nobody": False},
            place=9,
        )
        relief = self.call("GET", "/api/rota")[1]["relief"]
        self.assertEqual(
            [(item["code"], item["channel"], item["says"]) for item in relief],
            [
                ("away_note", "", "Front door hides its button when nobody is in."),
                ("needs_nobody", "mail", "Email at Front door waits for somebody."),
            ],
        )
        for each in relief:
            self.assertEqual(
                self.call(
                    "POST", "/api/rota/relief", {name: each[name] for name in ("code", "door", "channel")}
                )[0],
                200,
            )
        self.assertEqual(self.call("GET", "/api/rota")[1]["relief"], [])
        mail.delete()
        self.assertEqual([item["code"] for item in self.call("GET", "/api/rota")[1]["relief"]], ["add_way"])
        self.hours("Mon-Fri 9-17")
        asked = {
            "door": door.key,
            "visit": {"address": "https://averilcycles.example/", "at": "2031-12-21T11:30:00Z"},
        }

        def fixes() -> list[tuple[str, str]]:
            return [
                (fix["code"], fix["value"])
                for line in self.call("POST", self.site + "/stage", asked)[1]["ledger"]
                if line["rule"] == "somebody.in"
                for fix in line["fixes"]
            ]

        self.assertEqual(fixes(), [("longer", "ines|6|660|720"), ("rota", "2031-12-21")])
        add_closure(
            self.business,
            first_day=date(2031, 12, 21),
            last_day=date(2031, 12, 22),
            name="Stock count",
            by=None,
            at=clock.now(),
        )
        self.assertEqual(fixes(), [("closed", "2031-12-21")])

    def test_who_is_there_meanwhile_is_told_before_it_is_said(self) -> None:
        add_assistant(self.business, key="amara", name="Amara Oduya")
        ask = "/api/rota/people/ines/meanwhile?minutes=60"
        self.assertEqual(self.call("GET", ask)[1]["says"], "Amara Oduya can answer meanwhile.")
        self.assertEqual(self.call("GET", ask + "0" * 12)[0], 422)
        say_away(
            Assistant.objects.get(key="amara"),
            until=clock.now() + timedelta(minutes=90),
            at=clock.now(),
        )
        says = self.call("GET", ask)[1]["says"]
        self.assertTrue(
            says.startswith("Nobody else is in just now")
            and says.endswith("and could be asked.")
            and "Amara Oduya is away until" in says,
            says,
        )

    def test_a_holiday_within_a_longer_yearly_closure_counts_as_closed(self) -> None:
        self.call(
            "POST",
            "/api/rota/closures",
            {"first_day": "2026-12-24", "last_day": "2026-12-26", "yearly": True},
        )
        found = {
            day["day"]: day["is_closed"]
            for day in self.call("GET", "/api/rota/holidays?country=GB&region=ENG")[1]["days"]
        }
        self.assertEqual(
            {item for item, is_closed in found.items() if is_closed},
            {item for item in found if item[5:] in ("12-25", "12-26")},
        )
        self.assertIn(True, found.values())

    def test_closures_holidays_and_calendars_each_one_change(self) -> None:
        before = TimetableVersion.objects.count()
        day = clock.now().date() + timedelta(days=30)
        table = self.call(
            "POST",
            "/api/rota/closures",
            {
                "first_day": day.isoformat(),
                "last_day": (day + timedelta(days=1)).isoformat(),
                "name": "Stock count",
            },
        )[1]
        self.assertEqual([closure["name"] for closure in table["closures"]], ["Stock count"])
        self.assertEqual(
            self.call(
                "POST",
                "/api/rota/closures",
                {"first_day": day.isoformat(), "last_day": (day - timedelta(days=3)).isoformat()},
            )[1]["code"],
            "closure_backward",
        )
        listed = self.call("GET", "/api/rota/holidays?country=GB&region=ENG")[1]
        self.assertIn("Christmas Day", [day["name"] for day in listed["days"]])
        days = [day["day"] for day in listed["days"][:2]]
        self.assertEqual(
            len(
                self.call(
                    "POST", "/api/rota/holidays", {"country": "GB", "region": "ENG", "days": [*days, days[0]]}
                )[1]["closures"]
            ),
            3,
        )
        found = {
            day["day"]: day["is_closed"]
            for day in self.call("GET", "/api/rota/holidays?country=GB&region=ENG")[1]["days"]
        }
        closed = {*days, day.isoformat(), (day + timedelta(days=1)).isoformat()}
        self.assertEqual({item for item, is_closed in found.items() if is_closed}, closed & set(found))
        self.assertEqual(self.call("GET", "/api/rota/holidays?country=XX")[1]["code"], "unknown_country")
        file = CALENDAR.format(day=f"{day:%Y%m%d}", end=f"{day + timedelta(days=5):%Y%m%d}")
        self.assertEqual(
            len(
                self.call(
                    "POST", "/api/rota/calendar/preview", {"text": file, "whose": "person", "key": "ines"}
                )[1]["closes"]
            ),
            1,
        )
        self.call("POST", "/api/rota/calendar", {"text": file, "whose": "person", "key": "ines"})
        self.call("POST", "/api/rota/calendar", {"text": file, "whose": "person", "key": "ines"})
        self.assertEqual(
            (Closure.objects.filter(whose="person").count(), TimetableVersion.objects.count() - before),
            (1, 3),
        )
        endless = file.replace("SUMMARY", "RRULE:FREQ=SECONDLY\r\nSUMMARY")
        for text, code in (
            ("", "empty"),
            ("hello", "not_a_calendar"),
            ("\ufffd\x00" * 40, "not_a_calendar"),
            ("BEGIN:VCALENDAR" + "x" * 5_000_001, "too_large"),
            ("BEGIN:VCALENDAR" + "x" * 10_000_000, "too_large"),
            (endless, "too_many"),
        ):
            status, result = self.call("POST", "/api/rota/calendar", {"text": text})
            self.assertEqual((status, result["code"]), (422, code), text[:30])
        self.assertEqual(Closure.objects.count(), 4)
        answer = self.client.get("/api/rota.ics")
        self.assertIn("Stock count", answer.content.decode())
        gone = table["closures"][0]["id"]
        self.assertEqual(
            (
                len(self.call("DELETE", f"/api/rota/closures/{gone}")[1]["closures"]),
                self.call("DELETE", f"/api/rota/closures/{gone}")[0],
            ),
            (3, 404),
        )
        self.hours("Mon-Fri 9-17:30")
        outcome = self.call("GET", "/api/rota/published")[1]
        self.assertEqual(
            (outcome["sentence"], outcome["osm"], "OpeningHoursSpecification" in outcome["json_ld"]),
            ("Mon–Fri 9–17:30.", "Mo-Fr 09:00-17:30", True),
        )

    def test_gaps_are_weighed_by_real_knocks_and_one_press_covers_one(self) -> None:
        self.hours("Mon-Fri 9-17")
        self.hours("Mon-Fri 9-17", "person", "ines")
        today = clock.now().astimezone(ZoneInfo(self.business.zone))
        monday = datetime.combine(today - timedelta(days=today.weekday() + 7), time(0), today.tzinfo)
        Event.objects.bulk_create(
            [
                Event(
                    client_id=f"00000000-0000-4000-8000-0000000000{n:02}",
                    site=self.opened.site,
                    kind=kind,
                    door="x",
                    at=monday + timedelta(hours=18, minutes=n),
                )
                for n, kind in enumerate(["knocked"] * 3 + ["missed"] * 2 + ["seen"] * 4)
            ]
        )
        sum_up()
        table = self.call("GET", "/api/rota")[1]
        gap = table["gaps"][0]
        self.assertEqual(
            (gap["says"], gap["more"], gap["person_name"]),
            ("Monday 18–19.", "The shop is shut. 3 knocks and 2 missed in eight weeks.", "Ines Calder"),
        )
        self.assertEqual(
            (table["knocks"][0][18], table["knocks"][0][10]["is_covered"]),
            ({"knocks": 3, "missed": 2, "is_covered": False}, True),
        )
        table = self.call(
            "POST",
            "/api/rota/cover",
            {key: gap[key] for key in ("person", "weekday", "start_min", "end_min")},
        )[1]
        self.assertEqual(
            (table["gaps"], table["rows"][0]["typed"], table["rows"][1]["typed"]),
            ([], "Mon 9-17, 18-19, Tue-Fri 9-17", "Mon 9-17, 18-19, Tue-Fri 9-17"),
        )

    def test_the_table_takes_a_fixed_number_of_queries(self) -> None:
        with self.assertNumQueries(14):
            self.call("GET", "/api/rota?first=2026-12-21")
        for n in range(8):
            answer = add_assistant(self.business, name=f"Person {n}")
            say_away(answer, until=clock.now() + timedelta(hours=1), at=clock.now())
        with self.assertNumQueries(14):
            table = self.call("GET", "/api/rota?first=2026-12-21&days=14")[1]
        self.assertEqual((len(table["days"]), len(table["rows"]), len(table["away"])), (14, 11, 8))
        self.assertEqual(RotaOut.model_validate(table, strict=False).model_dump(mode="json"), table)

    def test_away_and_back_in_the_studio_and_close_today(self) -> None:
        table = self.call(
            "POST", "/api/rota/people/ines/away", {"minutes": 30, "word": "Out on a test ride"}
        )[1]
        self.assertEqual(
            [(item["name"], item["word"]) for item in table["away"]], [("Ines Calder", "Out on a test ride")]
        )
        self.assertTrue(table["rows"][1]["now"].startswith("away until"))
        self.assertEqual(
            self.call("POST", "/api/rota/people/ines/away", {"until": "2020-01-01T00:00:00Z"})[1]["code"],
            "away_past",
        )
        self.assertEqual(self.call("POST", "/api/rota/people/ines/back")[1]["away"], [])
        self.assertEqual(
            (
                self.call("POST", "/api/rota/people/ines/away", {"rest_of_today": True})[0],
                self.call("POST", "/api/rota/people/nobody/back")[0],
            ),
            (200, 404),
        )
        answer = self.call(
            "POST", "/api/rota/people/ines/away", {"minutes": 30, "word": "At the dentist", "is_told": False}
        )[0]
        self.assertEqual(
            (
                answer,
                [
                    absence.word
                    for absence in timetable_of(self.business, at=clock.now()).absences
                    if absence.until > clock.now()
                ],
            ),
            (200, [""]),
        )
        self.call(
            "POST",
            "/api/rota/people/ines/away",
            {"minutes": 30, "word": "Out on a test ride", "is_told": True},
        )
        self.assertEqual(
            [
                absence.word
                for absence in timetable_of(self.business, at=clock.now()).absences
                if absence.until > clock.now()
            ],
            ["Out on a test ride"],
        )
        table = self.call("POST", "/api/rota/close-today")[1]
        self.assertEqual([closure["name"] for closure in table["closures"]], ["Closed today"])

    def test_a_calendar_may_subscribe_by_a_secret_address(self) -> None:
        add_closure(
            self.business,
            first_day=date(2027, 1, 4),
            last_day=date(2027, 1, 6),
            name="Stock count",
            by=None,
            at=clock.now(),
        )
        add_closure(
            self.business,
            first_day=date(2027, 2, 1),
            last_day=date(2027, 2, 3),
            whose=Whose.PERSON,
            key="ines",
            by=None,
            at=clock.now(),
        )
        path = "/calendar/" + self.call("POST", "/api/rota/subscription")[1]["link"].rpartition("/")[2]
        answer = Client().get(path)
        self.assertEqual(
            (
                answer["Content-Type"],
                "Stock count" in answer.content.decode(),
                "Ines Calder: away" in answer.content.decode(),
            ),
            ("text/calendar; charset=utf-8", True, True),
        )
        self.call("POST", "/api/rota/subscription?renew=true")
        self.assertEqual(
            (Client().get(path).status_code, Client().get("/calendar/guessed.ics").status_code), (410, 410)
        )

    def test_the_phone_page_says_away_and_back_with_no_account(self) -> None:
        found = self.call("POST", "/api/rota/people/ines/phone-page")[1]
        self.client.logout()
        path = "/in/" + found["link"].rpartition("/")[2]
        self.assertContains(self.client.get(path), "I’m away until…")
        chosen = self.client.get(path + "?until=m60")
        self.assertContains(chosen, "Visitors will see")
        self.assertContains(chosen, "Nobody else is in")
        self.assertEqual(self.client.post(path, {"until": "m60", "word": "Lunch"}).status_code, 302)
        away = Absence.objects.get()
        self.assertAlmostEqual((away.until - clock.now()).total_seconds(), 3600, delta=60)
        self.assertContains(self.client.get(path), "Back in, or longer?")
        self.client.post(path, {"back": "1"})
        self.assertFalse(Absence.objects.filter(until__gt=clock.now()).exists())
        late = int((clock.now() - timedelta(minutes=20)).timestamp())
        answer = self.client.post(path, {"until": "m30", "at": str(late)}, headers={"X-Kept": "1"})
        self.assertEqual(answer.json(), {"kept": True})
        self.assertAlmostEqual(
            (Absence.objects.latest("pk").until - clock.now()).total_seconds(), 600, delta=60
        )
        for odd in ({}, {"until": "x"}, {"until": "m30", "at": "x"}, {"until": "m30", "at": "1" * 40}):
            self.assertEqual(self.client.post(path, odd).status_code, 302)
        self.assertEqual(
            (
                self.client.get(path + "/app.webmanifest")["Content-Type"],
                self.client.get("/in/worker.js").status_code,
                self.client.get("/in/guessed").status_code,
            ),
            ("application/manifest+json", 200, 410),
        )
        phone_page(Assistant.objects.get(key="ines"), renew=True)
        self.assertEqual(
            (self.client.get(path).status_code, self.client.post(path, {"back": "1"}).status_code), (410, 410)
        )
