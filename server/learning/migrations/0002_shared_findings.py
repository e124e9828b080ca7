"""What a motor's trials tell of what others share is called shared findings."""

import django.db.models.deletion
from django.db import migrations, models


def forget_learned(apps, schema_editor):
    """Answers kept under the old names; each is computed again when it is asked for."""
    apps.get_model("learning", "Learned").objects.all().delete()


class Migration(migrations.Migration):
    """Rename the table; undone by renaming it back."""

    dependencies = [("learning", "0001_what_trials_teach"), ("shelf", "0004_glances")]

    operations = [
        migrations.RunPython(forget_learned, migrations.RunPython.noop),
        migrations.RenameModel("Told", "SharedFindings"),
        migrations.AlterField(
            "sharedfindings",
            "demonstration",
            models.OneToOneField(
                on_delete=django.db.models.deletion.CASCADE,
                primary_key=True,
                related_name="findings",
                serialize=False,
                to="shelf.demonstration",
            ),
        ),
    ]
