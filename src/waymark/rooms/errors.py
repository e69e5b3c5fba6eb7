"""The one error body, and how an error of ours or a refused model becomes one; nothing of the web in it."""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel

from waymark.core.errors import WaymarkError
from waymark.rooms.telling import tell

_BOUNDS = (("ge", "at least"), ("gt", "more than"), ("le", "at most"), ("lt", "less than"))


class ErrorBody(BaseModel):
    """The one error body."""

    code: str
    message: str
    field: str | None = None
    allowed: str | None = None
    kept: str | None = None


def body_of(error: WaymarkError) -> ErrorBody:
    """The body of one of our own errors."""
    allowed = None if error.allowed is None else tell(error.allowed)
    return ErrorBody(code=error.code, message=tell(error.said), field=error.field, allowed=allowed, kept=error.kept)


def body_of_validation(first: dict[str, Any]) -> ErrorBody:
    """The body of a refused model, from the first thing wrong with it."""
    place = ".".join(str(p) for p in first["loc"] if p not in ("body", "query", "path"))
    context = first.get("ctx") or {}
    bounds = [f"{word} {context[key]:g}" for key, word in _BOUNDS if isinstance(context.get(key), int | float)]
    expected = context.get("expected")
    allowed = ", ".join(bounds) or (str(expected) if expected else None)
    given = first.get("input")
    kept = None if isinstance(given, dict | list) else str(given)[:80]
    name = place.split(".")[-1].replace("_", " ") if place else "the request"
    return ErrorBody(code="input", message=f"{name}: {first['msg']}", field=place or None, allowed=allowed, kept=kept)
