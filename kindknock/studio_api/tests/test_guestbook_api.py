"""The guestbook through the API and on an assistant's phone page: lists, refusals, files, who sees what."""

from datetime import timedelta
from typing import Any
from unittest import mock

from django.core.files.uploadedfile import SimpleUploadedFile
from django.test import Client

from kindknock import clock
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.guestbook.actions.hand_over import hand_to
from kindknock.guestbook.actions.tell_hook import deliver_one
from kindknock.guestbook.models import Delivery, Entry
from kindknock.guestbook.tests.builders import an_answer, an_entry
from kindknock.people.actions.keep_assistant import add_assistant
from kindknock.people.actions.phone_page import phone_page
from kindknock.standins.models import Told

from .test_api import Base


class Guestbook(Base):
    def setUp(self) -> None:
        super().setUp()
        self.ines = add_assistant(self.opened.business, key="ines", name="Ines Calder")
        self.ines.notice_email = self.owner.email
        self.ines.save()
        self.wilma = an_entry(
            self.opened,
            1,
            person="ines",
            name="=SUM(1)",
            answers=(an_answer("words", "=1+1", label="Which day?"),),
        )

    def test_a_list_in_pages_by_view_and_by_words(self) -> None:
        now = clock.now()
        for number in range(2, 72):
            reach, at = f"guest{number}@harbourmail.example", now - timedelta(minutes=number)
            an_entry(self.opened, number, reach=reach, name=f"Guest {number}", text="A bell", at=at)
        seen, after = [], ""
        for _ in range(2):
            page = self.call("GET", f"/api/guestbook?after={after}")[1]
            seen += [row["id"] for row in page["entries"]]
            after = page["next"]
        self.assertEqual((len(seen), len(set(seen)), after), (71, 71, ""))
        for query, many in (
            ("view=mine", 1),
            ("view=nobody", 60),
            ("view=not_ours", 0),
            ("search=two+spokes", 1),
            ("search=GUEST+33", 1),
            ("search=50%25_", 0),
            ("search=bell&after=nonsense", 60),
        ):
            with self.subTest(query):
                page = self.call("GET", f"/api/guestbook?brief=true&{query}")[1]
                self.assertEqual((len(page["entries"]), page["sums"]), (many, None))
        sums = self.call("GET", "/api/guestbook")[1]["sums"]
        self.assertEqual((sums["waiting"], sums["mine"], sums["unread"]), (71, 1, 71))
        self.assertEqual(self.call("GET", "/api/guestbook?view=all")[0], 422)
        table = self.client.get("/api/guestbook.csv?search=spokes").content.decode()
        self.assertIn("Two spokes.", table)
        self.assertIn(",'=SUM(1),", table, "no spreadsheet takes a name for a formula")
        self.assertNotIn("Guest 5", table)
        cards = self.client.get("/api/guestbook.vcf?search=wilma").content.decode()
        self.assertEqual((cards.count("BEGIN:VCARD"), "wilma@harbourmail.example" in cards), (1, True))

    def test_what_is_done_with_one(self) -> None:
        path = f"/api/guestbook/{self.wilma.pk}"
        entry = self.call("GET", path)[1]
        self.assertEqual((entry["who"], entry["asked"], entry["unread"]), ("=SUM(1)", "Ines Calder", True))
        self.call("POST", f"{path}/look")
        step = {"text": "Ring", "day": "2026-12-01", "time": "14:30", "whom": "person:ines"}
        # fmt: off
        for method, at, body, status, member, value in (
            ("GET", "", {}, 200, "unread", False),
            ("POST", "/hand", {"whom": "person:ines"}, 200, "holder_name", "Ines Calder"),
            ("POST", "/hand", {"whom": "person:gone"}, 422, "code", "nobody_there"),
            ("POST", "/mark", {"state": "done"}, 200, "state", "done"),
            ("POST", "/mark", {"state": "waiting"}, 200, "state", "taken"),
            ("POST", "/mark", {"state": "lost"}, 422, "code", "value_refused"),
            ("POST", "/mark", {"state": "not_ours"}, 200, "state", "not_ours"),
            ("POST", "/notes", {"text": " "}, 422, "code", "empty"),
            ("PUT", "/next", step, 200, "next_at", "2026-12-01T14:30:00Z"),
            ("PUT", "/next", {**step, "time": "25:00"}, 422, "code", "time"),
            ("PUT", "/next", {**step, "whom": "user:0"}, 422, "code", "nobody_there"),
            ("PUT", "/next", {"text": ""}, 200, "next_text", ""),
            ("POST", "/opened", {"app": "sms", "text": "Yes", "seen": 0}, 404, "code", "not_found"),
        ):
            # fmt: on
            with self.subTest(method=method, at=at, body=body):
                found = self.call(method, path + at, body)
                self.assertEqual((found[0], found[1].get(member)), (status, value))
        noted = self.call("POST", f"{path}/notes", {"text": "Rim in stock"})[1]["notes"]
        self.assertEqual([(note["by"], note["text"]) for note in noted], [("Ines Calder", "Rim in stock")])
        self.assertEqual(self.call("DELETE", path)[0], 200)
        self.assertFalse(Entry.objects.exists())

    def answer(self, **more: Any) -> tuple[int, dict[str, Any]]:
        body = {"text": "Yes.", "seen": "0", **more}
        found = self.client.post(f"/api/guestbook/{self.wilma.pk}/answer", body)
        return found.status_code, found.json()

    def test_an_answer_with_files_and_those_that_are_refused(self) -> None:
        big = SimpleUploadedFile("a.jpg", b"x" * 10_000_001, "image/jpeg")
        program = SimpleUploadedFile("price.pdf.exe", b"MZ", "application/pdf")
        for more, code in (
            ({"text": " "}, "empty"),
            ({"files": [big]}, "too_big"),
            ({"files": [program]}, "program"),
            ({"seen": "x"}, "value_refused"),
        ):
            self.assertEqual(self.answer(**more)[1]["code"], code)
        price = SimpleUploadedFile("price list ü.pdf", b"%PDF-1.7", "application/pdf")
        status, entry = self.answer(files=[price])
        self.assertEqual((status, entry["replies"][0]["state"], entry["state"]), (200, "sending", "taken"))
        reply = entry["replies"][0]
        file = self.client.get(f"/api/replies/{reply['id']}/files/{reply['files'][0]['id']}")
        self.assertEqual((file.content, file["Content-Type"]), (b"%PDF-1.7", "application/octet-stream"))
        self.assertTrue(file["Content-Disposition"].startswith("attachment"))
        self.assertEqual(self.answer()[1]["code"], "meanwhile")

    def test_kept_days_ready_answers_everything_about_somebody(self) -> None:
        self.assertEqual(self.call("PUT", "/api/guestbook-kept", {"days": 7})[0], 422)
        self.assertEqual(self.call("PUT", "/api/guestbook-kept", {"days": 30})[1]["days"], 30)
        ready = [{"name": "", "text": "Hello {visitor|there}, from {assistant} at {site}."}]
        self.assertEqual(self.call("PUT", "/api/guestbook-ready", {"answers": ready * 21})[0], 422)
        self.assertEqual(self.call("PUT", "/api/guestbook-ready", {"answers": ready})[0], 200)
        stand = self.call("GET", "/api/guestbook-ready")[1]["answers"]
        hire, bare = {"name": "Hire", "text": "Bring a card."}, {"name": "Bare", "text": " "}
        sent = {"answers": [*stand, bare], "was": stand}
        self.assertEqual(self.call("PUT", "/api/guestbook-ready", sent)[1]["code"], "no_words")
        for was, answers, expected in (
            ([], [hire], [hire, *stand]),
            (stand, [], [hire]),
            ([hire], stand, stand),
        ):
            kept = self.call("PUT", "/api/guestbook-ready", {"answers": answers, "was": was})[1]["answers"]
            self.assertEqual(kept, expected, "what somebody else put in meanwhile stays")
        filled = self.call("GET", f"/api/guestbook/{self.wilma.pk}")[1]["ready"][0]["text"]
        self.assertEqual(filled, "Hello =SUM(1), from Ines Calder at Averil Cycle Works.")
        about = self.call("POST", "/api/guestbook-about", {"typed": "Wilma@harbourmail.example"})[1]
        self.assertEqual([row["id"] for row in about["entries"]], [self.wilma.pk])
        self.assertEqual(
            self.call("POST", "/api/guestbook-about", {"typed": "wilma"})[1]["code"], "not_a_reach"
        )
        file = self.client.get("/api/guestbook-about.json?typed=wilma@harbourmail.example").json()
        self.assertEqual(file["entries"][0]["messages"][0]["text"], "Two spokes.\nFriday?")
        gone = self.call("POST", "/api/guestbook-forget", {"typed": "wilma@harbourmail.example"})[1]
        self.assertEqual((gone["deleted"], Entry.objects.count()), (1, 0))

    def test_the_stand_in_receiver_is_told_and_no_other_address_of_this_machine(self) -> None:
        hook = self.call("GET", "/api/hook")[1]
        for address in (
            "http://localhost/x",
            "https://localhost/x",
            "https://127.0.0.1/x",
            "https://10.0.0.1/",
        ):
            self.call("PUT", "/api/hook", {"address": address})
            self.call("POST", "/api/hook/try")
        for delivery in Delivery.objects.all():
            deliver_one(delivery.pk, at=clock.now())
            delivery.refresh_from_db()
            self.assertEqual(delivery.answer, "not a public address")
        self.assertEqual(self.call("PUT", "/api/hook", {"address": hook["stand_in"]})[0], 200)
        signed = {"KK-Signature": "sha256=00", "KK-Time": "1"}
        answer = Client(enforce_csrf_checks=True).post(
            "/pretend/hook/", "{}", "application/json", headers=signed
        )
        self.assertEqual((answer.status_code, Told.objects.get().headers["KK-Signature"]), (204, "sha256=00"))
        self.assertContains(self.client.get("/pretend/hook/"), "sha256=00")


