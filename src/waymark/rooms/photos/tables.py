"""The table of photos."""

from __future__ import annotations

from datetime import datetime

from sqlalchemy import ForeignKey, LargeBinary, String
from sqlalchemy.orm import Mapped, deferred, mapped_column

from waymark.storage import Base, UtcTime


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
