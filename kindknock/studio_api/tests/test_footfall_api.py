"""Footfall over the API: no claim that the numbers can't carry, nobody made out, and each its own."""

import csv
import io
from datetime import UTC, date, datetime, timedelta
from typing import Any
from unittest import TestCase as PlainCase
from unittest.mock import patch
from uuid import uuid4

from django.test import Client

from kindknock import clock
from kindknock.accounts.models import Deed, Membership
from kindknock.core.counts import rate
from kindknock.doors.load import live_of
from kindknock.doors.models import Release
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.footfall.actions.keep_events import Happened, keep_events
from kindknock.footfall.actions.keep_readings import Read, keep_readings
from kindknock.footfall.actions.out_keys import ASKS
from kindknock.footfall.tests.by_site import every_query_names_its_site
from kindknock.guestbook.models import Reply
from kindknock.guestbook.tests.builders import an_entry
from kindknock.people.actions.close import add_closure
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.people.actions.say_away import say_away
from kindknock.people.models import Assistant, TimetableVersion
from kindknock.sites.models import HeardPath, Host

from .. import footfall_words as say
from .test_api import Base

NOW = datetime(2026, 11, 28, 14, 37, tzinfo=UTC)


class Footfall(Base):
    def setUp(self) -> None:
        patch.object(clock, "now", lambda: NOW).start()
        self.addCleanup(patch.stopall)
        super().setUp()
        self.enterContext(every_query_names_its_site())

    def happen(self, kind: str, count: int, days_ago: float = 2, **more: Any) -> None:
        values: dict[str, Any] = {
            "channel": "",
            "path": "/shop",
            "device": "phone",
            "language": "en",
            "at": NOW - timedelta(days=days_ago),
        } | more
        keep_events(
            [
                Happened(uuid4(), self.opened.site.key, kind, self.opened.door.key, **values)
                for _ in range(count)
            ]
        )

    def footfall(self, **query: Any) -> Any:
        status, found = self.call("GET", "/api/footfall", query)
        self.assertEqual(status, 200, found)
        return found

    def rows(self, by: str, **query: Any) -> dict[str, Any]:
        status, found = self.call("GET", "/api/footfall/table", {"by": by, **query})
        self.assertEqual(status, 200, found)
        return {row["name"]: row for row in found["rows"]}

    def test_of_a_hundred_who_saw_it_so_many_knocked(self) -> None:
        self.happen("seen", 200)
        self.happen("opened", 60)
        self.happen("knocked", 30)
        self.happen("seen", 300, 30)
        self.happen("opened", 30, 30)
        self.happen("knocked", 6, 30)
        self.happen("seen", 1, 57)
        found = self.footfall()
        self.assertEqual(
            [found["heading"], found["under"], found["walked_on"], found["opened"], found["knocked"]],
            [
                "Of every 100 who saw the button, 11 to 21 knocked.",
                "Surely more than the four weeks before. Each mark is one visit.",
                "140 walked on",
                "30 in 100, and 30 looked and left",
                "50 in 100 of them knocked",
            ],
        )
        self.assertEqual(found["marks"], {"each": 1, "walked_on": 140, "left": 30, "knocked": 30})
        self.assertEqual(
            (found["period"]["first"], found["period"]["last"], found["period"]["is_running"]),
            ("2026-11-01", "2026-11-28", True),
        )
        self.assertEqual(len(found["days"]), 28, "days with nothing are among them")
        self.assertEqual(
            found["days"][25] | {"day": ""}, {**_DAY, "seen": 200, "opened": 60, "knocked": 30, "before": 6}
        )

    def test_what_was_asked_for_is_bounded_and_told(self) -> None:
        for query, status, part in (
            ({"first": "2026-11-20", "last": "2026-11-19"}, 422, "Swap them"),
            ({"first": "2026-12-20", "last": "2026-12-24"}, 422, "haven’t come yet"),
            ({"first": "2016-11-20", "last": "2026-11-19"}, 200, "two years"),
            ({"first": "2026-11-20", "last": "2027-11-19"}, 200, "up to now"),
            ({"first": "9999-11-20"}, 422, "choose a day"),
            ({"against": "tomorrow"}, 422, ""),
            ({"site": "nobody"}, 404, ""),
        ):
            found, answer = self.call("GET", "/api/footfall", query)
            self.assertEqual(found, status, query)
            self.assertIn(part, str(answer), query)
        found = self.footfall(first="2026-11-28", last="2026-11-28")
        self.assertEqual(
            (found["period"]["says"], found["period"]["against"], found["heading"]),
            (
                "Today so far",
                "the same part of Saturday 21 November",
                "Nobody has seen the button in these days.",
            ),
        )

    def test_each_dimension_with_its_names_of_today(self) -> None:
        person = add_assistant(self.opened.business, key="ines", name="Ines Calder").key
        channel = self.opened.door.channels.get()
        self.happen("seen", 100, language="pt-BR", country="PT")
        self.happen("knocked", 8, person=person, channel=channel.key, country="PT", campaign="winter-letter")
        self.happen("knocked", 4, person="rhys", channel="gone", came_from="news.example")
        self.happen("missed", 3, path="/late")
        self.assertEqual(self.rows("page")["/shop"]["range"], "7 to 20 in 100")
        self.assertEqual(self.rows("page")["/late"]["act"], "rota", "more came in vain than knocked")
        self.assertIn("/doors/", self.rows("page")["/shop"]["to"])
        people = self.rows("person")
        self.assertEqual(
            {name: row["now"]["hits"] for name, row in people.items()},
            {"Ines Calder": 8, "Somebody who left": 4},
        )
        Assistant.objects.filter(key="ines").update(removed_at=NOW)
        self.assertEqual(self.rows("person")["Somebody who left"]["now"]["hits"], 12, "their past stays")
        ways = {name: row["now"]["hits"] for name, row in self.rows("way").items()}
        self.assertEqual(sum(ways.values()), 12)
        self.assertIn("A way taken off", ways)
        self.assertEqual({*self.rows("language")}, {"Portuguese", "English"})
        self.assertEqual({*self.rows("campaign")}, {"winter-letter", "No campaign"})
        self.assertEqual({*self.rows("came_from")}, {"news.example", "Your own pages, or not told"})
        text = self.client.get("/api/footfall.csv", {"by": "page"}).content.decode("utf-8-sig")
        lines = list(csv.reader(io.StringIO(text)))
        self.assertEqual(lines[1][:7], ["/shop", "", "100", "0", "12", "0", "12.0"])
        self.assertEqual({len(line) for line in lines}, {12})
        self.assertTrue(Deed.objects.filter(code="exported").exists())
        for by, rows, line in (("day", 29, "2026-11-26,100,0,12,3,"), ("hour", 169, "Thursday,14,100,12,3,")):
            text = self.client.get("/api/footfall.csv", {"by": by}).content.decode("utf-8-sig")
            self.assertEqual(len(text.splitlines()), rows)
            self.assertIn(line, text)

    def test_nobody_can_be_made_out(self) -> None:
        self.happen("seen", 90, country="GB")
        self.happen("seen", 1, country="IS")
        self.happen("seen", 2, 33, country="NO")
        self.happen("seen", 9, 60)
        self.happen("seen", 5, country="NO")
        for country, count in (("GB", 20), ("PT", 2), ("IE", 1), ("DE", 3)):
            self.happen("knocked", count, country=country, path="/hire")
        found = {name: row["now"]["hits"] for name, row in self.rows("country").items()}
        self.assertEqual(
            found,
            {"United Kingdom": 20, "Germany": 3, "Elsewhere": 3},
            "who only saw it counts as somebody, too",
        )
        self.happen("knocked", 2, path="/lone", language="ar")
        behind = self.call("GET", "/api/footfall/behind", {"by": "page", "key": "/lone"})[1]
        self.assertEqual(behind["parts"], [])
        behind = self.call("GET", "/api/footfall/behind", {"by": "page", "key": "/hire"})[1]
        self.assertEqual(
            [part["name"] for part in behind["parts"]], ["By way", "By door", "By language", "By device"]
        )

    def test_each_number_opens_what_is_behind_it(self) -> None:
        self.happen("seen", 30, path="/hire")
        self.happen("seen", 2, path="/lone")
        self.happen("opened", 9, path="/hire", language="pt-BR")
        self.happen("knocked", 5, path="/hire", channel="ch-phone")
        self.happen("knocked", 4, 1, path="/shop")
        host, _ = Host.objects.get_or_create(site=self.opened.site, name="averilcycles.example")
        # On /night nobody was in whenever it was looked; /old was heard before these days.
        for path, looks, shown, hours in (
            ("/basket", 2, 0, 1),
            ("/hire", 9, 9, 1),
            ("/night", 9, 0, 1),
            ("/basket/old", 9, 0, 24 * 40),
        ):
            heard = {"looks": looks, "shown": shown, "last_heard_at": NOW - timedelta(hours=hours)}
            HeardPath.objects.create(host=host, path=path, **heard)
        rule = {"effect": "hide", "kind": "below", "value": "/basket"}
        self.opened.door.parts = self.opened.door.parts | {"pages": [rule]}
        self.opened.door.save()
        self.assertEqual(
            self.call("GET", "/api/footfall/behind/crowd", {"kind": "seen"})[1]["parts"][-1]["name"],
            "By device",
            "only what is live counts",
        )
        self.assertEqual(self.call("POST", f"{self.site}/publish")[0], 200)

        def opened(what: str, asked: dict[str, Any]) -> dict[str, list[tuple[str, int | None]]]:
            found = self.call("GET", f"/api/footfall/behind/{what}", asked)[1]["parts"]
            return {part["name"]: [(row["name"], row["count"]) for row in part["rows"]] for part in found}

        seen = opened("crowd", {"kind": "seen"})
        self.assertEqual(seen["By page"], [("/hire", 30)], "two are too few to show")
        self.assertEqual(seen["Pages with your line and no button"], [("/basket", None)])
        self.assertNotIn("By way", seen)
        self.assertEqual(opened("crowd", {"kind": "opened"})["By language"], [("Portuguese", 9)])
        self.assertEqual(opened("crowd", {"kind": "knocked"})["By page"], [("/hire", 5), ("/shop", 4)])
        hour = {"weekday": 3, "hour": 14}
        self.assertEqual(opened("hour", hour)["By page"], [("/hire", 5)])
        self.assertEqual(opened("hour", hour | {"hour": 19}), {})
        self.assertEqual(self.call("GET", "/api/footfall/behind/hour", hour | {"hour": 24})[0], 422)
        self.assertEqual(self.call("GET", "/api/footfall/behind/crowd", {"kind": "missed"})[0], 422)

    def test_nobody_in_is_from_the_rota_as_it_was_then(self) -> None:
        """Mondays were covered until the hours changed; an absence and a closed day count too."""
        self.call("POST", "/api/rota/hours", {"whose": "shop", "key": "", "text": "Mon-Fri 9-17"})
        TimetableVersion.objects.update(at=NOW - timedelta(days=60))
        self.call("POST", "/api/rota/hours", {"whose": "shop", "key": "", "text": "Tue-Fri 9-17"})
        TimetableVersion.objects.filter(number=2).update(at=NOW - timedelta(days=2))
        monday = datetime(2026, 11, 23, 10, 15, tzinfo=UTC)
        for hour in (0, 9):
            self.happen("knocked", 5, at=monday + timedelta(hours=hour))
        found = self.footfall()
        slots = found["hours"][0]
        self.assertEqual(
            [(slots[hour]["knocked"], slots[hour]["is_nobody_in"]) for hour in (10, 19)],
            [(5, False), (5, True)],
        )
        self.assertEqual((found["worst"]["says"], found["worst"]["count"]), ("Monday 19–20", 5))
        found = self.footfall(first="2026-11-27", last="2026-11-28")
        self.assertTrue(found["hours"][5][10]["is_nobody_in"])

    def test_what_changed_is_marked(self) -> None:
        person = add_assistant(self.opened.business, key="ines", name="Ines Calder")
        add_closure(
            self.opened.business,
            first_day=date(2026, 11, 9),
            last_day=date(2026, 11, 10),
            name="Stocktaking",
            by=self.owner,
            at=NOW,
        )
        say_away(person, until=NOW - timedelta(days=4), at=NOW - timedelta(days=5))
        found = {(change["day"], change["says"]) for change in self.footfall()["changes"]}
        self.assertLessEqual(
            {("2026-11-09", "Closed: Stocktaking"), ("2026-11-23", "Ines Calder was away")}, found
        )

    def test_what_is_cut_off_is_told(self) -> None:
        """A year looked at, of which readings and notes are kept for ninety days; sixty changes of more; what
        came while nobody could add it up.
        """
        setup = self.opened.site.releases.get().setup
        for number in range(2, 64):
            at = NOW - timedelta(hours=number)
            Release.objects.create(site=self.opened.site, number=number, setup=setup, at=at)
        self.happen("seen", 40)
        an_entry(self.opened, at=NOW - timedelta(days=3))
        site, at = self.opened.site.key, NOW - timedelta(days=1)
        keep_readings([Read(uuid4(), site, "not_found", "", "", "", "", "", "", "/", "", "", at)])
        with patch("kindknock.studio_api.footfall_present.sum_up"):
            self.happen("seen", 1)
            found = self.footfall(first="2025-12-01")
        self.assertEqual(len(found["changes"]), 60)
        self.assertIn("Release 2 published", found["changes"][-1]["says"], "the newest are shown")
        self.assertIn("Only the last 60 changes are marked.", found["period"]["noted"])
        self.assertIn(
            "What came last is still being added up: look again in a minute.", found["period"]["noted"]
        )
        more = {line["code"]: line["more"] for line in found["lines"]}
        for code in ("letters", "not_found"):
            self.assertIn("Only from 30 August on: older ones are deleted.", more[code])
        self.assertNotIn("Only from", str(self.footfall()["lines"]))

    def test_a_yearly_closure_is_marked_each_year_and_over_its_end(self) -> None:
        add_closure(
            self.opened.business,
            first_day=date(2024, 12, 30),
            last_day=date(2025, 1, 2),
            name="New Year",
            yearly=True,
            by=self.owner,
            at=NOW,
        )
        changes = self.footfall(first="2026-01-01", last="2026-11-28", against="nothing")["changes"]
        closed = [(each["day"], each["last"]) for each in changes if each["kind"] == "closure"]
        self.assertEqual(closed, [("2026-01-01", "2026-01-01")])

    def test_how_soon_who_wrote_was_answered(self) -> None:
        for number, minutes in enumerate((10, 20, 60), 1):
            entry = an_entry(self.opened, number, reach=f"w{number}@harbourmail.example")
            entry.first_at = NOW - timedelta(days=1)
            entry.save(update_fields=["first_at"])
            at = entry.first_at + timedelta(minutes=minutes)
            Reply.objects.create(entry=entry, by="", to="w@h.example", text="Yes", at=at)
        an_entry(self.opened, 4, reach="w4@harbourmail.example", at=NOW - timedelta(hours=1))
        line = next(line for line in self.footfall()["lines"] if line["code"] == "letters")
        self.assertEqual(
            (line["says"], line["more"]),
            ("3 of 4 who wrote were answered", "Half of them within 20 minutes."),
        )

    def test_a_maker_sees_counts_but_not_by_person_and_who_answers_none(self) -> None:
        an_entry(self.opened, at=NOW - timedelta(hours=1))
        self.assertIn("letters", [line["code"] for line in self.footfall()["lines"]])
        for role, status in (("maker", 200), ("answers", 403)):
            user, browser = an_owner(f"{role}@averilcycles.example"), Client()
            Membership.objects.create(user=user, business=self.opened.business, role=role)
            browser.force_login(user, backend="kindknock.accounts.backends.ByEmail")
            found, answer = self.call("GET", "/api/footfall", {}, browser)
            self.assertEqual(found, status)
            if status == 200:
                self.assertNotIn("person", answer["dimensions"])
                self.assertNotIn("letters", [line["code"] for line in answer["lines"]], "nor of notes")
            self.assertEqual(self.call("GET", "/api/footfall/table", {"by": "person"}, browser)[0], 403)

    def test_a_key_reads_the_counts_of_its_business_and_nothing_else(self) -> None:
        self.happen("seen", 50)
        self.happen("knocked", 5)
        other = a_business(an_owner("tomasz@averilcycles.example"), host="other.example")
        made = self.call("POST", "/api/footfall/keys", {"name": "Sales sheet"})[1]
        self.assertEqual(self.call("GET", "/api/footfall/keys")[1][0]["text"], "", "never again")
        head, stranger = {"Authorization": f"Bearer {made['text']}"}, Client()

        def read(**query: Any) -> Any:
            return stranger.get("/api/out/footfall", query, headers=head)

        found = read(by="page", first="2026-11-01").json()
        self.assertEqual((found["total"]["knocked"], found["rows"][0]["name"]), (5, "/shop"))
        self.assertEqual([read(by="person").status_code, read(site=other.site.key).status_code], [422, 404])
        self.assertEqual(stranger.get("/api/footfall", headers=head).status_code, 401)
        for _ in range(ASKS.most):
            answer = read()
        self.assertEqual(answer.status_code, 429)
        self.assertEqual(self.call("DELETE", f"/api/footfall/keys/{made['id']}")[0], 200)
        self.assertEqual(read().status_code, 401)

    def test_counting_is_switched_off_for_every_site(self) -> None:
        self.assertTrue(live_of(self.opened.site).counts)
        self.call("PUT", "/api/footfall/counting", {"is_counting": False})
        self.opened.site.refresh_from_db()
        self.assertFalse(live_of(self.opened.site).counts)
        self.assertFalse(self.footfall()["is_counting"])


