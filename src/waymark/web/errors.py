"""One table from errors to statuses, one error body, never a 500 for what a person typed."""

from __future__ import annotations

from typing import Any

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from starlette.exceptions import HTTPException

from waymark.core.errors import (
    ConflictError,
    GeometryError,
    InputError,
    NotFoundError,
    WaymarkError,
)
from waymark.devices import DeviceError
from waymark.rooms.deps import ErrorBody

STATUS: tuple[tuple[type[WaymarkError], int], ...] = (
    (NotFoundError, 404),
    (ConflictError, 409),
    (GeometryError, 422),
    (InputError, 422),
    (DeviceError, 503),
)
_BOUNDS = (("ge", "at least"), ("gt", "more than"), ("le", "at most"), ("lt", "less than"))


def body_of(error: WaymarkError) -> ErrorBody:
    """The body of one of our own errors."""
    return ErrorBody(
        code=error.code, message=error.message, field=error.field, allowed=error.allowed, kept=error.kept
    )


def body_of_validation(first: dict[str, Any]) -> ErrorBody:
    """The body of a refused model, from the first thing wrong with it."""
    place = ".".join(str(p) for p in first["loc"] if p not in ("body", "query", "path"))
    context = first.get("ctx") or {}
    bounds = [
        f"{word} {context[key]:g}" for key, word in _BOUNDS if isinstance(context.get(key), int | float)
    ]
    expected = context.get("expected")
    allowed = ", ".join(bounds) or (str(expected) if expected else None)
    given = first.get("input")
    kept = None if isinstance(given, dict | list) else str(given)[:80]
    name = place.split(".")[-1].replace("_", " ") if place else "the request"
    return ErrorBody(
        code="input", message=f"{name}: {first['msg']}", field=place or None, allowed=allowed, kept=kept
    )


def answer(status: int, body: ErrorBody) -> JSONResponse:
    """An error as it is sent."""
    return JSONResponse(body.model_dump(exclude_none=True), status_code=status)


def install(app: FastAPI) -> None:
    """Put the table to work."""

    @app.exception_handler(WaymarkError)
    async def _ours(_: Request, error: WaymarkError) -> JSONResponse:
        status = next((s for kind, s in STATUS if isinstance(error, kind)), 400)
        return answer(status, body_of(error))

    @app.exception_handler(RequestValidationError)
    async def _validation(_: Request, error: RequestValidationError) -> JSONResponse:
        return answer(422, body_of_validation(error.errors()[0]))

    @app.exception_handler(HTTPException)
    async def _http(_: Request, error: HTTPException) -> JSONResponse:
        code = {404: "not_found", 413: "too_large"}.get(error.status_code, "request")
        return answer(error.status_code, ErrorBody(code=code, message=str(error.detail)))
