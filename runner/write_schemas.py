"""Write the published JSON Schema of designs and the OpenAPI description of the server."""

from __future__ import annotations

import json

import django

from runner.checking import SCHEMAS
from runner.environment import ROOT


def main() -> None:
    """Write all files, sorted and indented so that changes can be read."""
    django.setup()
    from oakspin.classroom.file import schema as class_schema
    from oakspin.design import schema
    from server.api import api

    contents = (schema(), class_schema(), api.get_openapi_schema(path_prefix="/api/"))
    for name, content in zip(SCHEMAS, contents, strict=True):
        path = ROOT / name
        path.parent.mkdir(parents=True, exist_ok=True)
        path.write_text(json.dumps(content, indent=1, ensure_ascii=False) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
