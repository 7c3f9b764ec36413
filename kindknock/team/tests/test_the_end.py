"""A business's own end: everything as a file that is read back, and closing it in two steps."""

import csv
import io
import json
import tempfile
import zipfile
from datetime import UTC, datetime, timedelta
from pathlib import Path

from django.core.management import CommandError, call_command
from django.test import TestCase

from kindknock.accounts.models import Business, Deed, Membership, Outgoing, User
from kindknock.doors.actions.another_business import another_business
from kindknock.doors.load import draft_of, published_of
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.footfall.models import Event
from kindknock.guestbook.models import Entry
from kindknock.guestbook.tests.builders import an_entry
from kindknock.pictures.actions.keep_picture import keep_picture
from kindknock.pictures.models import Picture
from kindknock.pictures.tests.test_pictures import a_picture

from ..actions.close_business import CHANGE_OF_MIND, close_business, delete_closed, keep_business
from ..actions.take_away import take_everything_away
from ..refusals import TeamRefused

AT = datetime(2026, 11, 27, 10, tzinfo=UTC)


class Base(TestCase):
    def setUp(self) -> None:
        self.ines = an_owner()
        self.opened = a_business(self.ines)
        self.business = self.opened.business
        self.picture = keep_picture(self.business, a_picture())
        self.entry = an_entry(self.opened)
        for number in range(3):
            Event.objects.create(
                client_id=f"00000000-0000-4000-8000-00000000000{number}",
                site=self.opened.site,
                kind="knocked",
                door=self.opened.door.key,
                path="/workshop",
                at=AT - timedelta(days=number // 2),
            )


class TakenAway(Base):
    def whole(self) -> zipfile.ZipFile:
        out = io.BytesIO()
        take_everything_away(self.business, out, at=AT)
        return zipfile.ZipFile(out)

    def test_all_of_it_is_there(self) -> None:
        whole = self.whole()
        about = json.loads(whole.read("about.json"))
        self.assertEqual((about["version"], about["name"]), (1, "Averil Cycle Works"))
        self.assertEqual([each["email"] for each in about["team"]], ["ines@averilcycles.example"])
        (line,) = whole.read("guestbook.jsonl").decode().splitlines()
        self.assertEqual(json.loads(line)["messages"][0]["text"], self.entry.messages.get().text)
        rows = list(csv.DictReader(io.StringIO(whole.read("counts.csv").decode())))
        pages = [row for row in rows if row["by"] == "page"]
        self.assertEqual(
            [(row["day"], row["name"], row["knocked"]) for row in pages],
            [("2026-11-26", "/workshop", "1"), ("2026-11-27", "/workshop", "2")],
        )
        (number,) = [
            each["number"] for each in json.loads(whole.read(f"releases/{self.opened.site.key}.json"))
        ]
        self.assertEqual(number, 1)
        names = [name for name in whole.namelist() if name.startswith("pictures/")]
        self.assertEqual([name.split("/")[1].partition(".")[0] for name in names], [self.picture.key])
        self.assertTrue(whole.read(names[0]))

    def test_a_setup_in_it_is_read_back(self) -> None:
        other = another_business(self.ines, name="Harbour Hire", at=AT)
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "everything.zip"
            with file.open("wb") as out:
                take_everything_away(self.business, out, at=AT)
            call_command("kindknock_setup", "import", other.key, str(file))
            with self.assertRaisesMessage(CommandError, self.opened.site.key):
                call_command("kindknock_setup", "import", other.key, str(file), of="nothing")
        (door,) = draft_of(other).doors
        self.assertEqual([each.address for each in door.channels], ["+441174960123"])

    def test_nothing_of_another_business_is_in_it(self) -> None:
        other = a_business(an_owner("tomasz@h.example"), host="", typed="+44 117 496 0777")
        an_entry(other, text="Of another business altogether")
        whole = self.whole()
        text = b"".join(whole.read(name) for name in whole.namelist() if not name.startswith("pictures/"))
        self.assertNotIn(b"altogether", text)
        self.assertNotIn(b"0777", text)


class Closed(Base):
    def close(self, name: str = "averil cycle works ") -> Business:
        return close_business(self.business, name=name, by=self.ines, at=AT)

    def test_its_buttons_go_now_and_all_of_it_in_seven_days(self) -> None:
        key = self.opened.site.key
        self.assertIsNotNone(published_of(key, at=AT))
        self.close()
        self.assertIsNone(published_of(key, at=AT))
        letter = Outgoing.objects.latest("pk")
        self.assertEqual(letter.subject, "Averil Cycle Works closes on 4 December 2026")
        self.assertEqual(delete_closed(at=AT + CHANGE_OF_MIND - timedelta(minutes=1)), 0)
        self.assertEqual(delete_closed(at=AT + CHANGE_OF_MIND), 1)
        for left in (Business, Membership, Entry, Event, Picture, Deed):
            self.assertFalse(left.objects.exists(), left)
        self.assertTrue(User.objects.filter(pk=self.ines.pk).exists(), "a sign-in is its person's")
        self.assertEqual(Outgoing.objects.latest("pk").subject, "Averil Cycle Works is gone from Kind Knock")

    def test_a_mind_that_changes_has_it_all_back(self) -> None:
        self.close()
        keep_business(self.business, by=self.ines, at=AT + timedelta(days=6))
        self.assertIsNotNone(published_of(self.opened.site.key, at=AT))
        self.assertEqual(delete_closed(at=AT + timedelta(days=30)), 0)

    def test_only_an_owner_who_types_the_name(self) -> None:
        maker = an_owner("nils@h.example")
        Membership.objects.create(user=maker, business=self.business, role="maker")
        with self.assertRaises(TeamRefused) as caught:
            close_business(self.business, name="Averil Cycle Works", by=maker, at=AT)
        self.assertEqual(caught.exception.code, "not_owner")
        with self.assertRaises(TeamRefused) as caught:
            self.close("Harbour Hire")
        self.assertEqual(caught.exception.code, "other_name")
        self.business.refresh_from_db()
        self.assertIsNone(self.business.closes_at)
