"""A note left at night: kept once, emailed to those who answer, deleted when it is time."""

import uuid
from datetime import UTC, datetime, timedelta
from typing import Any

from django.test import TestCase

from kindknock.accounts.actions.limit import TooOften
from kindknock.accounts.models import Membership, Outgoing, Tries
from kindknock.accounts.network import network_of
from kindknock.doors.actions.open_business import Opened
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.guestbook.actions.keep_note import delete_old_notes
from kindknock.guestbook.actions.leave_note import KEPT_DAYS, Left, NoteRefused, leave_note
from kindknock.guestbook.actions.limit_notes import limit_notes
from kindknock.guestbook.models import LeftNote

AT = datetime(2026, 11, 25, 23, tzinfo=UTC)


class LeftNotes(TestCase):
    opened: Opened

    @classmethod
    def setUpTestData(cls) -> None:
        cls.opened = a_business()
        Membership.objects.create(
            user=an_owner("tomasz@averilcycles.example"), business=cls.opened.business, role="member"
        )

    def left(self, **more: Any) -> Left:
        return Left(
            **{
                "client_id": uuid.UUID(int=1),
                "site_key": self.opened.site.key,
                "door": self.opened.door.key,
                "name": "Wilma",
                "reach": "wilma@harbourmail.example",
                "text": "Two spokes.",
                "address": "https://averilcycles.example/workshop",
                "title": "The workshop",
                "language": "en",
                "privacy_words": "",
                "at": AT,
                **more,
            }
        )

    def test_sent_again_it_is_kept_and_told_of_once(self) -> None:
        for _ in range(3):
            self.assertTrue(leave_note(self.left()))
        self.assertEqual(LeftNote.objects.count(), 1)
        letters = list(Outgoing.objects.values("to", "text"))
        self.assertEqual(
            sorted(letter["to"] for letter in letters),
            ["ines@averilcycles.example", "tomasz@averilcycles.example"],
        )
        self.assertTrue(
            all(
                "Two spokes." in letter["text"] and f"/notes/{self.opened.site.key}" in letter["text"]
                for letter in letters
            )
        )

    def test_what_answers_to_is_read_as_an_email_or_a_number(self) -> None:
        for at, (typed, kept) in enumerate(
            (("0117 496 0188", "+441174960188"), (" Wilma@HarbourMail.example ", "Wilma@harbourmail.example"))
        ):
            leave_note(self.left(client_id=uuid.UUID(int=at + 5), reach=typed))
            self.assertEqual(LeftNote.objects.get(client_id=uuid.UUID(int=at + 5)).reach, kept)
        for more, code in (
            ({"text": " "}, "need_note"),
            ({"reach": "wilma"}, "need_reach"),
            ({"reach": ""}, "need_reach"),
        ):
            with self.assertRaises(NoteRefused) as caught:
                leave_note(self.left(**more))
            self.assertEqual(caught.exception.code, code)
        self.assertFalse(leave_note(self.left(site_key="nobody")))

    def test_deleted_after_as_long_as_the_card_says(self) -> None:
        leave_note(self.left())
        leave_note(self.left(client_id=uuid.UUID(int=2), at=AT + timedelta(days=2)))
        self.assertEqual(delete_old_notes(at=AT + timedelta(days=KEPT_DAYS, seconds=-1)), 0)
        self.assertEqual(delete_old_notes(at=AT + timedelta(days=KEPT_DAYS, seconds=1)), 1)

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
        self.assertFalse(Tries.objects.filter(key__contains="203").exists())
        delete_old_notes(at=AT + timedelta(hours=1))
        self.assertEqual(Tries.objects.count(), 0)
        for address, prefix in (
            ("203.0.113.77", "203.0.113.0/24"),
            ("2001:db8:0:1ff::1", "2001:db8:0:100::/56"),
            ("nonsense", ""),
        ):
            self.assertEqual(network_of(address), prefix)
