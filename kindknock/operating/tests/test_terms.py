"""Nothing is kept longer than its term, and no table is without one."""

from datetime import datetime, timedelta
from itertools import count
from pathlib import Path
from typing import Any
from unittest.mock import patch
from uuid import uuid4

from django.apps import apps
from django.contrib.postgres.fields import ArrayField
from django.contrib.sessions.models import Session
from django.db.models import (
    AutoField,
    BinaryField,
    BooleanField,
    CharField,
    DateField,
    DateTimeField,
    Field,
    ForeignKey,
    IntegerField,
    JSONField,
    Model,
    TextField,
)
from django.test import SimpleTestCase, TestCase
from django.utils import timezone
from procrastinate.contrib.django import app

from kindknock import clock
from kindknock.doors.actions.open_business import Opened
from kindknock.doors.models import Release
from kindknock.doors.tests.builders import a_business, an_owner
from kindknock.people.models import Closure, TimetableVersion
from kindknock.pictures.models import Picture
from kindknock.sites.models import Site

from ..tasks import forget_what_is_old
from ..terms import RELEASES_STAY, TERMS, as_markdown, forget, model_of

NOW = timezone.now()
NUMBERS = count(9000)
# What has a beginning and an end must end after it began.
VALUES: dict[type, Any] = {
    DateTimeField: lambda field, at: at - timedelta(hours=field.name == "since"),
    DateField: lambda field, at: at.date(),
    CharField: lambda field, at: uuid4().hex[: field.max_length],
    TextField: lambda field, at: "",
    JSONField: lambda field, at: {},
    ArrayField: lambda field, at: [],
    BooleanField: lambda field, at: False,
    BinaryField: lambda field, at: b"",
    IntegerField: lambda field, at: next(NUMBERS),
    Field: lambda field, at: None,
}
APART = {"doors.Release", "people.TimetableVersion", "pictures.Picture", "asked_again.QuestionGroup"}
"""Whose age is not all: below."""
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

    def a_row(self, model: type[Model], at: datetime) -> Model:
        """A row of any table, all of whose moments are `at`."""
        values: dict[str, Any] = {}
        for field in model._meta.concrete_fields:
            if isinstance(field, ForeignKey):
                related = field.related_model
                values[field.name] = related._default_manager.first() or self.a_row(related, at)
            elif field.choices:
                values[field.name] = next(iter(dict(field.flatchoices)))
            elif not isinstance(field, AutoField):
                kind = next(kind for kind in VALUES if isinstance(field, kind))
                values[field.name] = VALUES[kind](field, at)
        made = model._default_manager.create(**values)
        # Some moments are set by the row itself.
        moments = [field.name for field in model._meta.concrete_fields if isinstance(field, DateTimeField)]
        model._default_manager.filter(pk=made.pk).update(**{name: values[name] for name in moments})
        return made

    def test_a_busy_business_of_three_years_is_kept_for_its_terms_alone(self) -> None:
        tables = [name for name, term in TERMS.items() if term.old and name not in APART]
        days = [1, 3, 20, 60, 100, 300, 500, 900, 1100]
        rows = {name: [self.a_row(model_of(name), self.old(age)) for age in days] for name in tables}
        yearly = Closure.objects.create(
            business=self.opened.business,
            whose="shop",
            yearly=True,
            first_day=self.old(1100),
            last_day=self.old(1100),
        )
        gone = forget(at=NOW)
        for name in tables:
            with self.subTest(name):
                old = TERMS[name].old
                assert old is not None
                self.assertFalse(old(NOW).exists())
                kept = model_of(name)._default_manager.filter(pk__in=[row.pk for row in rows[name]]).count()
                self.assertEqual(kept + gone.get(name, 0), len(days))
                self.assertGreater(gone[name], 1, "some were old")
        self.assertTrue(Closure.objects.filter(pk=yearly.pk).exists(), "comes again each year")
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
