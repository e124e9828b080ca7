"""What came of a class is called its results."""

from django.db import migrations


class Migration(migrations.Migration):
    """Rename both columns; undone by renaming them back."""

    dependencies = [("classes", "0002_what_came")]

    operations = [
        migrations.RenameField("schoolclass", "came", "results"),
        migrations.RenameField("schoolclass", "came_version", "results_version"),
    ]
