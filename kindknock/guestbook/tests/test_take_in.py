"""What comes in: kept once, one entry a person, mailed to whom it is for, what nobody wants apart."""

import uuid
from datetime import timedelta
from typing import Any

from django.test import TestCase

from kindknock.accounts.actions.limit import TooOften
from kindknock.accounts.models import Membership, Outgoing, Tries
from kindknock.accounts.network import network_of
from kindknock.core.guests import search_words
from kindknock.doors.actions.open_business import Opened
from kindknock.doors.actions.publish_release import publish_release
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.guestbook.actions.forget import delete_old, take_up_apart
from kindknock.guestbook.actions.hand_over import hand_to, mark
from kindknock.guestbook.actions.limit_notes import limit_notes
from kindknock.guestbook.actions.take_apart import take_apart
from kindknock.guestbook.actions.take_in import NoteRefused, take_in
from kindknock.guestbook.models import Entry, Message
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.people.models import Assistant

from .builders import AT, an_answer, arrived


class Arrivals(TestCase):
    opened: Opened
    ines: Assistant

    @classmethod
    def setUpTestData(cls) -> None:
        cls.opened = a_business()
        cls.ines = add_assistant(cls.opened.business, key="ines", name="Ines Calder")
        Membership.objects.create(
            user=an_owner("tomasz@averilcycles.example"),
            business=cls.opened.business,
            role="answers",
            hears={"note": "no"},
        )

    def take(self, number: int = 1, **more: Any) -> Entry:
        self.assertTrue(take_in(arrived(self.opened, number, **more)))
        return Message.objects.get(client_id=uuid.UUID(int=number)).entry

    def asks(self, **more: Any) -> None:
        """The door asks first, live."""
        questions = [
            {"key": "name", "label": {"en": "Your name"}},
            {"key": "mail", "kind": "email", "label": {"en": "Email"}},
        ]
        self.opened.door.parts["asks"] = {"when": "always", "questions": questions, "keeps": True, **more}
        self.opened.door.save()
        publish_release(self.opened.site, by=self.opened.business.memberships.get(role="owner").user, at=AT)

    def test_sent_again_it_is_kept_and_told_of_once(self) -> None:
        for _ in range(3):
            entry = self.take()
        self.assertEqual((Message.objects.count(), Entry.objects.count()), (1, 1))
        letter = Outgoing.objects.get()
        self.assertEqual(
            (letter.to, letter.reply_to), ("ines@averilcycles.example", "wilma@harbourmail.example")
        )
        self.assertIn("> Two spokes.\n> Friday?", letter.text)
        self.assertIn(f"/guestbook/{entry.pk}", letter.text)
        self.assertEqual(letter.subject, "A note for Averil Cycle Works")

    def test_who_it_is_for_hears_of_it(self) -> None:
        # fmt: off
        for notice, holder, to in (
            ("", "", "ines@averilcycles.example"),
            ("workshop@averilcycles.example", "", "workshop@averilcycles.example"),
            ("workshop@averilcycles.example", "person:ines", "workshop@averilcycles.example"),
        ):
            # fmt: on
            with self.subTest(notice=notice, holder=holder):
                Outgoing.objects.all().delete()
                Entry.objects.all().delete()
                self.ines.notice_email = notice
                self.ines.save()
                person = "" if holder else "ines"
                if holder:
                    hand_to(self.take(8), holder, by=holder, at=AT)
                    Outgoing.objects.all().delete()
                self.take(9, person=person)
                letter = Outgoing.objects.get()
                self.assertEqual(letter.to, to)
                self.assertEqual("/in/" in letter.text, bool(notice))

    def test_an_email_or_a_number_says_who_it_is_and_nothing_else_does(self) -> None:
        first = self.take(1, reach="0117 496 0188", name="W")
        # fmt: off
        for number, reach, answers, is_same in (
            (2, "+44 117 496 0188", (), True),
            (3, "wilma@harbourmail.example", (), False),
            (4, " Wilma@HarbourMail.example ", (an_answer("phone", "(0117) 496-0188"),), False),
            (5, "+441174960189", (), False),
        ):
            # fmt: on
            entry = self.take(number, reach=reach, answers=answers, name="W")
            self.assertEqual(entry == first, is_same, reach)
        self.assertEqual(Entry.objects.get(pk=self.take(3).pk).messages.count(), 2)
        answered = self.take(6, reach="", text="x", answers=(an_answer("email", "w@h.example"),))
        self.assertEqual(answered.email, "w@h.example")
        for more, code in (
            ({"text": " "}, "need_note"),
            ({"reach": "wilma"}, "need_reach"),
            ({"reach": ""}, "need_reach"),
        ):
            with self.assertRaises(NoteRefused) as caught:
                take_in(arrived(self.opened, 90, **more))
            self.assertEqual(caught.exception.code, code)
        self.assertFalse(take_in(arrived(self.opened, 91, site_key="nobody")))

    def test_new_words_open_it_again_for_who_had_it(self) -> None:
        for holder, state in (("", Entry.State.WAITING), ("person:ines", Entry.State.TAKEN)):
            Entry.objects.all().delete()
            entry = hand_to(self.take(1), holder, by="", at=AT) if holder else self.take(1)
            mark(entry, Entry.State.DONE, at=AT)
            again = self.take(2, text="And the front one", at=AT + timedelta(days=2))
            self.assertEqual((again.pk, again.state, again.unread), (entry.pk, state, True))
            self.assertEqual((again.begins, again.messages.count()), ("And the front one", 2))

    def test_taken_apart_two_people_at_one_address_have_an_entry_each(self) -> None:
        entry = self.take(1)
        self.take(2, name="Jonas", text="My gears", at=AT + timedelta(days=1))
        own = take_apart(Message.objects.get(client_id=uuid.UUID(int=1)), at=AT)
        entry.refresh_from_db()
        self.assertEqual(
            (own.name, own.messages.count(), entry.name, entry.begins), ("Wilma", 1, "Jonas", "My gears")
        )
        self.assertTrue(all(word in own.search for word in search_words("two spokes wilma")))
        self.assertNotIn("spokes", entry.search)
        self.assertEqual(take_apart(own.messages.get(), at=AT), own)

    def test_what_is_like_something_not_for_us_waits_apart_for_a_day(self) -> None:
        offer = "The first page of every search machine for 299 pounds: https://booster.example/offer"
        mark(self.take(1, text=offer), Entry.State.NOT_OURS, at=AT)
        Outgoing.objects.all().delete()
        like = self.take(2, reach="other@harbourmail.example", text="Look at https://www.booster.example/x")
        same = self.take(3, text="Still here?")
        self.take(4, reach="third@harbourmail.example", text="About averilcycles.example/hire: two bicycles?")
        self.assertEqual([each.state for each in (like, same)], [Entry.State.APART] * 2)
        self.assertEqual(Outgoing.objects.count(), 1)
        like.unread = False
        like.save()
        self.assertEqual(take_up_apart(at=AT + timedelta(hours=23)), [])
        take_up_apart(at=AT + timedelta(hours=25))
        for entry, state in ((like, Entry.State.NOT_OURS), (same, Entry.State.WAITING)):
            entry.refresh_from_db()
            self.assertEqual(entry.state, state)
        self.assertEqual(Outgoing.objects.count(), 2, "what nobody looked at is mailed after all")

    def test_kept_answers_are_mailed_as_the_owner_has_it(self) -> None:
        answers = (an_answer("email", "w@h.example", label="Email"),)
        for more, to in (
            ({}, []),
            ({"mails": "asked"}, ["ines@averilcycles.example"]),
            ({"mails": "named", "mail_to": ["desk@averilcycles.example"]}, ["desk@averilcycles.example"]),
        ):
            Outgoing.objects.all().delete()
            Entry.objects.all().delete()
            self.asks(**more)
            entry = self.take(1, app="whatsapp", reach="", text="", answers=answers)
            self.assertEqual(list(Outgoing.objects.values_list("to", flat=True)), to)
            self.assertEqual((entry.app, entry.begins), ("whatsapp", "w@h.example"))

    def test_a_bare_knock_opens_nothing(self) -> None:
        self.assertFalse(take_in(arrived(self.opened, 1, app="whatsapp", reach="", text="Two spokes")))
        self.assertFalse(Entry.objects.exists())

    def test_an_automatic_reply_carries_no_word_of_theirs_but_a_name(self) -> None:
        self.asks(reply={"en": "Hello {visitor|there}, thank you from {site}."})
        trick = "https://averilcycles.example/buy-pills-at-evil.example?x=cheap"
        for number, (name, mail, becomes, begins) in enumerate(
            (
                ("Marta Reis", "m@h.example", "sent", "Hello Marta Reis, thank you"),
                ("Marta Reis", "M@h.example", "often", ""),
                ("buy at evil.example", "n@h.example", "sent", "Hello there, thank you"),
                ("A\u202eB", "o@h.example", "sent", "Hello there, thank you"),
            )
        ):
            Outgoing.objects.all().delete()
            answers = (an_answer("words", name, key="name"), an_answer("email", mail))
            self.take(
                number + 1, app="whatsapp", name="", reach="", text="pills", address=trick, answers=answers
            )
            message = Message.objects.get(client_id=uuid.UUID(int=number + 1))
            self.assertEqual(message.auto_reply, becomes)
            if not begins:
                self.assertFalse(Outgoing.objects.exists())
                continue
            letter = Outgoing.objects.get()
            self.assertTrue(letter.text.startswith(begins), letter.text)
            for word in ("pills", "evil", "cheap", "\u202e"):
                self.assertNotIn(word, letter.text + letter.subject)
            self.assertIn("averilcycles.example", letter.text)

    def test_ten_thousand_posts_mail_thirty_replies_an_hour(self) -> None:
        self.asks(reply={"en": "Thank you."})
        for number in range(40):
            self.take(
                number + 1,
                app="whatsapp",
                reach="",
                text="",
                answers=(an_answer("email", f"g{number}@h.example"),),
            )
        self.assertEqual(Outgoing.objects.filter(to__endswith="@h.example").count(), 30)
        self.assertEqual(Message.objects.filter(auto_reply="many").count(), 10)

    def test_a_novel_and_marks_that_hide_are_kept_and_harmless(self) -> None:
        entry = self.take(1, text="\u202e\u200bשלום " + "x" * 200_000, name="=HYPERLINK(1)")
        message = entry.messages.get()
        self.assertEqual((len(message.text), entry.name), (5000, "=HYPERLINK(1)"))

    def test_deleted_after_as_long_as_the_card_said_or_the_business_now_says(self) -> None:
        entry = self.take(1)
        self.take(2, reach="later@harbourmail.example", at=AT + timedelta(days=2))
        for kept, days, deleted in ((90, 89.9, 0), (365, 89.9, 0), (90, 90.1, 1), (30, 32.1, 1)):
            self.opened.business.kept_days = kept
            self.opened.business.save()
            self.assertEqual(delete_old(at=AT + timedelta(days=days)), deleted, (kept, days))
        self.assertFalse(Entry.objects.filter(pk=entry.pk).exists())


