from django.db import migrations, models


class Migration(migrations.Migration):

    dependencies = [
        ('accounts', '0012_counting'),
    ]

    operations = [
        migrations.AddField(
            model_name='business',
            name='goes_at',
            field=models.DateTimeField(blank=True, db_index=True, null=True),
        ),
    ]
