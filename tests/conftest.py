"""Shared fixtures: stores in a temporary folder, empty or holding the demo, and clients on them."""

from __future__ import annotations

import gc
import os
import shutil
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from pathlib import Path

import pytest
from fastapi import FastAPI
from fastapi.testclient import TestClient
from hypothesis import HealthCheck, settings

from waymark.cli.main import seed
from waymark.rooms.files import Desk, Facts
from waymark.rooms.shelves import ShelfView, shelf_view
from waymark.rooms.shelves.view import known_shelves
from waymark.storage import Store, open_store, upgrade
from waymark.web import make_app

# `make test` draws the same cases every time, so that what passed passes again; `make explore` draws new ones, and more.
settings.register_profile(
    "house",
    deadline=None,
    derandomize=True,
    max_examples=60,
    suppress_health_check=[HealthCheck.function_scoped_fixture],
)
settings.register_profile(
    "explore", settings.get_profile("house"), derandomize=False, max_examples=200, print_blob=True
)
settings.load_profile(os.environ.get("WAYMARK_CASES", "house"))


# Pydantic's models and the screens' sentences are a hundred thousand objects that never go: looked through again and again
# they cost a tenth of the whole run.
gc.set_threshold(100_000, 50, 50)


def pytest_collection_finish() -> None:
    """What was made by loading stays to the end."""
    gc.collect()
    gc.freeze()


# What shows that a write without a body of JSON comes from here.
PROVEN = {"Waymark-Request": "1"}


@pytest.fixture(scope="session")
def demo_file(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """A store with the demo in it, made once; tests take copies."""
    path = tmp_path_factory.mktemp("demo") / "demo.sqlite3"
    store = open_store(path)
    upgrade(store)
    assert seed(store)
    store.close()
    return path


@pytest.fixture(scope="session")
def empty_file(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """An empty store, migrated once; tests take copies."""
    path = tmp_path_factory.mktemp("empty") / "waymark.sqlite3"
    store = open_store(path)
    upgrade(store)
    store.close()
    return path


@dataclass(frozen=True)
class Known:
    """What follows from the demo's files, worked out once: rooms on copies of it begin with that, as a room does that was
    open before. Of a file that is changed only what still holds is taken over."""

    shelf: ShelfView
    facts: Mapping[int, Facts]

    def put_into(self, store: Store, app: FastAPI) -> None:
        """Let a room that was just opened on a copy know it."""
        known_shelves[store.engine] = self.shelf
        for fit, facts in self.facts.items():
            app.state.desk.remember(fit, facts)


@pytest.fixture(scope="session")
def known(demo_file: Path) -> Known:
    """The demo looked at once on every post that takes long."""
    store = open_store(demo_file)
    app = make_app(store)
    desk: Desk = app.state.desk
    for line in desk.day_lines():
        for view in ("frame", "build"):
            desk.sheet(line.id, view)
    with store.looking() as session:
        made = Known(shelf_view(session), {line.id: desk.look(session, line.id).facts for line in desk.day_lines()})
    store.close()
    return made


def copied(made: Path, into: Path) -> Store:
    """A store of its own with what another one holds."""
    for file in made.parent.iterdir():
        shutil.copy(file, into / file.name)
    return open_store(into / made.name)


@pytest.fixture
def store(tmp_path: Path, empty_file: Path) -> Iterator[Store]:
    """An empty, migrated store."""
    made = copied(empty_file, tmp_path)
    yield made
    made.close()


@pytest.fixture
def demo_store(tmp_path: Path, demo_file: Path) -> Iterator[Store]:
    """A store of its own with the demo in it."""
    made = copied(demo_file, tmp_path)
    yield made
    made.close()


@pytest.fixture
def empty(store: Store) -> Iterator[TestClient]:
    """A client on an empty fit room."""
    with TestClient(make_app(store), raise_server_exceptions=False, headers=PROVEN) as client:
        yield client


@pytest.fixture
def demo(demo_store: Store, known: Known) -> Iterator[TestClient]:
    """A client on the demo."""
    app = make_app(demo_store)
    known.put_into(demo_store, app)
    with TestClient(app, raise_server_exceptions=False, headers=PROVEN) as client:
        yield client


@pytest.fixture
def first_look(demo_store: Store) -> Iterator[TestClient]:
    """A client on the demo in a room that knows nothing of it yet."""
    with TestClient(make_app(demo_store), raise_server_exceptions=False, headers=PROVEN) as client:
        yield client
