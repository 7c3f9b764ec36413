import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models
from django.db.models import F


def long_since(apps, schema_editor):
    """Whoever is here already came by an address they use."""
    apps.get_model("accounts", "User").objects.update(proven_at=F("joined_at"))


class Migration(migrations.Migration):
    dependencies = [("accounts", "0004_outgoing")]
    operations = [
        migrations.AddField(
            model_name="user", name="proven_at", field=models.DateTimeField(blank=True, null=True)
        ),
        migrations.RunPython(long_since, migrations.RunPython.noop, elidable=True),
        migrations.AddField(
            model_name="outgoing",
            name="by",
            field=models.ForeignKey(
                blank=True,
                null=True,
                on_delete=django.db.models.deletion.CASCADE,
                related_name="+",
                to=settings.AUTH_USER_MODEL,
            ),
        ),
        migrations.AlterField(
            model_name="outgoing",
            name="state",
            field=models.CharField(
                choices=[
                    ("held", "Held"),
                    ("waiting", "Waiting"),
                    ("sending", "Sending"),
                    ("sent", "Sent"),
                    ("in_doubt", "In Doubt"),
                ],
                default="waiting",
                max_length=10,
            ),
        ),
    ]
