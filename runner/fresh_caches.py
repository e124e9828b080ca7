"""A plugin for pytest: every test starts with empty caches, so that coverage tells all that it reaches."""

from __future__ import annotations

import sys


def pytest_runtest_setup() -> None:
    """Empty every cache of the core."""
    for name, module in list(sys.modules.items()):
        if name.startswith("oakspin"):
            for value in list(vars(module).values()):
                clear = getattr(value, "cache_clear", None)
                if callable(clear):
                    clear()
