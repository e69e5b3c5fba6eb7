"""What every room's routes lean on: the store of the running application, and the shape of an error."""

from __future__ import annotations

from typing import Annotated, Any

from fastapi import Depends, Path, Request
from pydantic import ValidationError

from waymark.core.errors import InputError
from waymark.rooms.errors import ErrorBody
from waymark.storage import Store


def refused(wrong: ValidationError) -> InputError:
    """A refused model as our own error, naming the place and keeping what stood there."""
    first = wrong.errors(include_url=False, include_context=False)[0]
    place = ".".join(str(p) for p in first["loc"])
    return InputError(f"{place}: {first['msg']}", field=place, kept=str(first.get("input"))[:80])


def _store(request: Request) -> Store:
    store: Store = request.app.state.store
    return store


# Keys are SQLite integers; a larger number is nobody's.
MOST_KEY = 2**53
Key = Annotated[int, Path(ge=1, le=MOST_KEY)]
StoreDep = Annotated[Store, Depends(_store)]
ERRORS: dict[int | str, dict[str, Any]] = {status: {"model": ErrorBody} for status in (400, 404, 409, 413, 422)}

__all__ = ["ERRORS", "MOST_KEY", "ErrorBody", "Key", "StoreDep", "refused"]
