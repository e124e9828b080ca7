from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("drawer", "0002_used_parts")]

    operations = [
        migrations.AddField(
            model_name="drawerstate",
            name="motor",
            field=models.CharField(blank=True, default="", max_length=40),
        ),
    ]
