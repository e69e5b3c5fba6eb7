"""The house's table: one row a rule that was changed from its default."""

from __future__ import annotations

from typing import Any

from sqlalchemy import JSON, String
from sqlalchemy.orm import Mapped, mapped_column

from waymark.storage import Base


class HouseRow(Base):
    """A rule by name, and what the house made of it."""

    __tablename__ = "house_rules"

    name: Mapped[str] = mapped_column(String(60), primary_key=True)
    value: Mapped[Any] = mapped_column(JSON)
