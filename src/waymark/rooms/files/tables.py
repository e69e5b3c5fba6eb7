"""Tables of the fit files: the file with its newest content, and its append-only changes."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import ForeignKey, Index, LargeBinary, String
from sqlalchemy.orm import Mapped, mapped_column, relationship

from waymark.rooms.riders import RiderRow
from waymark.storage import ChangeColumns, OwnerColumns, UtcTime


class FitRow(OwnerColumns):
    """A fit file. ``content`` is the newest change's, packed, so that opening a file reads one row."""

    __tablename__ = "fits"

    id: Mapped[int] = mapped_column(primary_key=True)
    rider_id: Mapped[int] = mapped_column(ForeignKey("riders.id", ondelete="CASCADE"), index=True)
    title: Mapped[str] = mapped_column(String(160))
    made_at: Mapped[datetime] = mapped_column(UtcTime)
    changed_at: Mapped[datetime] = mapped_column(UtcTime)
    content: Mapped[bytes] = mapped_column(LargeBinary)
    rider: Mapped[RiderRow] = relationship(lazy="joined")


class FitChangeRow(ChangeColumns):
    """One change of a fit file."""

    __tablename__ = "fit_changes"
    __table_args__ = (Index("ix_fit_changes_fit_id_came_from", "fit_id", "came_from"),)

    fit_id: Mapped[int] = mapped_column(ForeignKey("fits.id", ondelete="CASCADE"), primary_key=True)
