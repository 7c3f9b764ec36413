"""A whole business once more, with keys of its own, for somebody who only looks in: gone again after a
while.
"""

import uuid
from collections.abc import Iterator
from datetime import datetime
from typing import Any

from django.db import connection, models, transaction

from kindknock.accounts.models import Business, Membership, User
from kindknock.accounts.models import new_key as business_key
from kindknock.answers.models import Piece
from kindknock.asked_again.models import Question, QuestionGroup, QuestionsTaken
from kindknock.doors.models import Channel, Door, Release
from kindknock.footfall.models import CountedName, DaySum, QuarterSum
from kindknock.guestbook.models import Entry, Message, ReadyAnswer, Reply, TeamNote
from kindknock.people.models import Absence, Assistant, Closure, TimetableVersion, WorkingHours
from kindknock.pictures.models import Picture, PictureFile
from kindknock.sites.keys import new_key
from kindknock.sites.models import HeardPath, Host, Site

COPIED: tuple[tuple[type[models.Model], str], ...] = (
    (Assistant, "business"),
    (WorkingHours, "business"),
    (Closure, "business"),
    (Absence, "assistant__business"),
    (TimetableVersion, "business"),
    (Picture, "business"),
    (PictureFile, "picture__business"),
    (Site, "business"),
    (Host, "site__business"),
    (HeardPath, "host__site__business"),
    (Door, "site__business"),
    (Channel, "door__site__business"),
    (Release, "site__business"),
    (Piece, "site__business"),
    (Entry, "business"),
    (Message, "entry__business"),
    (Reply, "entry__business"),
    (TeamNote, "entry__business"),
    (ReadyAnswer, "business"),
    (QuestionGroup, "site__business"),
    (Question, "site__business"),
    (QuestionsTaken, "site__business"),
    (CountedName, "site__business"),
)
"""What is copied, each after what it hangs on, with the way to its business. Of what was counted the sums
alone; who belongs to it, what was sent and what is handed out by links are nobody else's.
"""
AT_ONCE = 500
COLUMNS = "site_id, dimension, at, name_id, seen, opened, knocked, missed"


def copy_business(
    business: Business, *, owner: User, goes_at: datetime, site_keys: dict[str, str]
) -> Business:
    """The copy, with `owner` as its only member, deleted after `goes_at`. `site_keys` names its sites' keys
    by those they are copied from.
    """
    with transaction.atomic():
        new = Business.objects.get(pk=business.pk)
        new.pk, new.key, new.calendar_token = None, business_key(), None
        new.goes_at, new._state.adding = goes_at, True
        new.save()
        Membership.objects.create(user=owner, business=new)
        _Copy(business, new, owner, site_keys).run()
    return new


class _Copy:
    """Rows of the old business to rows of the new; keys that stand in others' values go along."""

    def __init__(self, old: Business, new: Business, owner: User, site_keys: dict[str, str]) -> None:
        self.old, self.new, self.owner, self.site_keys = old, new, owner, site_keys
        self.rows: dict[tuple[type[models.Model], int], int] = {(Business, old.pk): new.pk}
        self.keys: dict[str, str] = {old.key: new.key}

    def run(self) -> None:
        for model, way in COPIED:
            self._name(model, way)
        for model, way in COPIED:
            self._copy(model, way)
        for model in (QuarterSum, DaySum):
            self._add_up(model)

    def _name(self, model: type[models.Model], way: str) -> None:
        """New keys for all that have one of their own everywhere, before any value that names them is
        copied.
        """
        if not any(field.name == "key" and field.unique for field in model._meta.fields):
            return
        for key in model._default_manager.filter(**{way: self.old}).values_list("key", flat=True):
            self.keys[key] = self.site_keys.get(key) or new_key()

    def _copy(self, model: type[models.Model], way: str) -> None:
        rows = list(model._default_manager.filter(**{way: self.old}).order_by("pk"))
        before = [row.pk for row in rows]
        for row in rows:
            for field in row._meta.fields:
                setattr(row, field.attname, self._value(row, field))
            row._state.adding = True
        made = model._default_manager.bulk_create(rows, batch_size=AT_ONCE)
        self.rows |= {(model, old): row.pk for old, row in zip(before, made, strict=True)}

    def _value(self, row: models.Model, field: "models.Field[Any, Any]") -> Any:
        value = getattr(row, field.attname)
        if field.primary_key:
            return None
        if isinstance(field, models.ForeignKey):
            to = field.related_model
            if to is User:
                return self.owner.pk if value is not None else None
            return self.rows.get((to, value)) if value is not None else None
        if isinstance(field, models.UUIDField):
            return uuid.uuid4()
        # A token opens something for whoever has it; it is nobody else's.
        return None if field.unique and field.null else self._renamed(value)

    def _renamed(self, value: Any) -> Any:
        if isinstance(value, str):
            return self.keys.get(value, value)
        if isinstance(value, list):
            return [self._renamed(each) for each in value]
        if isinstance(value, dict):
            return {self.keys.get(name, name): self._renamed(each) for name, each in value.items()}
        return value

    def _add_up(self, model: type[models.Model]) -> None:
        """Sums, of which there are many, without bringing them here."""
        table = model._meta.db_table
        with connection.cursor() as cursor:
            for old_site, new_site in self._pairs(Site):
                names = [(0, 0), *self._pairs(CountedName)]
                cursor.execute(
                    f"INSERT INTO {table} ({COLUMNS}) "  # noqa: S608
                    "SELECT %s, s.dimension, s.at, n.new, s.seen, s.opened, s.knocked, s.missed "
                    f"FROM {table} s JOIN unnest(%s::bigint[], %s::bigint[]) AS n(old, new) "
                    "ON n.old = s.name_id WHERE s.site_id = %s",
                    [new_site, [old for old, _ in names], [new for _, new in names], old_site],
                )

    def _pairs(self, model: type[models.Model]) -> Iterator[tuple[int, int]]:
        return ((old, new) for (of, old), new in self.rows.items() if of is model)
