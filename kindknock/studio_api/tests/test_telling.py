"""What owners are told without looking: each once, with the press that mends it; and what Fitting hears."""

from collections.abc import Sequence
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

from kindknock import clock
from kindknock.accounts.models import Outgoing
from kindknock.footfall.models import Event
from kindknock.onsite.fetches import Fetches
from kindknock.sites.actions.hear import Heard, keep_fetched, keep_heard
from kindknock.sites.actions.hear_boxes import Boxes, keep_boxes
from kindknock.sites.models import Host, Site, Told
from kindknock.studio_api.telling import MOST_STRANGERS, tell_owners

from .test_api import Base

HOST = "averilcycles.example"


class Taking:
    """Stands for what stores: keeps what it is given in a list."""

    def __init__(self, taken: list[object]) -> None:
        self.taken = taken

    def put(self, items: Sequence[object]) -> bool:
        self.taken.extend(items)
        return True


class Telling(Base):
    def heard(self, at: datetime, host: str = HOST, path: str = "/", door: str = "", site: str = "") -> None:
        keep_heard([Heard(site or self.opened.site.key, host, path, "A page", at, "", door)])

    def letters(self, at: datetime) -> list[tuple[str, str]]:
        before = set(Outgoing.objects.values_list("pk", flat=True))
        tell_owners(at=at)
        return list(Outgoing.objects.exclude(pk__in=before).order_by("pk").values_list("subject", "text"))

    def test_first_heard_and_first_visitor_are_told_once(self) -> None:
        now = clock.now()
        self.assertEqual(self.letters(now), [])
        self.heard(now)
        (first,) = self.letters(now)
        self.assertIn("heard for the first time, from averilcycles.example", first[1])
        Event.objects.create(client_id=uuid4(), site=self.opened.site, kind="knocked", door="x", at=now)
        ((subject, text),) = self.letters(now)
        self.assertIn("first visitor", subject)
        self.assertIn("You get this once", text)
        self.assertEqual(self.letters(now + timedelta(hours=1)), [])

    def test_silence_is_told_when_it_begins_and_anew_after_it_was_heard(self) -> None:
        now = clock.now()
        for back in range(9, 2, -1):
            self.heard(now - timedelta(days=back))
        Told.objects.create(site=self.opened.site, code="line_first", at=now)
        ((subject, text),) = self.letters(now)
        self.assertIn("two days", subject)
        self.assertIn("/fitting/", text)
        self.assertEqual(self.letters(now), [])
        self.assertIn("silent", [item["code"] for item in self.call("GET", self.site)[1]["reminders"]])
        self.heard(now)
        self.assertEqual(self.letters(now), [])
        self.assertEqual(len(self.letters(now + timedelta(days=3))), 1)

    def test_strangers_are_few_a_day_and_no_words_of_theirs_in_a_subject(self) -> None:
        now = clock.now()
        for n in range(8):
            self.heard(now, f"stranger{n}.example")
        written = self.letters(now)
        self.assertEqual(len(written), MOST_STRANGERS)
        self.assertFalse([subject for subject, _ in written if "stranger" in subject])
        self.assertEqual(self.letters(now + timedelta(hours=1)), [])
        self.assertEqual(len(self.letters(now + timedelta(hours=25))), MOST_STRANGERS)

    def test_a_page_without_a_sight_of_it_is_told_with_its_press(self) -> None:
        now = clock.now()
        keep_boxes(Boxes(self.opened.site.key, "/hire", "phone", 390, 800, (), "covered"), now)
        ((_, text),) = self.letters(now)
        self.assertIn("/hire: something of the page lies over the button", text)
        self.assertIn("page=averilcycles.example%2Fhire", text)

    def test_an_address_not_proven_gets_no_news(self) -> None:
        self.owner.proven_at = None
        self.owner.save()
        self.heard(clock.now())
        self.assertEqual(self.letters(clock.now()), [])

    def fitting(self) -> dict[str, Any]:
        answer = self.call("GET", self.site + "/fitting")[1]
        return {**answer["hosts"][0], "standing": answer["standing"]}

    def test_fitting_says_how_each_host_and_page_is_heard(self) -> None:
        now = clock.now()
        self.assertEqual(self.fitting()["hearing"], "never")
        door = self.opened.door.key
        self.heard(now, path="/hire", door=door)
        self.heard(now, path="/hire")
        keep_boxes(Boxes(self.opened.site.key, "/hire", "phone", 390, 800, (), "", ("old", "twice")), now)
        host = self.fitting()
        (page,) = host["pages"]
        self.assertEqual((page["path"], page["door"], page["share"]), ("/hire", "Front door", 50))
        self.assertEqual((host["hearing"], len(host["notes"])), ("heard", 2))
        self.assertEqual(host["standing"], "The line is in and working")

    def test_pages_known_from_links_are_named_while_unheard(self) -> None:
        self.heard(clock.now())
        self.opened.site.held_pages.create(
            digest="x", address=f"https://{HOST}/", html="<p>", links=["/", "/hire"], at=clock.now()
        )
        self.assertEqual(self.fitting()["unheard"], ["/hire"])

    def test_another_sites_key_and_a_line_that_asks_nothing_are_noticed(self) -> None:
        other = Site.objects.create(business=self.opened.business, key="harbour2", name="Harbour Hire")
        self.heard(clock.now(), site=other.key)
        self.assertIn("another site’s key", str(self.fitting()["notes"]))
        Host.objects.update(other_key_at=None)
        self.assertEqual(keep_fetched([(HOST, clock.now()), ("nobody.example", clock.now())]), 1)
        self.assertIn("no key", str(self.fitting()["notes"]))

    def test_a_fetch_is_noted_once_an_hour_and_not_a_robots(self) -> None:
        fetches, at = Fetches(), datetime(2026, 11, 28, 9, tzinfo=UTC)
        taken: list[object] = []
        fetches._gather = Taking(taken)  # type: ignore[assignment]
        browser = {"HTTP_USER_AGENT": "Mozilla/5.0 Firefox/140", "HTTP_ORIGIN": f"https://{HOST}"}
        for environ in (
            browser,
            browser,
            {**browser, "HTTP_ORIGIN": "", "HTTP_REFERER": "https://hire.averilcycles.example/x"},
            {**browser, "HTTP_USER_AGENT": "Somebot/1"},
            {**browser, "HTTP_ORIGIN": "null"},
        ):
            fetches.note(environ, "10.0.0.0/24", at)
        self.assertEqual(taken, [(HOST, at), ("hire.averilcycles.example", at)])

    def unused(self) -> list[dict[str, str]]:
        reminders = self.call("GET", self.site)[1]["reminders"]
        return [item for item in reminders if item["code"] == "unused"]

    def test_a_way_unused_for_eight_weeks_is_named(self) -> None:
        now = clock.now()
        site, release = self.opened.site, self.opened.site.releases.get()
        Event.objects.create(
            client_id=uuid4(),
            site=site,
            kind="knocked",
            door="x",
            channel="other",
            at=now - timedelta(days=1),
        )
        self.assertEqual(self.unused(), [])
        release.at = now - timedelta(weeks=9)
        release.save()
        (item,) = self.unused()
        self.assertEqual((item["act"], item["door"]), ("try", self.opened.door.key))
        self.assertIn("WhatsApp", item["says"])
        Event.objects.create(
            client_id=uuid4(), site=site, kind="knocked", door="x", channel=item["channel"], at=now
        )
        Event.objects.update(at=now - timedelta(days=2))
        self.assertEqual(self.unused(), [])
