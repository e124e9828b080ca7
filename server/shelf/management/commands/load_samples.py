"""Put the sample world on the shelf."""

from typing import Any

from django.core.management.base import BaseCommand

from server.places import DEMO
from server.shelf.actions import load_samples


class Command(BaseCommand):
    """Loads demo/*.oak.json."""

    help = __doc__ or ""

    def handle(self, *args: Any, **options: Any) -> None:
        """Load and say how many."""
        self.stdout.write(f"{load_samples(DEMO)} sample demonstrations on the shelf")
