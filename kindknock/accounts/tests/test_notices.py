"""docs/rules.md 18: who is told of what, when, in how many letters, and how it is stopped."""

import json
import re
import string
from datetime import UTC, datetime, timedelta

from django.test import SimpleTestCase, TestCase

from kindknock.doors.tests.builders import a_business, an_owner

from ..actions.stop_hearing import StopUnreadable, change_hearing, read_stop, stop_hearing
from ..hearing import KINDS, rate_of
from ..letters import LANGUAGES, Letter, _catalogue, html_of, quoted, sentence, text_of
from ..mailing import post_letter
from ..models import Business, Membership, Notice, Outgoing
from ..notices import Somebody, Words, send_due, tell_members, tell_somebody

AT = datetime(2026, 11, 27, 10, tzinfo=UTC)
NIGHT = datetime(2026, 11, 27, 22, tzinfo=UTC)
MORNING = datetime(2026, 11, 28, 8, tzinfo=UTC)
HOUR = timedelta(hours=1)


class Told(TestCase):
    business: Business
    ines: Membership

    @classmethod
    def setUpTestData(cls) -> None:
        cls.business = a_business().business
        cls.ines = cls.business.memberships.get()
        cls.business.memberships.update(is_quiet=True)
        cls.ines.refresh_from_db()

    def tell(self, kind: str = "note", *, at: datetime = AT, about: str = "", text: str = "Words") -> int:
        def write(member: Membership, language: str) -> Words:
            return Words(f"News of {kind}", text, reply_to="w@h.example")

        return tell_members(self.business, kind, write, at=at, about=about)

    def test_at_once_by_day_and_one_letter_in_the_morning(self) -> None:
        self.tell()
        letter = Outgoing.objects.get()
        self.assertEqual((letter.subject, letter.reply_to), ("News of note", "w@h.example"))
        for text in ("First", "Second", "Third"):
            self.tell(at=NIGHT, text=text)
        self.assertEqual(send_due(at=MORNING - HOUR), 0)
        self.assertEqual((send_due(at=MORNING), send_due(at=MORNING)), (1, 0))
        letter = Outgoing.objects.latest("pk")
        self.assertEqual((letter.subject, letter.reply_to), ("3 pieces of news from Averil Cycle Works", ""))
        for text in ("First", "Second", "Third"):
            self.assertIn(text, letter.text)
        self.assertFalse(Notice.objects.exclude(text="").exists(), "words are wiped once they went")

    def test_the_sixth_within_an_hour_waits(self) -> None:
        for minutes in range(8):
            self.tell(at=AT + timedelta(minutes=minutes))
        self.assertEqual(Outgoing.objects.count(), 5)
        self.assertEqual(send_due(at=AT + timedelta(minutes=59)), 0)
        self.assertEqual(send_due(at=AT + timedelta(minutes=63)), 1)
        self.assertEqual(Outgoing.objects.latest("pk").subject, "3 pieces of news from Averil Cycle Works")

    def test_who_hears_what_by_role_and_by_choice(self) -> None:
        roles = {"owner": self.ines}
        for role in ("maker", "answers"):
            user = an_owner(f"{role}@h.example")
            roles[role] = Membership.objects.create(user=user, business=self.business, role=role)
        for kind, rates in (
            ("note", {"owner": "at_once", "maker": "no", "answers": "at_once"}),
            ("unanswered", {"owner": "at_once", "maker": "no", "answers": "no"}),
            ("line", {"owner": "at_once", "maker": "at_once", "answers": "no"}),
            ("published", {"owner": "no", "maker": "daily", "answers": "no"}),
            ("week", {"owner": "weekly", "maker": "no", "answers": "no"}),
        ):
            with self.subTest(kind):
                self.assertEqual({role: rate_of(row, kind) for role, row in roles.items()}, rates)
        self.assertTrue(change_hearing(roles["owner"], "note", "no"))
        self.assertFalse(change_hearing(roles["owner"], "note", "weekly"))
        self.assertFalse(change_hearing(roles["owner"], "everything", "no"))
        # A wish that the role may not have is kept, and holds nothing open.
        roles["maker"].hears = {"note": "at_once"}
        roles["maker"].save()
        self.assertEqual(self.tell(), 1)
        self.assertEqual(Outgoing.objects.get().to, "answers@h.example")

    def test_nobody_unproven_is_written_to(self) -> None:
        type(self.ines.user).objects.update(proven_at=None)
        self.assertEqual((self.tell(), Outgoing.objects.count()), (0, 0))

    def test_what_was_stopped_meanwhile_is_not_sent(self) -> None:
        self.tell(at=NIGHT)
        token = read_stop(self.stop_token("note"))
        stop_hearing(token)
        self.assertEqual((send_due(at=MORNING), Notice.objects.count()), (0, 0))

    def stop_token(self, kind: str) -> str:
        from ..notices import stop_address

        return stop_address([Notice(member=self.ines, kind=kind)]).rpartition("/")[2]

    def test_one_press_stops_a_kind_and_looking_stops_nothing(self) -> None:
        self.tell()
        letter = Outgoing.objects.get()
        link = re.search(r"http\S+/stop/(\S+)", letter.text)
        assert link is not None
        self.assertEqual(letter.headers["List-Unsubscribe"], f"<{link[0]}>")
        self.assertEqual(letter.headers["List-Unsubscribe-Post"], "List-Unsubscribe=One-Click")
        for _ in range(2):
            page = self.client.get(f"/stop/{link[1]}")
            self.assertContains(page, "Stop them")
            self.ines.refresh_from_db()
            self.assertEqual(rate_of(self.ines, "note"), "at_once")
        self.client.post(f"/stop/{link[1]}", {"List-Unsubscribe": "One-Click"})
        self.ines.refresh_from_db()
        self.assertEqual((rate_of(self.ines, "note"), rate_of(self.ines, "line")), ("no", "at_once"))
        self.assertEqual(self.client.get(f"/stop/{link[1][:-2]}").status_code, 404)
        with self.assertRaises(StopUnreadable):
            read_stop("x")

    def test_somebody_without_an_account_hears_too_and_sleeps(self) -> None:
        for at_night, due in ((False, 0), (True, 1)):
            who = Somebody("rhys", "rhys@averilcycles.example", "Europe/London", "pt", at_night)
            tell_somebody(self.business, who, "note", lambda tag: Words(tag, "Words"), at=NIGHT)
            self.assertEqual(Outgoing.objects.count(), due)
        self.assertEqual(Outgoing.objects.get().subject, "pt")


