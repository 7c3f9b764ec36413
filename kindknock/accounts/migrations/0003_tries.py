import django.contrib.postgres.fields
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("accounts", "0002_words_and_calendar")]
    operations = [
        migrations.CreateModel(
            name="Tries",
            fields=[
                ("key", models.CharField(max_length=64, primary_key=True, serialize=False)),
                (
                    "moments",
                    django.contrib.postgres.fields.ArrayField(
                        base_field=models.DateTimeField(), size=None
                    ),
                ),
                ("until", models.DateTimeField(db_index=True)),
            ],
        ),
    ]
