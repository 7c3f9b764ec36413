"""Answers by email, what becomes of them, handing on, next steps, everything about a person, the hook."""

import json
from datetime import timedelta
from smtplib import SMTPRecipientsRefused, SMTPServerDisconnected
from typing import Any
from unittest import mock

from django.test import TestCase

from kindknock.accounts.models import Outgoing
from kindknock.core.formats.csv_text import write_table
from kindknock.doors.actions.open_business import Opened
from kindknock.doors.tests.builders import a_business
from kindknock.guestbook.actions.answer import (
    AnswerRefused,
    Attached,
    answer_by_email,
    answered_in_app,
    send,
    send_again,
)
from kindknock.guestbook.actions.forget import about, forget_person
from kindknock.guestbook.actions.hand_over import NobodyThere, hand_to
from kindknock.guestbook.actions.tell_hook import WAITS, HookRefused, deliver_one, set_hook, try_hook
from kindknock.guestbook.actions.write_note import NoteRefused, set_next_step, tell_next_steps, write_note
from kindknock.guestbook.hook_post import signature_of
from kindknock.guestbook.models import Delivery, Entry, Hook, Message, Reply
from kindknock.guestbook.whom import hands_of, mine, name_of
from kindknock.people.actions.keep_assistant import add_assistant, remove_assistant
from kindknock.people.models import Assistant
from kindknock.sites.fetching import NotFetched

from .builders import AT, an_answer, an_entry

MAIL = "kindknock.guestbook.actions.answer"


