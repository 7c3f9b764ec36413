"""Whether a migration lets the edition before go on: it must only add, and hold no big table for long.

What an edition no longer needs goes one edition later, by a migration that says so: `contracts = "why nothing
that still runs reads it"`. What can't be seen from outside (SQL, Python) says why it is harmless, in
`looked_at`.
"""

from collections.abc import Iterator, Mapping

from django.db import models
from django.db.migrations import Migration
from django.db.migrations import operations as op
from django.db.migrations.operations.base import Operation
from django.db.models.fields import NOT_PROVIDED

FIRST_EDITION: Mapping[str, str] = {
    "accounts": "0012",
    "answers": "0001",
    "asked_again": "0001",
    "doors": "0007",
    "footfall": "0006",
    "guestbook": "0005",
    "operating": "0000",
    "people": "0006",
    "pictures": "0001",
    "sites": "0012",
    "standins": "0003",
    "team": "0001",
}
"""The newest migration, by app, of what stood before anybody ran it: those are not looked at."""
BIG = {
    "footfall.event",
    "footfall.reading",
    "footfall.quartersum",
    "footfall.daysum",
    "guestbook.entry",
    "guestbook.message",
    "guestbook.reply",
    "asked_again.question",
    "accounts.deed",
    "accounts.notice",
    "accounts.outgoing",
    "doors.release",
}
"""Tables that grow with visits or years: nothing may hold them while it reads all of them."""
GONE = (op.RemoveField, op.DeleteModel, op.RenameField, op.RenameModel, op.AlterModelTable)
HELD = (op.AddIndex, op.AddConstraint, op.AlterUniqueTogether, op.AlterIndexTogether)


def faults_of(migration: Migration) -> Iterator[str]:
    """What is wrong with it, a sentence each."""
    contracts = bool(getattr(migration, "contracts", ""))
    looked_at = bool(getattr(migration, "looked_at", ""))
    made: set[str] = set()
    for each in migration.operations:
        if isinstance(each, op.CreateModel):
            made.add(each.name.lower())
        for fault in _faults(each, migration.app_label, made, contracts=contracts, looked_at=looked_at):
            yield f"{migration.app_label}.{migration.name}: {fault}"


def _faults(each: Operation, app: str, made: set[str], *, contracts: bool, looked_at: bool) -> Iterator[str]:
    name = str(getattr(each, "model_name", "")).lower()
    if name in made:
        # Nobody has rows in it, and nobody reads it yet.
        return
    is_big = f"{app}.{name}" in BIG
    if isinstance(each, GONE) and not contracts:
        yield (
            f"{each.describe()}: the edition before still reads it. Leave it for one edition, then say "
            "`contracts` in the migration that takes it out."
        )
    if isinstance(each, op.AddField) and _needs_a_value(each.field):
        yield (
            f"{each.describe()}: the edition before writes rows without it. Give it null=True or a "
            "db_default."
        )
    if isinstance(each, op.AlterField) and is_big and not looked_at:
        yield f"{each.describe()}: it may read all of a big table while it holds it. If not, say `looked_at`."
    if isinstance(each, HELD) and is_big and "Concurrently" not in type(each).__name__ and not looked_at:
        yield f"{each.describe()}: it holds a big table. Use AddIndexConcurrently, or validate later."
    if isinstance(each, op.RunSQL | op.RunPython) and not looked_at:
        yield f"{each.describe()}: nobody can see what it holds. Say in `looked_at` why it is harmless."


def _needs_a_value(field: "models.Field[object, object]") -> bool:
    if field.many_to_many:
        return False
    return not field.null and getattr(field, "db_default", NOT_PROVIDED) is NOT_PROVIDED


def is_new(migration: Migration) -> bool:
    """Whether it is of an edition after the first."""
    first = FIRST_EDITION.get(migration.app_label)
    return first is not None and migration.name[:4] > first
