from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("accounts", "0003_tries")]
    operations = [
        migrations.CreateModel(
            name="Outgoing",
            fields=[
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("to", models.CharField(max_length=254)),
                ("subject", models.CharField(max_length=300)),
                ("text", models.TextField()),
                (
                    "state",
                    models.CharField(
                        choices=[
                            ("waiting", "Waiting"),
                            ("sending", "Sending"),
                            ("sent", "Sent"),
                            ("in_doubt", "In Doubt"),
                        ],
                        default="waiting",
                        max_length=10,
                    ),
                ),
                ("at", models.DateTimeField(auto_now_add=True)),
            ],
        )
    ]
