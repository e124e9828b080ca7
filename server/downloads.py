"""Files that go out: named after what they hold."""

from __future__ import annotations

import re

from django.http import HttpResponse


def slug(title: str) -> str:
    """A title as part of a file name."""
    return re.sub(r"[^a-z0-9]+", "-", title.lower()).strip("-") or "demonstration"


def download(content: str | bytes, title: str, ending: str, kind: str) -> HttpResponse:
    """An answer that browsers keep as a file."""
    headers = {"Content-Disposition": f'attachment; filename="{slug(title)}.{ending}"'}
    return HttpResponse(content, content_type=kind, headers=headers)
