"""The machines' table."""

from __future__ import annotations

from typing import Any

from sqlalchemy import JSON, String
from sqlalchemy.orm import Mapped, mapped_column

from waymark.storage import Base


class MachineRow(Base):
    """An indoor bike: its name, and its data in one validated shape."""

    __tablename__ = "machines"

    id: Mapped[int] = mapped_column(primary_key=True)
    name: Mapped[str] = mapped_column(String(80), unique=True)
    content: Mapped[dict[str, Any]] = mapped_column(JSON)
