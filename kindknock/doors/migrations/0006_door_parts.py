"""A door's parts move from a column each into one, so that a new part needs no migration."""

from typing import Any

from django.db import migrations, models

COLUMNS = (
    "says", "also", "looks", "pages", "for_whom", "arrives", "nudge", "opens_itself", "press", "plates", "overrides",
    "signposts", "remembers",
)
ANSWERS = ("people", "when_nobody", "off_duty", "takes_turns", "reply_minutes", "takes_notes")


def gather(apps: Any, schema_editor: Any) -> None:
    for door in apps.get_model("doors", "Door").objects.all():
        door.parts = {column: getattr(door, column) for column in COLUMNS} | door.answers
        door.save(update_fields=["parts"])


def spread(apps: Any, schema_editor: Any) -> None:
    for door in apps.get_model("doors", "Door").objects.all():
        for column in COLUMNS:
            if column in door.parts:
                setattr(door, column, door.parts[column])
        door.answers = {part: door.parts[part] for part in ANSWERS if part in door.parts}
        door.save()


class Migration(migrations.Migration):
    # Rows are moved and columns dropped in transactions of their own: PostgreSQL alters no table with changes pending.
    atomic = False
    dependencies = [("doors", "0005_showings")]
    operations = [
        migrations.AddField("door", "parts", models.JSONField(default=dict)),
        migrations.RunPython(gather, spread, atomic=True),
        *(migrations.RemoveField("door", name) for name in (*COLUMNS, "answers")),
    ]
