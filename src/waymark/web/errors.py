"""One table from errors to statuses, one error body, the unforeseen too; never a trace in an answer."""

from __future__ import annotations

import logging
import re

from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import ValidationError
from sqlalchemy.exc import DBAPIError
from starlette.exceptions import HTTPException

from waymark.core.errors import (
    ConflictError,
    GeometryError,
    InputError,
    NotFoundError,
    TooLargeError,
    WaymarkError,
)
from waymark.devices import DeviceError
from waymark.rooms.errors import ErrorBody, body_of, body_of_validation

STATUS: tuple[tuple[type[WaymarkError], int], ...] = (
    (NotFoundError, 404),
    (ConflictError, 409),
    (GeometryError, 422),
    (InputError, 422),
    (TooLargeError, 413),
    (DeviceError, 503),
)
log = logging.getLogger(__name__)
# What the store says of itself, as a person would, and when to come again (seconds, 0: not by waiting).
_STORE: tuple[tuple[str, str, str, int], ...] = (
    (
        "locked",
        "busy",
        "The house is busy writing for somebody else. Nothing was changed; try again in a moment.",
        2,
    ),
    (
        "busy",
        "busy",
        "The house is busy writing for somebody else. Nothing was changed; try again in a moment.",
        2,
    ),
    ("full", "disk_full", "The disk is full. Nothing was changed; make room on it and try again.", 60),
    ("readonly", "read_only", "The store's file cannot be written to. Nothing was changed.", 0),
    (
        "malformed",
        "damaged",
        "The store's file is damaged. Nothing was changed; stop, and restore a backup.",
        0,
    ),
    (
        "not a database",
        "damaged",
        "The store's file is damaged. Nothing was changed; stop, and restore a backup.",
        0,
    ),
    ("disk i/o error", "disk", "The disk does not answer. Nothing was changed.", 5),
)
_UNFORESEEN = ErrorBody(
    code="unforeseen",
    message="Something went wrong here that nobody foresaw. Nothing was changed; what was typed is "
    "still on the screen.",
)
_HALF_LETTERS = re.compile("[\ud800-\udfff]")


def answer(status: int, body: ErrorBody, headers: dict[str, str] | None = None) -> JSONResponse:
    """An error as it is sent, whatever text stands in it."""
    said = {k: _HALF_LETTERS.sub("\ufffd", v) for k, v in body.model_dump(exclude_none=True).items()}
    return JSONResponse(said, status_code=status, headers=headers)


def body_of_store(error: DBAPIError) -> tuple[ErrorBody, int]:
    """What the store could not do, in words, and after how many seconds to try again; never its statement."""
    said = str(error.orig).lower()
    for part, code, message, again in _STORE:
        if part in said:
            return ErrorBody(code=code, message=message), again
    return _UNFORESEEN, 0


def install(app: FastAPI) -> None:
    """Put the table to work."""

    @app.exception_handler(WaymarkError)
    async def _ours(_: Request, error: WaymarkError) -> JSONResponse:
        status = next((s for kind, s in STATUS if isinstance(error, kind)), 400)
        return answer(status, body_of(error))

    @app.exception_handler(RequestValidationError)
    async def _validation(_: Request, error: RequestValidationError) -> JSONResponse:
        return answer(422, body_of_validation(error.errors()[0]))

    @app.exception_handler(ValidationError)
    async def _kept(_: Request, error: ValidationError) -> JSONResponse:
        # What came in good and would not be kept so, such as words longer than their place.
        return answer(422, body_of_validation(dict(error.errors(include_url=False)[0])))

    @app.exception_handler(DBAPIError)
    async def _store(_: Request, error: DBAPIError) -> JSONResponse:
        body, again = body_of_store(error)
        if body is _UNFORESEEN:
            log.error("the store failed", exc_info=error)
            return answer(500, body)
        return answer(503, body, {"Retry-After": str(again)} if again else None)

    @app.exception_handler(Exception)
    async def _unforeseen(_: Request, error: Exception) -> JSONResponse:
        return answer(500, _UNFORESEEN)

    @app.exception_handler(HTTPException)
    async def _http(_: Request, error: HTTPException) -> JSONResponse:
        # The framework wraps what goes wrong while it reads a body.
        if isinstance(error.__cause__, WaymarkError):
            return await _ours(_, error.__cause__)
        code = {404: "not_found", 413: "too_large"}.get(error.status_code, "request")
        return answer(error.status_code, ErrorBody(code=code, message=str(error.detail)))
