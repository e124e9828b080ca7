"""The wall between server and web: what is written down is what is answered."""

import json
import os
from collections.abc import Iterator
from itertools import islice
from pathlib import Path

import pytest
import schemathesis
from django.core.management import call_command
from hypothesis import HealthCheck, given, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from oakspin import schema
from oakspin.classroom.file import schema as class_schema
from runner.live_server import LiveServer
from server.api import api
from tests.effort import effort

# Longer with ./oak test --long, and longer still with ./oak attack.
SYSTEMATIC = int(os.environ.get("OAK_ATTACK_SYSTEMATIC", effort("6", "120")))
RANDOM = int(os.environ.get("OAK_ATTACK_RANDOM", effort("2", "8")))
WORKFLOWS = int(os.environ.get("OAK_ATTACK_WORKFLOWS", effort("5", "15")))
CHECKS = (not_a_server_error, status_code_conformance, content_type_conformance, response_schema_conformance)
DOCS = Path(__file__).resolve().parents[2] / "docs"


@pytest.fixture(scope="module")
def server(tmp_path_factory: pytest.TempPathFactory) -> Iterator[LiveServer]:
    """A server of its own for requests of every kind."""
    running = LiveServer(tmp_path_factory.mktemp("contract"))
    yield running
    running.kill()


@pytest.fixture(scope="module")
def described() -> schemathesis.BaseSchema:
    """The API as its kept file describes it, which is the server's own description."""
    return schemathesis.openapi.from_path(DOCS / "api/openapi.json")


def test_the_kept_api_file_and_schema_are_fresh() -> None:
    hint = "stale: run ./oak generate"
    present = json.loads(json.dumps(api.get_openapi_schema(path_prefix="/api/")))
    assert json.loads((DOCS / "api/openapi.json").read_text(encoding="utf-8")) == present, hint
    assert json.loads((DOCS / "design.schema.json").read_text(encoding="utf-8")) == schema(), hint
    assert json.loads((DOCS / "class.schema.json").read_text(encoding="utf-8")) == class_schema(), hint


def test_models_and_migrations_agree(db: None) -> None:
    call_command("makemigrations", check=True, dry_run=True, verbosity=0)


def hasten(case: schemathesis.Case) -> None:
    """A search of what can be built in five minutes finds out at once that nothing can."""
    if isinstance(case.body, dict) and isinstance(case.body.get("criteria"), dict):
        request = case.body["criteria"]
        if isinstance(request.get("minutes", 90), int | float):
            case.body = {**case.body, "criteria": {**request, "minutes": 5}}


def checked(case: schemathesis.Case, server: LiveServer) -> None:
    """One request; its answer is one of those written down for it, in the form that is written down."""
    # Heavy work may take long on a busy machine: what it answers is what is looked at here.
    hasten(case)
    answer = case.call(
        base_url=server.address, headers={"X-CSRFToken": server.token}, cookies={"csrftoken": server.token}, timeout=90
    )
    if answer.status_code != 405:  # of a method that no route has, no answer is written down
        case.validate_response(answer, checks=CHECKS)
    if answer.status_code >= 400 and case.method != "HEAD":
        assert {"title", "faults", "hint"} <= answer.json().keys(), case.as_curl_command()


@pytest.mark.slow
def test_systematic_requests_of_every_route_get_answers_that_are_written_down(
    described: schemathesis.BaseSchema, server: LiveServer
) -> None:
    tried, operations = 0, 0
    for operation in (operation.ok() for operation in described.get_all_operations()):
        request = operation.schema.config.generation_for(operation=operation, phase="coverage")
        cases = operation.schema.iter_coverage_cases(
            operation, generation_modes=request.modes, generation_config=request
        )
        operations += 1
        for case in islice(cases, SYSTEMATIC):
            checked(case, server)
            tried += 1
    assert operations > 100
    assert tried > 0.8 * min(SYSTEMATIC, 20) * operations


@pytest.mark.slow
def test_random_requests_of_every_route_get_answers_that_are_written_down(
    described: schemathesis.BaseSchema, server: LiveServer
) -> None:
    tried = set()
    for operation in (operation.ok() for operation in described.get_all_operations()):

        @given(case=operation.as_strategy())
        @settings(max_examples=RANDOM, suppress_health_check=list(HealthCheck))
        def probe(case: schemathesis.Case) -> None:
            checked(case, server)

        probe()
        tried.add(operation.label)
    assert len(tried) >= 40


@pytest.mark.slow
def test_requests_that_follow_from_answers_get_answers_that_are_written_down(
    described: schemathesis.BaseSchema, server: LiveServer
) -> None:
    followed = set[str]()

    class Workflow(described.as_state_machine()):  # type: ignore[misc]
        def call(self, case: schemathesis.Case, **_: object) -> schemathesis.Response:
            followed.add(case.operation.label)
            hasten(case)
            return case.call(
                base_url=server.address, headers={"X-CSRFToken": server.token}, cookies={"csrftoken": server.token}
            )

        def validate_response(self, response: schemathesis.Response, case: schemathesis.Case, **_: object) -> None:
            if response.status_code != 405:
                case.validate_response(response, checks=CHECKS)

    Workflow.run(
        settings=settings(
            max_examples=WORKFLOWS, stateful_step_count=6, suppress_health_check=list(HealthCheck), deadline=None
        )
    )
    assert len(followed) >= 5


def test_no_route_answers_with_a_tuple() -> None:
    """A tuple of two would be taken for a status and its body."""
    views = [
        operation.view_func
        for _, router in api._routers
        for path in router.path_operations.values()
        for operation in path.operations
    ]
    assert len(views) > 40
    assert [view.__name__ for view in views if str(view.__annotations__.get("return")).startswith("tuple")] == []
