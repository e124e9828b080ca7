"""Where things are on this computer, and what the environment may say about it.

OAKSPIN_DATA   folder for the database, its copies and the server's secret (default: data/ in the checkout)
"""

from __future__ import annotations

import os
from pathlib import Path

from server.keeping import folder

ROOT = Path(__file__).resolve().parent.parent
DATA = Path(os.environ.get("OAKSPIN_DATA") or ROOT / "data").expanduser().absolute()
DATABASE = DATA / folder.DATABASE
DEMO = ROOT / "demo"
DESCRIPTION = ROOT / "docs" / "api" / "openapi.json"
PHYSICS = ROOT / "docs" / "physics.md"
BUILT = ROOT / "web" / "dist" / "index.html"
# The commands by which this program is started and a copy put back: an installed one has others.
START = os.environ.get("OAKSPIN_START", "./oak start")
RESTORE = os.environ.get("OAKSPIN_RESTORE", "./oak restore")


def secret_key() -> str:
    """The server's own secret, in the data folder, which is made where it is missing. Raises ``OSError``."""
    folder.private(DATA)
    return folder.secret_in(DATA)
