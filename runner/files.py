"""Files that commands read, and answers that they print."""

from __future__ import annotations

import json
import os
import sys
from collections.abc import Callable
from pathlib import Path
from typing import Any

from oakspin.design import Design, from_text
from oakspin.errors import Fault, OakSpinError, UnreadableDesign


def bytes_in(name: str) -> bytes:
    """What a file holds. Raises ``UnreadableDesign`` with the reason where it cannot be read."""
    try:
        return Path(name).read_bytes()
    except OSError as error:
        reason = error.strerror or "unreadable"
        raise UnreadableDesign(
            [Fault("/", f"{name} ({reason})", "a file that can be read", "Check its name and place.")]
        ) from None


def text_in(name: str) -> str:
    """The text that a file holds."""
    try:
        return bytes_in(name).decode("utf-8-sig")
    except UnicodeDecodeError:
        raise UnreadableDesign([Fault("/", name, "a text in UTF-8", "Save it as a CSV table in UTF-8.")]) from None


def design_in(name: str) -> Design:
    """The design in a file."""
    return from_text(bytes_in(name)).design


def answered(answer: Callable[[], Any]) -> int:
    """Print an answer as JSON and return 0; every fault is one line, and the status 2."""
    try:
        result = answer()
    except OakSpinError as error:
        print(error, file=sys.stderr)
        return 2
    try:
        print(json.dumps(result, indent=2, ensure_ascii=False, allow_nan=False), flush=True)
    except BrokenPipeError:
        # Whoever read it has read enough; what is left in the buffer has nowhere to go.
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
    return 0
