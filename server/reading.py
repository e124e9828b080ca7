"""The physics of the app as a page to read: the document in docs/ itself, with a place for each of its headings."""

from __future__ import annotations

from functools import lru_cache
from itertools import pairwise

from django.http import HttpRequest, HttpResponse
from django.shortcuts import render
from django.views.decorators.http import require_safe
from markdown_it import MarkdownIt

from server.places import PHYSICS


@require_safe
def physics(request: HttpRequest) -> HttpResponse:
    """What the core computes, and where each law comes from."""
    return render(request, "physics.html", {"body": _body(), "nonce": request.style_nonce})  # type: ignore[attr-defined]


@lru_cache(maxsize=1)
def _body() -> str:
    """The document as HTML; a heading's place is its words in small letters, joined by underscores."""
    reader = MarkdownIt("commonmark", {"html": False}).enable("table")
    tokens = reader.parse(PHYSICS.read_text(encoding="utf-8"))
    for opening, words in pairwise(tokens):
        if opening.type == "heading_open":
            opening.attrSet("id", "_".join(words.content.lower().split()))
    return str(reader.renderer.render(tokens, reader.options, {}))
