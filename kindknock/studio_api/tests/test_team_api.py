"""The team over the API: which business is meant, the history, what waits, who hears, letters of the week."""

import csv
import io
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

from django.test import Client

from kindknock.accounts.letters import LANGUAGES
from kindknock.accounts.models import Business, Membership, Notice, Outgoing
from kindknock.doors.actions.another_business import another_business
from kindknock.doors.tests.builders import an_owner
from kindknock.footfall.actions.sum_up import sum_up
from kindknock.footfall.models import Event
from kindknock.guestbook.actions.tell_late import open_seconds, tell_late
from kindknock.guestbook.models import Entry
from kindknock.guestbook.tests.builders import an_entry
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.people.actions.set_hours import set_hours
from kindknock.people.models import Whose

from ..sample_letters import sample_of
from ..weekly import tell_weekly
from .test_api import Base

LONDON = ZoneInfo("Europe/London")
MONDAY = datetime(2026, 11, 30, 8, 5, tzinfo=LONDON)
FRIDAY = datetime(2026, 11, 27, 8, 5, tzinfo=LONDON)
_BACKEND = "kindknock.accounts.backends.ByEmail"


class TeamBase(Base):
    def setUp(self) -> None:
        super().setUp()
        self.business = self.opened.business

    def member(self, role: str) -> tuple[Membership, Client]:
        user, browser = an_owner(f"{role}@averilcycles.example"), Client()
        row = Membership.objects.create(user=user, business=self.business, role=role, is_quiet=False)
        browser.force_login(user, backend=_BACKEND)
        return row, browser


class Businesses(TeamBase):
    def test_each_request_is_about_the_business_it_names(self) -> None:
        other = another_business(self.owner, name="Harbour Hire", at=datetime.now(UTC)).business
        for headers, name in (
            ({}, "Averil Cycle Works"),
            ({"KK-Business": other.key}, "Harbour Hire"),
            ({"KK-Business": self.business.key}, "Averil Cycle Works"),
        ):
            answer = self.client.get("/api/business", headers=headers).json()
            self.assertEqual(answer["name"], name)
        link = self.client.get("/api/business", {"business": other.key}).json()
        self.assertEqual(link["name"], "Harbour Hire")
        site = f"/api/sites/{self.opened.site.key}"
        self.assertEqual(self.client.get(site, headers={"KK-Business": other.key}).status_code, 404)
        self.assertEqual(self.client.get(site, headers={"KK-Business": self.business.key}).status_code, 200)

    def test_a_business_of_others_looks_like_none(self) -> None:
        theirs = another_business(an_owner("x@h.example"), name="Theirs", at=datetime.now(UTC)).business
        answers = [
            self.client.get("/api/business", headers={"KK-Business": key}) for key in (theirs.key, "nothing")
        ]
        self.assertEqual([answer.status_code for answer in answers], [404, 404])
        self.assertEqual(answers[0].content, answers[1].content)

    def test_what_waits_is_said_to_who_may_mend_it(self) -> None:
        an_entry(self.opened)
        _, maker = self.member("maker")
        _, answers = self.member("answers")
        for browser, says in (
            (self.client, ["1 message nobody has read", "Averil Cycle Works: the line isn’t on a page yet"]),
            (maker, ["Averil Cycle Works: the line isn’t on a page yet"]),
            (answers, ["1 message nobody has read"]),
        ):
            (held,) = browser.get("/api/businesses").json()["held"]
            self.assertEqual([each["says"] for each in held["waits"]], says)

    def test_one_more_like_another_only_of_ones_own(self) -> None:
        _, answers = self.member("answers")
        body = {"name": "Harbour Hire", "like": self.business.key}
        self.assertEqual(self.call("POST", "/api/businesses/another", body, answers)[0], 404)
        status, hello = self.call("POST", "/api/businesses/another", body)
        self.assertEqual((status, hello["business"], hello["role"]), (200, "Harbour Hire", "owner"))
        status, problem = self.call("POST", "/api/businesses/another", {"name": "  "})
        self.assertEqual((status, problem["field"]), (422, "name"))


class History(TeamBase):
    def test_who_did_what_filtered_and_as_a_table(self) -> None:
        self.call("POST", "/api/team/invitations", {"email": "=amara@h.example", "role": "maker"})
        self.client.get("/api/people.vcf")
        for query, says in (
            ({}, ["Took the people who answer as a file", "Asked =amara@h.example in as a site maker"]),
            ({"kind": "team"}, ["Asked =amara@h.example in as a site maker"]),
            ({"kind": "published"}, ["Published Averil Cycle Works, release 1"]),
            ({"who": "Nobody"}, []),
        ):
            found = self.client.get("/api/history", query).json()
            self.assertEqual([each["says"] for each in found["deeds"]][: len(says) or 1], says)
        rows = list(csv.reader(io.StringIO(self.client.get("/api/history.csv").content.decode("utf-8-sig"))))
        self.assertEqual(rows[0], ["When", "Who", "What"])
        self.assertEqual(rows[1][1:], ["Ines Calder", "Took the people who answer as a file"])
        self.assertEqual(self.client.get("/api/history", {"kind": "no"}).status_code, 422)

    def test_pages_follow_each_other_without_gap_or_repeat(self) -> None:
        for number in range(65):
            self.business.deeds.create(at=datetime.now(UTC), code="left", name=f"W{number}")
        first = self.client.get("/api/history").json()
        second = self.client.get("/api/history", {"after": first["next"]}).json()
        ids = [each["id"] for page in (first, second) for each in page["deeds"]]
        self.assertEqual((len(first["deeds"]), second["next"]), (60, ""))
        self.assertEqual(ids, sorted(set(ids), reverse=True))


