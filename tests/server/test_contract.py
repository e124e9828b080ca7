"""The wall between server and web: what is written down is what is answered."""

import json
from collections.abc import Iterator
from pathlib import Path

import pytest
import schemathesis
from django.core.management import call_command
from hypothesis import HealthCheck, given, settings

from oakspin import schema
from runner.live_server import LiveServer
from server.api import api

DOCS = Path(__file__).resolve().parents[2] / "docs"


@pytest.fixture(scope="module")
def server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[LiveServer]:
    """A server of its own for requests of every kind."""
    running = LiveServer(tmp_path_factory.mktemp("contract"))
    yield running
    running.kill()


@pytest.fixture(scope="module")
def described(server: LiveServer) -> schemathesis.BaseSchema:
    """The API as the server itself describes it."""
    return schemathesis.openapi.from_url(f"http://127.0.0.1:{server.port}/api/openapi.json")


def test_the_kept_api_file_and_schema_are_fresh() -> None:
    hint = "stale: run ./oak generate"
    present = json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api/")))
    assert json.loads((DOCS / "api/openapi.json").read_text(encoding="utf-8")) == present, hint
    assert json.loads((DOCS / "design.schema.json").read_text(encoding="utf-8")) == schema(), hint


def test_models_and_migrations_agree(db: None) -> None:
    call_command("makemigrations", check=True, dry_run=True, verbosity=0)


@pytest.mark.slow
def test_any_request_gets_an_answer_that_is_written_down(
    described: schemathesis.BaseSchema, server: LiveServer
) -> None:
    tried = set()
    for operation in (operation.ok() for operation in described.get_all_operations()):

        @given(case=operation.as_strategy())
        @settings(max_examples=20, suppress_health_check=list(HealthCheck))
        def probe(case: schemathesis.Case) -> None:
            answer = case.call(headers={"X-CSRFToken": server.token}, cookies={"csrftoken": server.token})
            assert answer.status_code < 500, case.as_curl_command()
            assert str(answer.status_code) in case.operation.definition.raw["responses"]
            if answer.status_code >= 400:
                assert {"title", "faults", "hint"} <= answer.json().keys()

        probe()
        tried.add(operation.label)
    assert len(tried) >= 15
