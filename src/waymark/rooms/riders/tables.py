"""The riders' tables: who they are now, and every change."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, ForeignKey, Index, String
from sqlalchemy.orm import Mapped, mapped_column

from waymark.storage import ChangeColumns, OwnerColumns, UtcTime


class RiderRow(OwnerColumns):
    """A rider; the profile is validated JSON."""

    __tablename__ = "riders"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(120))
    profile: Mapped[dict[str, Any]] = mapped_column(JSON)
    made_at: Mapped[datetime] = mapped_column(UtcTime)
    changed_at: Mapped[datetime] = mapped_column(UtcTime)


class RiderChangeRow(ChangeColumns):
    """One change of a rider's record."""

    __tablename__ = "rider_changes"
    __table_args__ = (Index("ix_rider_changes_rider_id_came_from", "rider_id", "came_from"),)

    rider_id: Mapped[int] = mapped_column(ForeignKey("riders.id", ondelete="CASCADE"), primary_key=True)
