"""A key for each business, the roles as they are called now, and who did what."""

import django.db.models.deletion
import django.utils.timezone
from django.conf import settings
from django.db import migrations, models

import kindknock.accounts.models


def keys_and_roles(apps, schema_editor):
    for business in apps.get_model("accounts", "Business").objects.filter(key=None):
        business.key = kindknock.accounts.models.new_key()
        business.save(update_fields=["key"])
    apps.get_model("accounts", "Membership").objects.filter(role="member").update(role="answers")


class Migration(migrations.Migration):
    dependencies = [("accounts", "0007_guestbook")]

    operations = [
        migrations.AddField("business", "key", models.CharField(max_length=16, null=True)),
        migrations.AddField("business", "answers_see_all", models.BooleanField(default=False)),
        migrations.AddField(
            "membership",
            "since",
            models.DateTimeField(auto_now_add=True, default=django.utils.timezone.now),
            preserve_default=False,
        ),
        migrations.AddField("membership", "seen_at", models.DateTimeField(blank=True, null=True)),
        migrations.AlterField(
            "membership",
            "role",
            models.CharField(
                choices=[("owner", "Owner"), ("maker", "Maker"), ("answers", "Answers")],
                default="owner",
                max_length=10,
            ),
        ),
        migrations.RunPython(keys_and_roles, migrations.RunPython.noop),
        migrations.AlterField(
            "business",
            "key",
            models.SlugField(default=kindknock.accounts.models.new_key, max_length=16, unique=True),
        ),
        migrations.CreateModel(
            name="Deed",
            fields=[
                (
                    "id",
                    models.BigAutoField(auto_created=True, primary_key=True, serialize=False, verbose_name="ID"),
                ),
                ("at", models.DateTimeField()),
                ("name", models.CharField(blank=True, max_length=254)),
                ("code", models.CharField(max_length=30)),
                ("what", models.JSONField(default=dict)),
                (
                    "business",
                    models.ForeignKey(
                        on_delete=django.db.models.deletion.CASCADE,
                        related_name="deeds",
                        to="accounts.business",
                    ),
                ),
                (
                    "by",
                    models.ForeignKey(
                        blank=True,
                        null=True,
                        on_delete=django.db.models.deletion.SET_NULL,
                        related_name="+",
                        to=settings.AUTH_USER_MODEL,
                    ),
                ),
            ],
            options={
                "ordering": ["-at", "-pk"],
                "indexes": [models.Index(fields=["business", "-at", "-id"], name="deeds_of_a_business")],
            },
        ),
    ]
