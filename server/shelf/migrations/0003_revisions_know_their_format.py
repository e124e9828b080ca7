"""Each revision says in which version of the design format it was written; all so far are of the first."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("shelf", "0002_ticks_and_times_that_can_be_restored")]

    operations = [
        migrations.AddField(
            model_name="revision",
            name="format_version",
            field=models.PositiveSmallIntegerField(default=1),
        ),
    ]
