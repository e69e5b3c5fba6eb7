"""The tables of what was read along a trial."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from sqlalchemy import JSON, ForeignKey, LargeBinary
from sqlalchemy.orm import Mapped, mapped_column

from waymark.storage import Base, UtcTime


class RecordingRow(Base):
    """One sitting of a file's trial: its plan as it was begun, and when each run was begun, seconds from ``zero_s``."""

    __tablename__ = "recordings"

    id: Mapped[int] = mapped_column(primary_key=True)
    fit_id: Mapped[int] = mapped_column(ForeignKey("fits.id", ondelete="CASCADE"), index=True)
    trial: Mapped[int]
    made_at: Mapped[datetime] = mapped_column(UtcTime)
    zero_s: Mapped[float]
    plan: Mapped[dict[str, Any]] = mapped_column(JSON)
    begun: Mapped[list[Any]] = mapped_column(JSON)


class ChunkRow(Base):
    """Packets as they came, half a second or so at a time; nothing is ever written over."""

    __tablename__ = "recording_chunks"

    recording_id: Mapped[int] = mapped_column(ForeignKey("recordings.id", ondelete="CASCADE"), primary_key=True)
    number: Mapped[int] = mapped_column(primary_key=True)
    body: Mapped[bytes] = mapped_column(LargeBinary)
