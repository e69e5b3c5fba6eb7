"""The declarative base and the types every table shares."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any

from sqlalchemy import DateTime, MetaData
from sqlalchemy.engine import Dialect
from sqlalchemy.orm import DeclarativeBase
from sqlalchemy.types import TypeDecorator

# Named constraints, so that a migration can speak of them.
NAMES = {
    "ix": "ix_%(column_0_label)s",
    "uq": "uq_%(table_name)s_%(column_0_name)s",
    "ck": "ck_%(table_name)s_%(constraint_name)s",
    "fk": "fk_%(table_name)s_%(column_0_name)s_%(referred_table_name)s",
    "pk": "pk_%(table_name)s",
}


class Base(DeclarativeBase):
    """Base of every table."""

    metadata = MetaData(naming_convention=NAMES)


class UtcTime(TypeDecorator[datetime]):
    """A moment, kept as UTC. SQLite drops time zones, so they are put back on the way out."""

    impl = DateTime
    cache_ok = True

    def process_bind_param(self, value: datetime | None, dialect: Dialect) -> datetime | None:
        """To the store: refuse moments without a zone, keep the rest as UTC."""
        if value is None:
            return None
        if value.tzinfo is None:
            raise ValueError("a moment needs its time zone")
        return value.astimezone(UTC).replace(tzinfo=None)

    def process_result_value(self, value: Any, dialect: Dialect) -> datetime | None:
        """From the store: say that it is UTC."""
        return None if value is None else value.replace(tzinfo=UTC)
