"""Who reads an answer: in which unit and language its sentences are told."""

from __future__ import annotations

from urllib.parse import parse_qs

from starlette.datastructures import Headers
from starlette.types import ASGIApp, Receive, Scope, Send

from waymark.core.say import Reader, Unit
from waymark.rooms.telling import language, read_by

UNIT, LANGUAGE = "waymark-unit", "waymark-language"
UNITS: dict[str, Unit] = {"mm": "mm", "in": "in"}


class Reading:
    """Tells every answer as its reader asked: by the headers, or by ``unit`` in the address where a link cannot set any.

    What is not known is read in mm and in English; whoever asks is never refused for it.
    """

    def __init__(self, app: ASGIApp) -> None:
        self.app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Hand the request on, with its reader."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        headers = Headers(scope=scope)
        asked = parse_qs(scope["query_string"].decode("latin-1")).get("unit", [headers.get(UNIT, "")])[0]
        translate = language(headers.get(LANGUAGE, "en")) or str
        with read_by(Reader(UNITS.get(asked, "mm"), translate)):
            await self.app(scope, receive, send)
