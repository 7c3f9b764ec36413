"""Nothing is kept longer than its term, and no table is without one."""

from datetime import datetime, timedelta
from pathlib import Path
from typing import Any
from unittest.mock import patch
from uuid import uuid4

from django.apps import apps
from django.contrib.sessions.models import Session
from django.test import SimpleTestCase, TestCase
from django.utils import timezone
from procrastinate.contrib.django import app

from kindknock import clock
from kindknock.accounts.models import Deed, Notice, Outgoing, SignIn, Tries
from kindknock.doors.actions.open_business import Opened
from kindknock.doors.models import Release
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.people.models import Absence, Assistant, Closure, TimetableVersion
from kindknock.pictures.models import Picture
from kindknock.sites.models import Site

from ..models import BackupMade
from ..tasks import forget_what_is_old
from ..terms import RELEASES_STAY, TERMS, as_markdown, forget

NOW = timezone.now()
ROOT = Path(__file__).resolve().parents[3]


class Table(SimpleTestCase):
    def test_every_table_has_a_term_and_every_job_is_one(self) -> None:
        self.assertEqual({model._meta.label for model in apps.get_models()}, set(TERMS))
        app.perform_import_paths()
        standing = {task.task.name for task in app.periodic_registry.periodic_tasks.values()}
        self.assertLessEqual({term.job for term in TERMS.values() if term.job}, standing)
        self.assertIn("forget_what_is_old", standing)

    def test_the_privacy_page_has_it(self) -> None:
        """KK_PIN=1 writes it."""
        import os

        page = ROOT / "docs" / "privacy.md"
        text = page.read_text(encoding="utf-8")
        before, _, rest = text.partition("<!-- terms -->\n")
        _, _, after = rest.partition("<!-- /terms -->")
        made = f"{before}<!-- terms -->\n{as_markdown()}\n<!-- /terms -->{after}"
        if os.environ.get("KK_PIN"):
            page.write_text(made, encoding="utf-8")
        self.assertEqual(text, made)


class Forgetting(TestCase):
    opened: Opened
    site: Site

    @classmethod
    def setUpTestData(cls) -> None:
        cls.opened = a_business(an_owner())
        cls.site = cls.opened.site

    def old(self, days: float) -> Any:
        return NOW - timedelta(days=days)

    def a_letter(self, at: datetime) -> Outgoing:
        """Handed on then; the row itself says now."""
        made = Outgoing.objects.create(to="a@b.example", subject="", text="")
        Outgoing.objects.filter(pk=made.pk).update(at=at)
        return made

    def test_what_is_over_goes_and_what_is_not_stays(self) -> None:
        business = self.opened.business
        user = business.memberships.get().user
        person = Assistant.objects.create(business=business, key="p-old", name="Mara")
        for days, is_old in ((1, False), (3000, True)):
            at = self.old(days)
            made = [
                Deed.objects.create(business=business, by=None, name="", code="exported", at=at, what={}),
                self.a_letter(at),
                Notice.objects.create(
                    business=business, to="a@b.example", kind="note", at=at, due_at=at, sent_at=at
                ),
                SignIn.objects.create(
                    user=user, session_key=f"k{days}", mark="", browser="", at=at, seen_at=at
                ),
                Absence.objects.create(assistant=person, since=at - timedelta(hours=1), until=at),
                Closure.objects.create(
                    business=business, whose="shop", first_day=at.date(), last_day=at.date()
                ),
                BackupMade.objects.create(at=at, bytes=1, is_encrypted=True),
            ]
            for row in made:
                row.was_old = is_old  # type: ignore[attr-defined]
            self.rows = [*getattr(self, "rows", []), *made]
        yearly = Closure.objects.create(
            business=business, whose="shop", yearly=True, first_day=self.old(3000), last_day=self.old(3000)
        )
        Session.objects.create(session_key="s", session_data="", expire_date=self.old(1))
        Tries.objects.create(key=uuid4().hex, moments=[], until=self.old(1))
        gone = forget(at=NOW)
        for row in self.rows:
            with self.subTest(row._meta.label):
                self.assertEqual(type(row).objects.filter(pk=row.pk).exists(), not row.was_old)
                self.assertEqual(gone[row._meta.label], 1)
        self.assertTrue(Closure.objects.filter(pk=yearly.pk).exists(), "comes again each year")
        self.assertEqual((gone["sessions.Session"], gone["accounts.Tries"]), (1, 1))
        self.assertEqual(forget(at=NOW), {})

    def test_what_the_past_is_read_by_stays(self) -> None:
        """The newest releases, named ones, and the hours in force two years ago."""
        Release.objects.filter(site=self.site).delete()
        for number in range(1, RELEASES_STAY + 6):
            name = "before the move" if number == 2 else ""
            values = {"setup": {}, "changes": [], "name": name, "at": self.old(800)}
            Release.objects.create(site=self.site, number=number, **values)
        business = self.opened.business
        TimetableVersion.objects.filter(business=business).delete()
        for number, days in ((1, 1000), (2, 900), (3, 400), (4, 1)):
            values = {"what": {}, "document": {}, "at": self.old(days)}
            TimetableVersion.objects.create(business=business, number=number, **values)
        forget(at=NOW)
        numbers = self.site.releases.order_by("number").values_list("number", flat=True)
        self.assertEqual(list(numbers), [2, *range(6, RELEASES_STAY + 6)])
        versions = TimetableVersion.objects.filter(business=business).order_by("number")
        self.assertEqual([version.number for version in versions], [2, 3, 4])

    def test_a_picture_that_is_shown_anywhere_stays(self) -> None:
        def picture(key: str) -> Picture:
            return Picture.objects.create(
                business=self.opened.business,
                key=key,
                digest=key,
                width=1,
                height=1,
                came_bytes=1,
                removed_at=self.old(40),
            )

        shown, gone = picture("k7shown7shown"), picture("k7gone77gone7")
        door = self.opened.door
        door.parts = door.parts | {"looks": {"glyph_picture": shown.key}}
        door.save()
        self.assertEqual(forget(at=NOW), {"pictures.Picture": 1})
        self.assertTrue(Picture.objects.filter(pk=shown.pk).exists())
        self.assertFalse(Picture.objects.filter(pk=gone.pk).exists())

    def test_the_daily_job_does_it(self) -> None:
        Session.objects.create(session_key="s", session_data="", expire_date=self.old(-20))
        with patch.object(clock, "now", lambda: NOW + timedelta(days=21)):
            forget_what_is_old(0)
        self.assertFalse(Session.objects.exists())