class Limits(TestCase):
    def test_a_network_and_a_site_have_their_most_in_ten_minutes(self) -> None:
        def passes(site: str, address: str, seconds: int) -> bool:
            try:
                limit_notes(site, address, at=AT + timedelta(seconds=seconds))
            except TooOften:
                return False
            return True

        self.assertEqual(
            [passes("s", "2001:db8::1", at) for at in (0, 0, 0, 0, 0, 1, 599, 600, 601)],
            [True] * 5 + [False, False, True, True],
        )
        many = [passes("t", f"10.{n // 250}.{n % 250}.1", 700) for n in range(130) for _ in range(2)]
        self.assertFalse(passes("t", "10.0.5.1", 701), "the site has had its most")
        self.assertTrue(
            passes("t", "203.0.113.9", 702), "but whoever writes for the first time comes through"
        )
        self.assertTrue(all(many[::2]))
        self.assertEqual(many[1::2].count(True), 60)
        self.assertTrue(passes("t", "10.0.5.1", 1302), "ten minutes later the site takes more")
        self.assertFalse(Tries.objects.exclude(key__regex="^[0-9a-f]{64}$").exists())
        delete_old(at=AT + timedelta(hours=1))
        self.assertEqual(Tries.objects.count(), 0)
        for address, prefix in (
            ("203.0.113.77", "203.0.113.0/24"),
            ("2001:db8:0:1ff::1", "2001:db8:0:100::/56"),
            ("nonsense", ""),
        ):
            self.assertEqual(network_of(address), prefix)
