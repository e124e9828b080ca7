"""Where things are on this computer, and what the environment may say about it.

OAKSPIN_DATA   folder for the database and the server's secret (default: data/ in the checkout)
"""

from __future__ import annotations

import os
import secrets
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
DATA = Path(os.environ.get("OAKSPIN_DATA", ROOT / "data"))
DEMO = ROOT / "demo"


def secret_key() -> str:
    """The server's own secret, made at the first start and kept beside the database."""
    DATA.mkdir(parents=True, exist_ok=True)
    kept = DATA / "secret"
    if not kept.is_file():
        kept.write_text(secrets.token_urlsafe(48), encoding="utf-8")
        kept.chmod(0o600)
    return kept.read_text(encoding="utf-8")
