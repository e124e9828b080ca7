"""Putting a copy of the database back, by hand: which there are, what is in each, one question before it is done."""

from __future__ import annotations

import argparse
import sqlite3
from collections.abc import Callable
from pathlib import Path

from server.keeping import copies, lock


class Refused(Exception):
    """Nothing was put back; the text says why, and what to do."""


def restore(words: list[str], folder: Path, ask: Callable[[str], str] = input) -> int:
    """Put back the copy that is named, or the one that is chosen from the list; returns the exit status.

    Raises ``Refused``.
    """
    parser = argparse.ArgumentParser(prog="oak restore", description="Put a copy of the database back.")
    parser.add_argument("copy", nargs="?", help="its name, as the list tells it (default: show the list and ask)")
    parser.add_argument("--yes", action="store_true", help="do not ask whether you are sure")
    options = parser.parse_args(words)
    found = copies.copies(folder)
    if not found:
        raise Refused(
            f"There is no whole copy in {folder / copies.FOLDER}. OAKSPIN_DATA says which folder is looked at."
        )
    for copy in found:
        print(f"  {copy.name:44} {copy.made_at:%Y-%m-%d %H:%M}   {copy.held}")
    name = options.copy or ask(f"Which one? [{found[0].name}] ").strip() or found[0].name
    chosen = next((copy for copy in found if copy.name == name), None)
    if chosen is None:
        raise Refused(f"There is no whole copy named {name}: choose one of those above.")
    if not options.yes:
        sure = ask(f"This shows the motors and trials of {name}; the present ones are kept aside. Go on? [y/N] ")
        if sure.strip().lower() not in {"y", "yes"}:
            print("Nothing was changed.")
            return 1
    try:
        with lock.held(folder, "oak restore"):
            aside = copies.restore(folder, chosen.path)
    except lock.InUse as error:
        raise Refused(f"Nothing was changed: {error}") from None
    except (copies.Damaged, OSError, sqlite3.Error) as error:
        raise Refused(f"Nothing was changed: {error}. Make room, or choose another copy.") from None
    print(f"{name} is back: {chosen.held}. What was there is kept as {aside.name}.")
    return 0
