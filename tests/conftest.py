"""Ground of all tests: data kept apart from the user's, made-up cases the same in every run."""

import os
import tempfile

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")
os.environ["OAKSPIN_DATA"] = tempfile.mkdtemp(prefix="oakspin-test-")

from hypothesis import HealthCheck, settings

settings.register_profile(
    "oak", derandomize=True, deadline=None, max_examples=60, database=None, suppress_health_check=[HealthCheck.too_slow]
)
settings.load_profile("oak")
