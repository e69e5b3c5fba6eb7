"""What stands at the door: known hosts, own origins, bounded bodies, strict headers."""

from __future__ import annotations

from collections.abc import Iterable
from urllib.parse import urlsplit

from fastapi import HTTPException
from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from waymark.rooms.deps import ErrorBody
from waymark.web.errors import answer

LOOPBACK = frozenset({"localhost", "127.0.0.1", "[::1]", "::1", "testserver"})
MOST_BYTES = 4_000_000
# A photo as a telephone makes it.
MOST_PHOTO_BYTES = 16_000_000
CSP = (
    "default-src 'none'; script-src 'self'; style-src 'self'; font-src 'self'; img-src 'self' data: blob:; "
    "connect-src 'self'; frame-src 'self'; manifest-src 'self'; base-uri 'none'; form-action 'self'; "
    "frame-ancestors 'self'"
)
HEADERS = {
    "Content-Security-Policy": CSP,
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Permissions-Policy": "camera=(), microphone=(), geolocation=()",
}


def _name(host: str) -> str:
    return (urlsplit(f"//{host}").hostname or "").lower()


class Guard:
    """Refuses foreign Host and Origin headers and bodies over the bound, and sets the security headers."""

    def __init__(self, app: ASGIApp, hosts: Iterable[str] = ()) -> None:
        self.app = app
        self.hosts = {h.lower().strip("[]") for h in (*LOOPBACK, *hosts)}

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Let a good request through."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return

        async def dressed(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                for name, value in HEADERS.items():
                    headers.setdefault(name, value)
            await send(message)

        most = MOST_PHOTO_BYTES if scope["path"].endswith("/photos") else MOST_BYTES
        wrong = self._refusal(Headers(scope=scope), scope["method"], most)
        if wrong is not None:
            await answer(*wrong)(scope, receive, dressed)
            return
        await self.app(scope, _bounded(receive, most), dressed)

    def _refusal(self, headers: Headers, method: str, most: int) -> tuple[int, ErrorBody] | None:
        host = _safe_name(headers.get("host", ""))
        if host not in self.hosts:
            return 403, ErrorBody(
                code="host", message="This house is not known by that name.", field="Host",
                allowed="the loopback, or a name given with --host",
            )  # fmt: skip
        origin = headers.get("origin")
        if (
            origin is not None
            and _safe_name(urlsplit(origin).netloc if "//" in origin else "") not in self.hosts
        ):
            return 403, ErrorBody(
                code="origin", message="Requests from other sites are refused.", field="Origin"
            )
        length = headers.get("content-length", "0")
        if method not in ("GET", "HEAD") and (not length.isdigit() or int(length) > most):
            return 413, _too_large(most)
        return None


def _safe_name(host: str) -> str:
    try:
        return _name(host)
    except ValueError:
        return ""


def _too_large(most: int) -> ErrorBody:
    return ErrorBody(
        code="too_large", message="That is more than this house takes at once; nothing of it was read.",
        field="body", allowed=f"{most // 1_000_000} MB",
    )  # fmt: skip


def _bounded(receive: Receive, most: int) -> Receive:
    seen = 0

    async def counted() -> Message:
        nonlocal seen
        message = await receive()
        seen += len(message.get("body", b""))
        if seen > most:
            # The framework lets this one through while it reads a body; the error table dresses it.
            raise HTTPException(413, _too_large(most).message)
        return message

    return counted