class Answering(TestCase):
    opened: Opened
    entry: Entry
    ines: Assistant

    @classmethod
    def setUpTestData(cls) -> None:
        cls.opened = a_business()
        cls.ines = add_assistant(cls.opened.business, key="ines", name="Ines Calder")
        cls.ines.notice_email = "ines@averilcycles.example"
        cls.ines.save()
        cls.entry = an_entry(cls.opened, at=AT, answers=(an_answer("words", "Friday", label="Which day?"),))
        Outgoing.objects.all().delete()

    def answer(self, text: str = "Yes, come.", seen: int = 0, files: tuple[Attached, ...] = ()) -> Reply:
        return answer_by_email(
            self.entry,
            text,
            by="person:ines",
            reply_to="ines@averilcycles.example",
            name="Ines Calder",
            seen=seen,
            files=files,
            at=AT + timedelta(days=1),
        )

    def sent(self, reply: Reply, error: BaseException | None = None) -> Any:
        with mock.patch(f"{MAIL}.get_connection"), mock.patch(f"{MAIL}.EmailMessage") as letter:
            letter.return_value.send.side_effect = error
            send(reply.pk)
        reply.refresh_from_db()
        return letter

    def test_their_words_stand_below_and_replies_reach_who_answers(self) -> None:
        reply = self.answer(files=(Attached("price.pdf", "application/pdf", b"%PDF-1.7"),))
        letter = self.sent(reply)
        subject, body, _, to = letter.call_args.args
        self.assertEqual((subject, to), ("Your note to Averil Cycle Works", ["wilma@harbourmail.example"]))
        self.assertEqual(letter.call_args.kwargs["reply_to"], ["ines@averilcycles.example"])
        self.assertTrue(
            body.startswith("Yes, come.\n\nInes Calder\n\n> Two spokes.\n> Friday?\n> Which day? Friday")
        )
        letter.return_value.attach.assert_called_once_with("price.pdf", b"%PDF-1.7", "application/pdf")
        self.entry.refresh_from_db()
        self.assertEqual((reply.state, self.entry.holder), ("sent", "person:ines"))
        self.assertEqual(self.entry.touched_at, AT + timedelta(days=1))
        self.sent(reply).assert_not_called()

    def test_one_that_did_not_go_says_so_and_can_be_sent_again(self) -> None:
        for error, state, says in (
            (SMTPRecipientsRefused({}), "refused", "There is no mailbox at wilma@harbourmail.example"),
            (SMTPServerDisconnected(), "in_doubt", "The line broke"),
        ):
            with self.subTest(state):
                Reply.objects.all().delete()
                reply = self.answer()
                self.sent(reply, error)
                self.assertEqual(reply.state, state)
                self.assertIn(says, reply.error)
                send_again(reply, at=AT)
                self.sent(reply)
                self.assertEqual((reply.state, reply.error), ("sent", ""))

    def test_one_whose_worker_was_killed_is_in_doubt_and_not_sent_twice(self) -> None:
        reply = self.answer()
        with self.assertRaises(SystemExit):
            self.sent(reply, SystemExit())
        self.sent(reply).return_value.send.assert_not_called()
        self.assertEqual(reply.state, "in_doubt")
        send_again(reply, at=AT)
        self.sent(reply)
        self.assertEqual(reply.state, "sent")

    def test_a_second_answer_asks_and_bad_ones_are_refused(self) -> None:
        exe, page = Attached("holiday.pdf.exe", "", b"x"), Attached("a.SVG", "image/svg+xml", b"<svg/>")
        program = Attached("a.pdf", "application/pdf", b"MZ\x90")
        big = Attached("a.jpg", "image/jpeg", b"x" * 10_000_001)
        # fmt: off
        for text, seen, files, code in (
            (" ", 0, (), "empty"),
            ("x" * 20_001, 0, (), "long"),
            ("Yes", 0, (exe,), "program"),
            ("Yes", 0, (page,), "program"),
            ("Yes", 0, (program,), "program"),
            ("Yes", 0, (big,), "too_big"),
            ("Yes", 0, (Attached("a.txt", "", b""),) * 11, "many_files"),
        ):
            # fmt: on
            with self.subTest(code), self.assertRaises(AnswerRefused) as caught:
                self.answer(text, seen, files)
            self.assertEqual(caught.exception.code, code)
        self.answer()
        with self.assertRaises(AnswerRefused) as caught:
            self.answer()
        self.assertEqual((caught.exception.code, caught.exception.by), ("meanwhile", "person:ines"))
        with self.assertRaises(AnswerRefused):
            answered_in_app(self.entry, "Yes", app="sms", to="+441174960188", by="", seen=0, at=AT)
        self.answer(seen=1)
        opened = answered_in_app(self.entry, "Yes", app="sms", to="+441174960188", by="", seen=2, at=AT)
        self.assertEqual(opened.state, "opened")

    def test_handed_to_somebody_who_is_told_and_shown_by_name_after_they_left(self) -> None:
        rhys = add_assistant(self.opened.business, key="rhys", name="Rhys Pell")
        rhys.notice_email = "rhys@averilcycles.example"
        rhys.save()
        hand_to(self.entry, "person:rhys", by="person:ines", at=AT)
        letter = Outgoing.objects.get()
        self.assertEqual(
            (letter.to, letter.subject), (rhys.notice_email, "Handed to you at Averil Cycle Works")
        )
        self.assertIn(f"/guests/{self.entry.pk}", letter.text)
        self.assertIn("Ines Calder handed you", letter.text)
        remove_assistant(rhys, at=AT)
        hands = hands_of(self.opened.business)
        self.assertEqual(name_of(hands, "person:rhys"), "Rhys Pell")
        self.assertEqual(name_of(hands, "user:999"), "Somebody who left")
        for whom in ("person:rhys", "person:nobody", "user:1x"):
            with self.assertRaises(NobodyThere):
                hand_to(self.entry, whom, by="", at=AT)
        owner = self.opened.business.memberships.get().user
        self.assertEqual(
            mine(hands, owner), "person:ines", "whose notices come to the sign-in is that person"
        )

    def test_a_next_step_is_told_once_an_hour_before(self) -> None:
        when = AT + timedelta(days=2)
        set_next_step(self.entry, text="Look at the hub", when=when, whom="person:ines")
        letters = [tell_next_steps(at=when - timedelta(minutes=minutes)) for minutes in (61, 60, 30, 0)]
        self.assertEqual(letters, [0, 1, 0, 0])
        self.assertIn("Look at the hub", Outgoing.objects.get().text)
        set_next_step(self.entry, text=" ", when=when, whom="person:ines")
        self.assertEqual((self.entry.next_text, self.entry.next_at), ("", None))

    def test_notes_of_the_team(self) -> None:
        for text, code in ((" ", "empty"), ("x" * 4001, "long")):
            with self.assertRaises(NoteRefused) as caught:
                write_note(self.entry, text, by="", at=AT)
            self.assertEqual(caught.exception.code, code)
        write_note(self.entry, "Rim in stock", by="person:ines", at=AT)
        self.assertEqual(self.entry.notes.get().text, "Rim in stock")

    def test_everything_about_a_person_by_email_or_number_however_typed(self) -> None:
        other = an_entry(self.opened, 2, reach="0117 496 0188", text="Call me")
        for typed, entries in (
            ("Wilma@HarbourMail.example", (self.entry,)),
            ("+44 117 496 0188", (other,)),
            ("nobody@harbourmail.example", ()),
        ):
            found = about(self.opened.business, typed)
            assert found is not None
            self.assertEqual(found.entries, entries)
        self.assertIsNone(about(self.opened.business, "wilma"))
        found = about(self.opened.business, "wilma@harbourmail.example")
        assert found is not None
        self.assertEqual(forget_person(self.opened.business, found), 1)
        self.assertEqual((Entry.objects.get(), Message.objects.count()), (other, 1))
        self.assertNotIn("\n=", write_table([("=1+1",)]))

    def hooked(self, answers: list[str | NotFetched]) -> list[timedelta | None]:
        """How long until the next try, for each answer in turn, a day between them."""
        delivery, out = Delivery.objects.latest("pk"), []
        with mock.patch("kindknock.guestbook.actions.tell_hook.post_telling", side_effect=answers) as posted:
            for day in range(len(answers)):
                out.append(deliver_one(delivery.pk, at=AT + timedelta(days=day)))
            self.posted = posted
        return out

    def test_ones_own_systems_are_told_signed_tried_over_a_day_and_given_up(self) -> None:
        for address, code in (
            ("http://shop.example/in", "https"),
            ("ftp://shop.example", "https"),
            ("shop", "address"),
            ("https://a:b@shop.example", "address"),
        ):
            with self.assertRaises(HookRefused) as caught:
                set_hook(self.opened.business, address)
            self.assertEqual(caught.exception.code, code)
        hook = set_hook(self.opened.business, "https://shop.example/in")
        assert hook is not None
        an_entry(self.opened, 7, text="Two spokes", at=AT)
        body = Delivery.objects.get().body
        telling = json.loads(body)
        self.assertEqual((telling["what"], telling["words"]["text"]), ("came", "Two spokes"))
        self.assertEqual(self.hooked(["500 Oh", NotFetched("too_slow"), "200 OK"]), [*WAITS[:2], None])
        self.assertEqual(self.posted.call_args.kwargs["secret"], hook.secret)
        self.assertEqual(len(signature_of(hook.secret, 1, body)), 7 + 64)
        self.assertEqual((Delivery.objects.get().state, Delivery.objects.get().body), ("taken", ""))
        try_hook(hook, at=AT)
        self.assertEqual(self.hooked(["404 No"] * 7)[-1], None)
        self.assertEqual(Delivery.objects.latest("pk").state, "given_up")
        self.assertFalse(Hook.objects.get().is_on, "three days without one that was taken")
        self.assertEqual(Outgoing.objects.filter(subject__contains="no longer told").count(), 1)
        an_entry(self.opened, 8, reach="z@h.example", at=AT)
        self.assertEqual(Delivery.objects.count(), 2, "nothing more is told")