_DAY = {"day": "", "seen": 0, "opened": 0, "knocked": 0, "missed": 0, "before": 0}


class Words(PlainCase):
    def test_of_every_hundred(self) -> None:
        for counts, heading, range_ in (
            ((0, 0), "Nobody has seen the button in these days.", "no visits"),
            ((3, 12), "12 saw the button: too few to tell how many of a hundred knock.", "9 to 53 in 100"),
            ((0, 5000), "Of every 100 who saw the button, fewer than one knocked.", "under 1 in 100"),
            ((268, 4812), "Of every 100 who saw the button, 5 or 6 knocked.", "5 to 6 in 100"),
            ((5000, 100_000), "Of every 100 who saw the button, 5 knocked.", "5 in 100"),
            ((40, 400), "Of every 100 who saw the button, 7 to 13 knocked.", "7 to 13 in 100"),
        ):
            found = rate(*counts)
            self.assertEqual((say.heading(found), say.range_words(found)), (heading, range_), counts)

    def test_days_in_words(self) -> None:
        today = date(2026, 11, 28)
        for first, last, words in (
            ("2026-11-01", "2026-11-28", "1 to 28 November"),
            ("2026-10-24", "2026-11-21", "24 October to 21 November"),
            ("2025-12-24", "2026-01-02", "24 December 2025 to 2 January 2026"),
            ("2025-03-01", "2025-03-31", "1 to 31 March 2025"),
            ("2026-11-28", "2026-11-28", "Today so far"),
            ("2026-11-26", "2026-11-26", "Thursday 26 November"),
        ):
            found = say.days_words(date.fromisoformat(first), date.fromisoformat(last), today)
            self.assertEqual(found, words)
        for days, words in (
            (7, "the week before"),
            (28, "the four weeks before"),
            (30, "the 30 days before"),
        ):
            self.assertEqual(say.against_words("before", days, False, today), words)

    def test_how_long_it_took(self) -> None:
        for minutes, words in ((0.2, "a minute"), (89, "89 minutes"), (150, "2 hours"), (4000, "3 days")):
            self.assertEqual(say.minutes_words(minutes), words)
