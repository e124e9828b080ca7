"""Ground of all tests: data kept apart from the user's, made-up cases the same in every run."""

import os
import tempfile
from importlib.util import find_spec
from pathlib import Path

import pytest

ROOT = Path(__file__).resolve().parents[1]
NEEDED = ("numpy", "pydantic", "django", "ninja", "pytest_django", "hypothesis", "magpylib", "schemathesis", "playwright")  # fmt: skip

missing = [name for name in NEEDED if find_spec(name) is None]
if missing:
    pytest.exit(
        f"Packages that the tests need are not installed here: {', '.join(missing)}. Run  ./oak test  (it installs "
        "them into .venv), or after that  .venv/bin/python -m pytest  with words of your own.",
        returncode=4,
    )

os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")
os.environ["OAKSPIN_DATA"] = tempfile.mkdtemp(prefix="oakspin-test-")

from hypothesis import HealthCheck, settings  # noqa: E402

from tests.effort import LONG, effort  # noqa: E402

settings.register_profile(
    "oak",
    derandomize=True,
    deadline=None,
    max_examples=effort(20, 60),
    database=None,
    suppress_health_check=[HealthCheck.too_slow],
)
settings.load_profile("oak")


def pytest_collection_modifyitems(config: pytest.Config, items: list[pytest.Item]) -> None:
    """Leave out what runs with --long only."""
    if LONG:
        return
    left_out = [item for item in items if item.get_closest_marker("long")]
    if left_out:
        config.hook.pytest_deselected(items=left_out)
        items[:] = [item for item in items if item not in set(left_out)]


def pytest_collection_finish(session: pytest.Session) -> None:
    """Before anything runs: say what the chosen tests need and this checkout lacks."""
    from runner.browser import CHROMIUM

    folders = {item.path.relative_to(ROOT).parts[1] for item in session.items if item.path.is_relative_to(ROOT)}
    if folders & {"server", "browser"} and not (ROOT / "web" / "dist" / "index.html").is_file():
        pytest.exit("The pages are not built, and these tests serve them: run  ./oak test  (it builds them).", 4)
    if "browser" in folders and not Path(CHROMIUM).is_file():
        pytest.exit(f"There is no {CHROMIUM} for the browser tests: run  ./oak test browser  (it installs it).", 4)