class Laid(SimpleTestCase):
    def test_every_language_says_every_sentence_with_the_same_facts(self) -> None:
        def facts(text: str) -> set[str]:
            return {name for _, name, _, _ in string.Formatter().parse(text) if name}

        english = _catalogue("en")
        for language in LANGUAGES:
            found = _catalogue(language)
            self.assertEqual(found.keys(), english.keys(), language)
            for key, text in found.items():
                self.assertEqual(facts(text), facts(english[key]), f"{language} {key}")
                self.assertTrue(text.strip(), key)
        for kind in KINDS:
            self.assertIn(f"why.{kind}", english)
            self.assertIn(f"kind.{kind}", english)

    def test_html_says_what_the_text_says_and_runs_nothing(self) -> None:
        bad = '<script>alert(1)</script> <img src="https://elsewhere.example/x.png">'
        link = "https://knock.example/at/averil/guestbook/7"
        words = f"Somebody wrote:\n\n{quoted(bad)}\n\nRead it here:\n{link}\n"
        letter = Letter("A note & more", words, "ar", "Because", "https://knock.example/stop/x")
        html, text = html_of(letter), text_of(letter)
        self.assertIn("&lt;script&gt;", html)
        self.assertNotIn("<script", html)
        self.assertNotIn("<img", html)
        self.assertNotRegex(html, r"<(img|link|script|iframe|object)\b|url\(|@import")
        self.assertIn('dir="rtl"', html)
        self.assertIn("prefers-color-scheme: dark", html)
        self.assertIn('href="https://knock.example/at/averil/guestbook/7"', html)
        self.assertIn(f"> {bad}", text)
        for words in ("Because", "https://knock.example/stop/x", sentence("ar", "stop")):
            self.assertIn(words, text)
        self.assertIn("A note &amp; more", html)


class Posted(TestCase):
    def test_a_letter_of_signing_in_can_not_be_stopped_and_a_sent_one_is_wiped(self) -> None:
        post_letter("w@h.example", Letter("Your way in", "Press this:\nhttps://knock.example/x\n"))
        letter = Outgoing.objects.get()
        self.assertEqual(json.dumps(letter.headers), "{}")
        self.assertNotIn("/stop/", letter.text + letter.html)
        self.assertIn("https://knock.example/x", letter.html)
