from django.db import migrations


class Migration(migrations.Migration):
    """The count of notes stands with all other counts now (accounts.Tries); it lasted ten minutes."""

    dependencies = [("guestbook", "0002_writing_rate")]
    operations = [migrations.DeleteModel(name="WritingRate")]
