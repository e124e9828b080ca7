"""The API to look at: its description drawn by the reader that ships with the API's own library, without network."""

from __future__ import annotations

import json
from pathlib import Path

import ninja
from django.http import FileResponse, Http404, HttpRequest, HttpResponse

STATIC = Path(ninja.__file__).parent / "static" / "ninja"
FILES = {
    "swagger-ui.css": "text/css",
    "swagger-ui-bundle.js": "text/javascript",
    "swagger-ui-init.js": "text/javascript",
}
SETTINGS = {"layout": "BaseLayout", "deepLinking": True, "url": "/api/openapi.json"}
PAGE = """<!DOCTYPE html>
<html lang="en">
<head>
<meta charset="utf-8">
<title>Oak Spin: its API</title>
<link rel="stylesheet" href="/api/docs/swagger-ui.css">
</head>
<body data-csrf-token="" data-api-csrf="">
<script type="application/json" id="swagger-settings">{settings}</script>
<div id="swagger-ui"></div>
<script src="/api/docs/swagger-ui-bundle.js"></script>
<script src="/api/docs/swagger-ui-init.js"></script>
</body>
</html>
"""


def page(request: HttpRequest) -> HttpResponse:
    """The API's description as a page."""
    return HttpResponse(PAGE.format(settings=json.dumps(SETTINGS)))


def asset(request: HttpRequest, name: str) -> FileResponse:
    """A file of the page. Raises ``Http404``."""
    if name not in FILES:
        raise Http404(name)
    return FileResponse((STATIC / name).open("rb"), content_type=FILES[name])
