from django.db import migrations, models
from django.db.models.deletion import CASCADE


class Migration(migrations.Migration):
    dependencies = [
        ("trials", "0002_trials_can_be_struck_out"),
    ]

    operations = [
        migrations.CreateModel(
            name="Recording",
            fields=[
                (
                    "trial",
                    models.OneToOneField(
                        on_delete=CASCADE,
                        primary_key=True,
                        related_name="recording",
                        serialize=False,
                        to="trials.trial",
                    ),
                ),
                ("table", models.TextField()),
            ],
        ),
    ]