class OnThePhone(Base):
    def setUp(self) -> None:
        super().setUp()
        business = self.opened.business
        self.rhys = add_assistant(business, key="rhys", name="Rhys Pell")
        add_assistant(business, key="ines", name="Ines Calder")
        self.entry = an_entry(self.opened, 1)
        self.page = f"/in/{phone_page(self.rhys)}/guests"

    def status(self, entry: Entry) -> int:
        return self.client.get(f"{self.page}/{entry.pk}").status_code

    def test_theirs_and_nobodys_and_no_more(self) -> None:
        other = a_business(an_owner("else@averilcycles.example"), host="else.example")
        elsewhere = an_entry(other, 9, reach="x@h.example")
        hers = an_entry(self.opened, 2, reach="y@h.example", person="ines")
        self.assertEqual([self.status(each) for each in (self.entry, hers, elsewhere)], [200, 302, 302])
        hand_to(self.entry, "person:ines", by="", at=clock.now())
        hand_to(hers, "person:rhys", by="", at=clock.now())
        self.assertEqual([self.status(each) for each in (self.entry, hers)], [302, 200])
        self.assertContains(self.client.get(self.page), "You have it")

    def test_taken_answered_handed_back_and_done(self) -> None:
        path = f"{self.page}/{self.entry.pk}"
        self.assertContains(self.client.get(path), "once whoever keeps the business has put your email down")
        self.rhys.notice_email = "rhys@averilcycles.example"
        self.rhys.save()
        refused = self.client.post(path, {"act": "answer", "text": " ", "seen": "0"})
        self.assertContains(refused, "Write an answer first.")
        typed = "x" * 20_001
        self.assertContains(self.client.post(path, {"act": "answer", "text": typed, "seen": "0"}), typed)
        for act, state, holder in (
            ("take", Entry.State.TAKEN, "person:rhys"),
            ("back", Entry.State.WAITING, ""),
            ("answer", Entry.State.TAKEN, "person:rhys"),
            ("nonsense", Entry.State.TAKEN, "person:rhys"),
            ("done", Entry.State.DONE, "person:rhys"),
        ):
            with mock.patch("kindknock.guestbook.actions.answer.send_reply"):
                self.client.post(path, {"act": act, "text": "Bring it.", "seen": "0"})
            self.entry.refresh_from_db()
            self.assertEqual((self.entry.state, self.entry.holder), (state, holder), act)
        reply = self.entry.replies.get()
        self.assertEqual((reply.reply_to, reply.by), ("rhys@averilcycles.example", "person:rhys"))

    def test_words_for_something_somebody_else_took_are_shown_again(self) -> None:
        hand_to(self.entry, "person:ines", by="", at=clock.now())
        path = f"{self.page}/{self.entry.pk}"
        answer = self.client.post(path, {"act": "answer", "text": "Bring it & see.", "seen": "0"})
        self.assertContains(answer, "Bring it &amp; see.")
        self.assertContains(answer, "your answer did not go out")
        self.assertFalse(self.entry.replies.exists())

    def test_mails_are_stopped_by_a_press_and_not_by_looking(self) -> None:
        self.rhys.notice_email = "rhys@averilcycles.example"
        self.rhys.save()
        self.assertContains(self.client.get(self.page + "?stop=1"), "No more of them")
        self.rhys.refresh_from_db()
        self.assertTrue(self.rhys.notice_email)
        self.client.post(self.page, {"stop": "1"})
        self.rhys.refresh_from_db()
        self.assertEqual(self.rhys.notice_email, "")
