"""The whole interface under generated requests: it answers as its description says and never with a 500."""

from __future__ import annotations

import json
from collections.abc import Iterator
from pathlib import Path

import pytest
import schemathesis
from hypothesis import HealthCheck, settings
from schemathesis.generation.feedback import FeedbackSources
from schemathesis.pytest._test_builder import build_operation_test
from schemathesis.schemas import BaseSchema

from tests.conftest import copied
from waymark.web import make_app

# As the description in the docs has them; that it is today's is tested in tests/contract.
DESCRIBED = json.loads((Path(__file__).parents[2] / "docs" / "openapi.json").read_text(encoding="utf-8"))
METHODS = ("get", "post", "put", "patch", "delete")
OPERATIONS = [(path, method) for path, has in DESCRIBED["paths"].items() for method in METHODS if method in has]
# Every bound of every field is tried, of the two largest questions a draw of cases: the search has properties of its own
# (tests/core), and each command is fuzzed by itself (tests/rooms/test_posts.py).
LARGE = ("/api/calc/search", "/api/fits/{fit_id}/changes")
# Of the thousands of single bounds broken one at a time one in four is sent, the same ones at every run.
SENT_OF = 4


@pytest.fixture(scope="module")
def schema(demo_file: Path, tmp_path_factory: pytest.TempPathFactory) -> Iterator[BaseSchema]:
    """The description of a room with the demo in it."""
    store = copied(demo_file, tmp_path_factory.mktemp("fuzz"))
    made = schemathesis.openapi.from_asgi("/api/openapi.json", make_app(store))
    # The description has no examples of its own.
    made.config.phases.examples.enabled = False
    yield made
    store.close()


@pytest.mark.parametrize(("path", "method"), OPERATIONS, ids=[f"{m} {p}" for p, m in OPERATIONS])
def test_no_request_breaks_the_house(schema: BaseSchema, path: str, method: str) -> None:
    # Made here and not while tests are collected: every worker would make the cases of all.
    schema.config.phases.coverage.enabled = path not in LARGE
    fuzzed = build_operation_test(
        config=schema.config,
        operation=schema[path][method],
        test_func=_sent,
        given_kwargs={},
        feedback=FeedbackSources(),
        explicit_settings=settings(
            max_examples=20 if path in LARGE else 4, deadline=None, suppress_health_check=list(HealthCheck)
        ),
    )
    bounds = getattr(fuzzed, "hypothesis_explicit_examples", ())[::SENT_OF]
    fuzzed.hypothesis_explicit_examples = bounds  # type: ignore[attr-defined]
    fuzzed()


def _sent(case: schemathesis.Case) -> None:
    # A search of the whole demo under absurd tolerances may take its time on a slow machine.
    answer = case.call(headers={"Host": "localhost"}, timeout=120)
    assert answer.status_code < 500, answer.text
    if answer.status_code >= 400 and "json" in answer.headers.get("content-type", [""])[0]:
        assert answer.json()["message"]
