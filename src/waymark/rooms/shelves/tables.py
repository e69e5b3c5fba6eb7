"""Tables of the shelves. A chart and a part's quantities are kept as validated JSON, one shape a kind."""

from __future__ import annotations

from typing import Any

from sqlalchemy import JSON, ForeignKey, String, UniqueConstraint
from sqlalchemy.orm import Mapped, mapped_column, relationship

from waymark.storage import Base


class FrameRow(Base):
    """A frame, all sizes of one geometry family."""

    __tablename__ = "frames"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(120), unique=True)
    kind: Mapped[str] = mapped_column(String(20))
    material: Mapped[str] = mapped_column(String(20))
    source: Mapped[str] = mapped_column(String(200))
    sizes: Mapped[list[FrameSizeRow]] = relationship(
        back_populates="frame", cascade="all, delete-orphan", order_by="FrameSizeRow.place"
    )


class FrameSizeRow(Base):
    """One size with its chart."""

    __tablename__ = "frame_sizes"
    __table_args__ = (UniqueConstraint("frame_id", "size", name="uq_frame_sizes_frame_id"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    frame_id: Mapped[int] = mapped_column(ForeignKey("frames.id", ondelete="CASCADE"))
    size: Mapped[str] = mapped_column(String(20))
    place: Mapped[int]
    chart: Mapped[dict[str, Any]] = mapped_column(JSON)
    facts: Mapped[dict[str, Any]] = mapped_column(JSON, default=dict, server_default="{}")
    frame: Mapped[FrameRow] = relationship(back_populates="sizes")


class PartRow(Base):
    """A part of one kind."""

    __tablename__ = "parts"
    __table_args__ = (UniqueConstraint("kind", "name", name="uq_parts_kind"),)

    id: Mapped[int] = mapped_column(primary_key=True)
    kind: Mapped[str] = mapped_column(String(12))
    name: Mapped[str] = mapped_column(String(120))
    spec: Mapped[dict[str, Any]] = mapped_column(JSON)


class ShelfNumberRow(Base):
    """How often anything on the shelves has changed; counted by the store itself, whoever writes."""

    __tablename__ = "shelf_number"

    id: Mapped[int] = mapped_column(primary_key=True)
    number: Mapped[int]