class Hears(TeamBase):
    def test_an_owner_sees_everybody_the_others_themselves(self) -> None:
        maker, browser = self.member("maker")
        self.assertEqual(len(self.call("GET", "/api/hears")[1]["readers"]), 2)
        (own,) = self.call("GET", "/api/hears", None, browser)[1]["readers"]
        self.assertEqual((own["id"], own["rates"]["note"]), (maker.pk, "may_not"))
        me = self.business.memberships.get(user=self.owner).pk
        for number, kind, rate, client, status in (
            (maker.pk, "published", "weekly", self.client, 200),
            (maker.pk, "published", "no", browser, 200),
            (me, "published", "no", browser, 404),
            (maker.pk, "note", "at_once", self.client, 403),
            (maker.pk, "published", "hourly", self.client, 422),
            (maker.pk, "gossip", "no", self.client, 404),
        ):
            with self.subTest(kind=kind, rate=rate):
                path = f"/api/hears/{number}/{kind}"
                self.assertEqual(self.call("PUT", path, {"rate": rate}, client)[0], status)

    def test_ones_own_quiet_hours(self) -> None:
        body = {"is_quiet": True, "quiet_from_min": 1320, "quiet_until_min": 420, "zone": "Asia/Tokyo"}
        status, found = self.call("PATCH", "/api/hears/own", body | {"language": "pt"})
        own = found["readers"][0]
        self.assertEqual(
            (status, own["quiet_from_min"], own["zone"], own["language"]), (200, 1320, "Asia/Tokyo", "pt")
        )
        for change in ({"quiet_until_min": 480}, {"is_quiet": False}, {}):
            found = self.call("PATCH", "/api/hears/own", change)[1]
        own = found["readers"][0]
        self.assertEqual(
            (own["is_quiet"], own["quiet_from_min"], own["quiet_until_min"], own["zone"], own["language"]),
            (False, 1320, 480, "Asia/Tokyo", "pt"),
            "two changes in a row: the second doesn't bring back what the first found",
        )
        self.assertEqual(self.call("PATCH", "/api/hears/own", body | {"zone": "Moon/Base"})[0], 422)
        self.assertEqual(self.call("PATCH", "/api/hears/own", body | {"quiet_from_min": 1440})[0], 422)

    def test_one_of_each_kind_can_be_seen_in_every_language(self) -> None:
        own = self.business.memberships.get(user=self.owner)
        for kind in ("note", "unanswered", "line", "first_visitor", "published", "gap", "week"):
            status, letter = self.call("GET", f"/api/hears-sample/{kind}")
            self.assertEqual(status, 200)
            self.assertIn(letter["subject"], letter["html"].replace("&#x27;", "'"))
            for language in LANGUAGES:
                words = sample_of(own, kind, language, at=MONDAY)
                self.assertNotIn("{", words.subject + words.text)
        _, maker = self.member("maker")
        self.assertEqual(self.call("GET", "/api/hears-sample/note", None, maker)[0], 404)

    def test_who_published_what_is_told_to_the_others(self) -> None:
        member, browser = self.member("maker")
        member.hears = {"published": "at_once"}
        member.save()
        self.call("PATCH", self.door, {"version": 1, "looks": {"shape": "round"}})
        self.call("POST", self.site + "/publish")
        letter = Outgoing.objects.latest("pk")
        self.assertEqual((letter.to, letter.subject), (member.user.email, "Averil Cycle Works was published"))
        self.assertIn("Ines Calder published release 2", letter.text)
        count = Outgoing.objects.count()
        self.call("PATCH", self.door, {"version": 2, "looks": {"shape": "tab"}}, browser)
        self.call("POST", self.site + "/publish", {}, browser)
        self.assertEqual(Outgoing.objects.count(), count, "who did it knows")


