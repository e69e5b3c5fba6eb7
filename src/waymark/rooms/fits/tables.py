"""Tables of the fit files: the file, its append-only revisions, and the marks each revision gave."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, Float, ForeignKey, ForeignKeyConstraint, LargeBinary, String
from sqlalchemy.orm import Mapped, deferred, mapped_column, relationship

from waymark.rooms.riders import RiderRow
from waymark.storage import Base, RevisionColumns, UtcTime


class FitRow(Base):
    """A fit file. ``head`` is the newest revision's number."""

    __tablename__ = "fits"

    id: Mapped[int] = mapped_column(primary_key=True)
    rider_id: Mapped[int] = mapped_column(ForeignKey("riders.id", ondelete="CASCADE"), index=True)
    title: Mapped[str] = mapped_column(String(160))
    head: Mapped[int]
    made_at: Mapped[datetime] = mapped_column(UtcTime)
    changed_at: Mapped[datetime] = mapped_column(UtcTime)
    rider: Mapped[RiderRow] = relationship(lazy="joined")


class RevisionRow(RevisionColumns):
    """One change of a fit file."""

    __tablename__ = "fit_revisions"

    fit_id: Mapped[int] = mapped_column(ForeignKey("fits.id", ondelete="CASCADE"), primary_key=True)
    state: Mapped[dict[str, Any]] = mapped_column(JSON)


class MarkRow(Base):
    """A mark of one layer as one revision had it."""

    __tablename__ = "fit_marks"
    __table_args__ = (
        ForeignKeyConstraint(
            ["fit_id", "number"], ["fit_revisions.fit_id", "fit_revisions.number"], ondelete="CASCADE"
        ),
    )

    fit_id: Mapped[int] = mapped_column(primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    layer: Mapped[str] = mapped_column(String(8), primary_key=True)
    mark: Mapped[str] = mapped_column(String(12), primary_key=True)
    x_mm: Mapped[float] = mapped_column(Float)
    y_mm: Mapped[float] = mapped_column(Float)


class PhotoRow(Base):
    """A photo of a file, re-encoded without anything the camera wrote beside the picture."""

    __tablename__ = "photos"

    id: Mapped[int] = mapped_column(primary_key=True)
    fit_id: Mapped[int] = mapped_column(ForeignKey("fits.id", ondelete="CASCADE"), index=True)
    caption: Mapped[str] = mapped_column(String(200))
    media_type: Mapped[str] = mapped_column(String(20))
    width: Mapped[int]
    height: Mapped[int]
    image: Mapped[bytes] = deferred(mapped_column(LargeBinary, nullable=False))
    made_at: Mapped[datetime] = mapped_column(UtcTime)
