"""The screens' own texts in a language."""

from __future__ import annotations

from typing import Annotated

from fastapi import Path

from waymark.core.errors import NotFoundError
from waymark.rooms.deps import ERRORS
from waymark.rooms.doorway import room_router
from waymark.rooms.telling import screen_texts

router = room_router("/api/languages", "languages", ERRORS)


@router.get("/{code}", operation_id="language")
def texts(code: Annotated[str, Path(max_length=12, description="such as en")]) -> dict[str, str]:
    """Every text of the screens by its English words; raises ``NotFoundError`` for a language that is not here."""
    found = screen_texts(code)
    if found is None:
        raise NotFoundError("This language is not here.", field="code", kept=code)
    return found