class Weekly(TeamBase):
    def knocks(self, weeks_ago: int, count: int, seen: int) -> None:
        at = MONDAY - timedelta(days=7 * weeks_ago - 2)
        rows = [("knocked", n) for n in range(count)] + [("seen", n) for n in range(seen)]
        for kind, n in rows:
            Event.objects.create(
                client_id=f"{weeks_ago}{'5' if kind == 'seen' else '4'}000000-0000-4000-8000-{n:012d}",
                site=self.opened.site,
                kind=kind,
                door=self.opened.door.key,
                at=at + timedelta(minutes=n),
            )
        sum_up()

    def test_the_week_in_four_lines_on_monday_at_eight_once(self) -> None:
        self.knocks(1, 30, 60)
        self.knocks(2, 10, 60)
        an_entry(self.opened, at=MONDAY - timedelta(days=3))
        self.assertEqual(tell_weekly(at=MONDAY - timedelta(minutes=10)), 0)
        self.assertEqual((tell_weekly(at=MONDAY), tell_weekly(at=MONDAY + timedelta(hours=2))), (1, 0))
        text = Outgoing.objects.latest("pk").text
        for words in (
            "30 knocks last week, 10 the week before: more people who came by knocked, surely so.",
            "has waited longest, since 27 November 2026.",
            "1 wrote something to keep, 0 of them were answered.",
        ):
            self.assertIn(words, text)

    def test_a_maker_who_wants_the_week_reads_nothing_of_who_wrote(self) -> None:
        an_entry(self.opened, at=MONDAY - timedelta(days=3))
        member, _ = self.member("maker")
        member.hears = {"week": "weekly"}
        member.save()
        tell_weekly(at=MONDAY)
        letter = Outgoing.objects.get(to=member.user.email)
        self.assertIn("Nobody knocked last week, and 0 the week before.", letter.text)
        for words in ("Wilma", "waited", "wrote something"):
            self.assertNotIn(words, letter.text)

    def test_on_each_ones_own_clock(self) -> None:
        type(self.owner).objects.filter(pk=self.owner.pk).update(zone="America/Toronto")
        self.assertEqual(tell_weekly(at=MONDAY), 0)
        self.assertEqual(tell_weekly(at=MONDAY + timedelta(hours=5)), 1)

    def test_gaps_of_next_week_on_fridays_where_there_are_any(self) -> None:
        self.assertEqual(tell_weekly(at=FRIDAY), 0)
        add_assistant(self.business, name="Ines Calder")
        week = {day: [["09:00", "12:00"]] for day in ("mon", "tue", "wed", "thu", "fri")}
        set_hours(self.business, Whose.SHOP, "", week=week, by=None, at=FRIDAY)
        for n in range(4):
            Event.objects.create(
                client_id=f"60000000-0000-4000-8000-{n:012d}",
                site=self.opened.site,
                kind="missed",
                door=self.opened.door.key,
                at=FRIDAY.replace(hour=18) - timedelta(days=7 * (n + 1)),
            )
        sum_up()
        self.assertEqual(tell_weekly(at=FRIDAY), 1)
        self.assertIn("Friday, 18:00", Outgoing.objects.latest("pk").text)


class Late(TeamBase):
    def late(self, at: datetime) -> int:
        return tell_late(at=at)

    def test_an_hour_in_which_the_shop_was_open_counts_once_for_the_same_words(self) -> None:
        week = {"mon": [["09:00", "17:00"]], "tue": [["09:00", "17:00"]]}
        set_hours(self.business, Whose.SHOP, "", week=week, by=None, at=FRIDAY)
        wrote = datetime(2026, 11, 30, 16, 40, tzinfo=LONDON)
        entry = an_entry(self.opened, at=wrote)
        Notice.objects.all().delete()
        Outgoing.objects.all().delete()
        for hours, letters in ((1, 0), (12, 0), (16.9, 0), (17.1, 1), (18, 0)):
            self.assertEqual(self.late(wrote + timedelta(hours=hours)), letters, hours)
        self.assertIn("nobody has answered", Outgoing.objects.get().text)
        an_entry(self.opened, 2, at=wrote + timedelta(hours=18))
        self.assertEqual(self.late(wrote + timedelta(hours=20)), 1)
        Entry.objects.filter(pk=entry.pk).update(state=Entry.State.DONE, late_told_at=None)
        self.assertEqual(self.late(wrote + timedelta(hours=21)), 0)

    def test_without_hours_it_is_always_open(self) -> None:
        start = datetime(2026, 11, 29, 3, tzinfo=UTC)
        self.assertEqual(open_seconds(None, start, start + timedelta(hours=1)), 3600)

    def test_who_answers_sees_theirs_and_nobodys_unless_all_is_said(self) -> None:
        row, browser = self.member("answers")
        mine, nobodys, others = (an_entry(self.opened, n, reach=f"w{n}@h.example") for n in (1, 2, 3))
        Entry.objects.filter(pk=mine.pk).update(holder=f"user:{row.user_id}", state=Entry.State.TAKEN)
        Entry.objects.filter(pk=others.pk).update(holder=f"user:{self.owner.pk}", state=Entry.State.TAKEN)

        def seen() -> set[int]:
            return {each["id"] for each in browser.get("/api/guestbook").json()["entries"]}

        self.assertEqual(seen(), {mine.pk, nobodys.pk})
        self.assertEqual(browser.get(f"/api/guestbook/{others.pk}").status_code, 404)
        self.assertEqual(
            self.call("POST", f"/api/guestbook/{others.pk}/mark", {"state": "done"}, browser)[0], 404
        )
        self.call("PUT", "/api/team/see-all", {"on": True})
        self.assertEqual(seen(), {mine.pk, nobodys.pk, others.pk})
        self.assertTrue(Business.objects.get(pk=self.business.pk).answers_see_all)
