"""The store: pragmas on every connection, migrations forward, moments with their zone."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta, timezone
from pathlib import Path

import pytest
from alembic import command
from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import inspect, text
from sqlalchemy.exc import IntegrityError

from waymark.demo import demo_files
from waymark.rooms import fits, riders, shelves
from waymark.storage import Base, Store, UtcTime, open_store, upgrade
from waymark.storage.migrate import config

TABLES = {
    "riders",
    "fits",
    "fit_revisions",
    "fit_marks",
    "frames",
    "frame_sizes",
    "parts",
    "house_rules",
    "photos",
    "rider_revisions",
}


def test_pragmas_hold_on_every_connection(store: Store) -> None:
    for _ in range(3):
        with store.looking() as session:
            assert session.execute(text("PRAGMA foreign_keys")).scalar() == 1
            assert session.execute(text("PRAGMA journal_mode")).scalar() == "wal"
            assert session.execute(text("PRAGMA busy_timeout")).scalar() == 5000


def test_models_and_migrations_describe_the_same_tables(store: Store) -> None:
    assert set(Base.metadata.tables) == TABLES
    with store.engine.connect() as connection:
        assert set(inspect(connection).get_table_names()) - {"alembic_version"} == TABLES
        found = compare_metadata(MigrationContext.configure(connection), Base.metadata)
    assert found == []


def test_every_earlier_version_comes_forward(tmp_path: Path) -> None:
    store = open_store(tmp_path / "old.sqlite3")
    for script in reversed(list(ScriptDirectory.from_config(config(store)).walk_revisions())):
        upgrade(store, script.revision)
        upgrade(store)
        with store.writing() as session:
            riders.add_rider(session, f"After {script.revision}", riders.Profile())
        command.downgrade(config(store), "base")
    upgrade(store)
    upgrade(store)
    store.close()


def test_a_rider_that_goes_takes_the_files_along(demo_store: Store) -> None:
    with demo_store.writing() as session:
        session.execute(text("DELETE FROM riders WHERE name = 'Tamsin Orre'"))
    with demo_store.looking() as session:
        left = session.execute(
            text("SELECT count(*) FROM fit_marks m LEFT JOIN fits f ON f.id = m.fit_id WHERE f.id IS NULL")
        )
        assert left.scalar() == 0
        assert session.execute(text("SELECT count(*) FROM fits")).scalar() == len(demo_files()) - 1


def test_foreign_keys_are_held(store: Store) -> None:
    with pytest.raises(IntegrityError), store.writing() as session:
        session.execute(text("INSERT INTO fit_marks VALUES (1, 1, 'now', 'hand', 0, 0)"))


def test_a_failed_write_leaves_nothing(store: Store) -> None:
    with pytest.raises(RuntimeError), store.writing() as session:
        riders.add_rider(session, "Half", riders.Profile())
        raise RuntimeError
    with store.looking() as session:
        assert riders.rider_rows(session) == []


def test_marks_of_every_revision_stay(demo_store: Store) -> None:
    with demo_store.writing() as session:
        fit = fits.fit_row(session, 1)
        before = session.execute(text("SELECT count(*) FROM fit_marks WHERE fit_id = 1")).scalar()
        fits.change(
            session, fit, fit.head, [fits.OneChange(path="goal.hand", value={"dx_mm": 1, "dy_mm": 1})]
        )
        after = session.execute(text("SELECT count(*) FROM fit_marks WHERE fit_id = 1")).scalar()
    assert after == 2 * before


def test_moments_keep_their_zone() -> None:
    kind = UtcTime()
    noon = datetime(2026, 3, 12, 12, tzinfo=timezone(timedelta(hours=2)))
    stored = kind.process_bind_param(noon, None)
    assert stored == datetime(2026, 3, 12, 10)
    assert kind.process_result_value(stored, None) == datetime(2026, 3, 12, 10, tzinfo=UTC)
    assert kind.process_bind_param(None, None) is None
    with pytest.raises(ValueError, match="zone"):
        kind.process_bind_param(datetime(2026, 3, 12), None)


def test_shelves_are_read_in_their_own_order(demo_store: Store) -> None:
    with demo_store.looking() as session:
        sizes = [s.size for _, s in shelves.frame_sizes(session) if s.frame == "Ostrel Drift"]
    assert sizes == ["XS", "S", "M", "L", "XL"]
