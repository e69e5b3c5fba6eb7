"""The store: pragmas on every connection, migrations forward, moments with their zone."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta, timezone

import pytest
from alembic.autogenerate import compare_metadata
from alembic.migration import MigrationContext
from sqlalchemy import inspect, text
from sqlalchemy.exc import IntegrityError

from waymark.demo import demo_files
from waymark.rooms import riders, shelves
from waymark.storage import Base, Store, UtcTime

TABLES = {
    "riders",
    "fits",
    "fit_changes",
    "frames",
    "frame_sizes",
    "parts",
    "house_rules",
    "machines",
    "recordings",
    "recording_chunks",
    "photos",
    "rider_changes",
    "shelf_number",
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


def test_a_rider_that_goes_takes_the_files_along(demo_store: Store) -> None:
    with demo_store.writing() as session:
        session.execute(text("DELETE FROM riders WHERE name = 'Tamsin Orre'"))
    with demo_store.looking() as session:
        left = session.execute(
            text("SELECT count(*) FROM fit_changes m LEFT JOIN fits f ON f.id = m.fit_id WHERE f.id IS NULL")
        )
        assert left.scalar() == 0
        assert session.execute(text("SELECT count(*) FROM fits")).scalar() == len(demo_files()) - 1


def test_foreign_keys_are_held(store: Store) -> None:
    with pytest.raises(IntegrityError), store.writing() as session:
        session.execute(
            text(
                "INSERT INTO fit_changes (fit_id, number, made_at, by, asked, said, depth) VALUES (1, 1, '', '', '', '', 0)"
            )
        )


def test_a_failed_write_leaves_nothing(store: Store) -> None:
    with pytest.raises(RuntimeError), store.writing() as session:
        riders.add_rider(session, "Half", riders.Profile())
        raise RuntimeError
    with store.looking() as session:
        assert riders.rider_rows(session) == []


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
