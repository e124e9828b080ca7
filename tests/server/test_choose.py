"""Answers about a design are the core's own."""

from pydantic import TypeAdapter

from oakspin import advise, evaluate
from oakspin.kinds.kinds import KINDS
from oakspin.kinds.look import Look, spin
from tests.core.designs import LANTERN
from tests.server.conftest import DESIGN, Page


def test_the_verdict_is_the_core_s_with_parts_to_change_it_by(tab: Page) -> None:
    status, body = tab.ask("POST", "look", {"design": DESIGN})
    assert status == 200
    assert body["verdict"]["headline"] == evaluate(LANTERN).headline
    TypeAdapter(Look).validate_python(body)  # written without a check, it keeps to the described form all the same
    assert [part["id"] for part in body["parts"]] == ["battery", "magnets", "wire", "shape", "contacts", "bench"]


def test_advice_and_spin_are_the_core_s(tab: Page) -> None:
    assert [answer["sentence"] for answer in tab.ask("POST", "advice", DESIGN)[1]] == [
        advice.sentence for advice in advise(LANTERN)
    ]
    assert tab.ask("POST", "spin", DESIGN)[1]["angle"] == list(spin(LANTERN).angle)


def test_a_design_that_no_magnet_fits_is_refused_in_the_one_shape(tab: Page) -> None:
    weak = {**DESIGN, "magnets": {**DESIGN["magnets"], "count": 1, "thickness_mm": 0.5,
            "strength": {"by": "face_field", "face_field_mT": 790.0, "material": "neodymium"}}}  # fmt: skip
    status, problem = tab.ask("POST", "look", {"design": weak})
    assert status == 422
    assert problem["faults"][0]["field"] == "/magnets/strength/face_field_mT"
    assert "Measure again" in problem["faults"][0]["hint"]


def test_what_is_no_json_is_reported(tab: Page) -> None:
    answer = tab.client.post("/api/look", b"{", content_type="application/json", headers={"X-CSRFToken": tab.token})
    assert answer.status_code in {400, 422}
    assert answer.json()


def test_kinds_and_schema_are_offered(tab: Page) -> None:
    assert [kind["id"] for kind in tab.ask("GET", "kinds")[1]] == list(KINDS)
    assert tab.ask("GET", "schema")[1]["title"] == "Document"
