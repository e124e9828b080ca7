"""The data folder itself: made private to its user, and told when it cannot be used."""

from __future__ import annotations

import os
import secrets
from pathlib import Path

DATABASE, SECRET = "oakspin.sqlite3", "secret"


def private(folder: Path) -> None:
    """Make the folder where it is missing; what is Oak Spin's own can be read by its user alone. Raises ``OSError``."""
    ours = not folder.exists() or any((folder / name).exists() for name in (DATABASE, SECRET))
    folder.mkdir(parents=True, exist_ok=True)
    if os.name != "nt" and ours and folder.stat().st_uid == os.getuid():
        folder.chmod(0o700)
        for path in folder.glob("**/*"):
            if path.is_file() and path.stat().st_mode & 0o077:
                path.chmod(0o600)


def secret_in(folder: Path) -> str:
    """The server's own secret, made at the first start; one that was damaged is made anew. Raises ``OSError``."""
    kept = folder / SECRET
    try:
        text = kept.read_text(encoding="utf-8") if kept.is_file() else ""
    except UnicodeDecodeError:
        text = ""
    if len(text) < 40:
        text = secrets.token_urlsafe(48)
        kept.write_text(text, encoding="utf-8")
        kept.chmod(0o600)
    return text
