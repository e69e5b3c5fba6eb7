"""How requests come into every room: text that can be kept, and bodies read where nobody else waits."""

from __future__ import annotations

import re
from collections.abc import Callable, Coroutine
from typing import Annotated, Any

from fastapi import APIRouter, Body, Request, Response
from fastapi.exceptions import RequestValidationError
from fastapi.routing import APIRoute
from pydantic import BaseModel, GetJsonSchemaHandler, ValidationError
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema, core_schema

from waymark.core.errors import InputError

# Half of a letter outside the basic plane: no text, and nothing that can be written down.
_LONE = re.compile("[\ud800-\udfff]")
# JSON can only spell one so.
_SPELT = re.compile(rb"\\u[dD][89a-fA-F]")


class TextRequest(Request):
    """A request whose JSON holds only text that can be kept."""

    async def json(self) -> Any:
        """The body; raises ``InputError`` naming the field that holds half a letter."""
        made = await super().json()
        if _SPELT.search(await self.body()):
            refuse_half_letters(made)
        return made


def refuse_half_letters(made: Any) -> None:
    """Raise ``InputError`` naming the dotted place of the first half letter in anything read from JSON."""
    waiting: list[tuple[str, Any]] = [("", made)]
    while waiting:
        place, it = waiting.pop()
        if isinstance(it, str):
            if _LONE.search(it):
                raise _half_letter(place)
        elif isinstance(it, dict):
            for key, value in it.items():
                if _LONE.search(key):
                    raise _half_letter(place)
                waiting.append((f"{place}.{key}".lstrip("."), value))
        elif isinstance(it, list):
            waiting += [(f"{place}.{i}".lstrip("."), value) for i, value in enumerate(it)]


def _half_letter(place: str) -> InputError:
    return InputError(
        "This text holds half a letter, which no file can keep.", field=place or None, allowed="whole letters"
    )


class _TextRoute(APIRoute):
    def get_route_handler(self) -> Callable[[Request], Coroutine[Any, Any, Response]]:
        handle = super().get_route_handler()

        async def text(request: Request) -> Response:
            return await handle(TextRequest(request.scope, request.receive))

        return text


def room_router(prefix: str, tag: str, responses: dict[int | str, dict[str, Any]]) -> APIRouter:
    """A room's router: its texts can be kept, its errors are the one error body."""
    return APIRouter(prefix=prefix, tags=[tag], responses=responses, route_class=_TextRoute)


class _Later:
    """The schema of a model, whose validation waits for ``checked``."""

    def __init__(self, model: type[BaseModel]) -> None:
        self.model = model

    def __get_pydantic_core_schema__(self, _source: Any, _handler: Any) -> CoreSchema:
        return core_schema.any_schema()

    def __get_pydantic_json_schema__(self, _core: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        return handler(self.model.__pydantic_core_schema__)


def unchecked_body(model: type[BaseModel]) -> Any:
    """The annotation of a body that is described as ``model`` and checked in the endpoint, off the event loop."""
    return Annotated[Any, Body(), _Later(model)]


def checked(model: type[BaseModel], body: Any) -> Any:
    """``body`` as ``model``; refused as the framework refuses one."""
    try:
        return model.model_validate(body)
    except ValidationError as wrong:
        found = [{**e, "loc": ("body", *e["loc"])} for e in wrong.errors(include_url=False)[:1]]
        raise RequestValidationError(found) from wrong
