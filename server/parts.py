"""Which parts of the built front end a page shows: they are fetched beside its main script, not after it."""

from __future__ import annotations

import json
import re
from functools import lru_cache

from server.places import BUILT

MANIFEST = BUILT.parent / ".vite" / "manifest.json"
START, SHELF, MOTOR_PAGE = "src/start/Start.tsx", "src/shelf/Shelf.tsx", "src/shell/MotorPage.tsx"
PLACES = {"/": START, "/motors": SHELF}
STAGES = {name: f"src/{name}/{name.capitalize()}.tsx" for name in ("choose", "make", "run", "tune", "teach")}
MOTOR = re.compile(r"^/motor/(?P<id>[^/]+)(?:/(?P<stage>[^/]+))?$")


def parts_at(path: str) -> tuple[str, ...]:
    """Files under the built front end that the page at an address needs besides its main script; none where the build
    does not tell.
    """
    if path in PLACES:
        shown: tuple[str, ...] = (PLACES[path],)
    else:
        matched = MOTOR.match(path)
        shown = (MOTOR_PAGE, STAGES.get(matched["stage"] or "choose", MOTOR_PAGE)) if matched else ()
    return _files(shown, MANIFEST.stat().st_mtime_ns) if MANIFEST.is_file() else ()


@lru_cache(maxsize=16)
def _files(parts: tuple[str, ...], changed_ns: int) -> tuple[str, ...]:
    """The files of these parts and of all that they import, each once."""
    manifest = json.loads(MANIFEST.read_text(encoding="utf-8"))
    files: dict[str, None] = {}
    left = list(parts)
    while left:
        part = manifest.get(left.pop(0))
        if part and part["file"] not in files:
            files[part["file"]] = None
            left += part.get("imports", [])
    return tuple(files)
