"""What stands at the door: known hosts, own origins, proven writes, bounded bodies, strict headers."""

from __future__ import annotations

from collections.abc import Iterable
from ipaddress import ip_address
from urllib.parse import urlsplit

from fastapi import HTTPException
from starlette.datastructures import Headers, MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from waymark.rooms.deps import ErrorBody
from waymark.web.errors import answer

LOOPBACK = frozenset({"localhost", "127.0.0.1", "::1", "testserver"})
PORTS = {"http": 80, "https": 443}
# Whoever writes from a script without a body of JSON shows with it that no foreign page sends it.
PROOF = "waymark-request"
MOST_BYTES = 4_000_000
# A photo as a telephone makes it, and the form about it.
MOST_PHOTO_BYTES = 16_010_000
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


class Guard:
    """Refuses foreign hosts and origins, writes that nobody proves to be our own, and bodies over the bound.

    The loopback's names are answered to only from this machine; ``hosts`` are the others. What another site may send
    without asking first, a write without a body or a form, passes only with our own origin or with the header ``PROOF``,
    which no foreign page can set. Security headers are set on every answer, and nothing of the API is ever stored.
    """

    def __init__(self, app: ASGIApp, hosts: Iterable[str] = ()) -> None:
        self.app = app
        self.hosts = frozenset(h.lower().strip("[]") for h in hosts) - LOOPBACK

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Let a good request through."""
        if scope["type"] != "http":
            await self.app(scope, receive, send)
            return
        api = scope["path"].startswith("/api/")

        async def dressed(message: Message) -> None:
            if message["type"] == "http.response.start":
                headers = MutableHeaders(scope=message)
                for name, value in HEADERS.items():
                    headers.setdefault(name, value)
                if api:
                    headers["Cache-Control"] = "no-store"
            await send(message)

        most = MOST_PHOTO_BYTES if scope["path"].endswith("/photos") else MOST_BYTES
        wrong = self._refusal(Headers(scope=scope), scope, most)
        if wrong is not None:
            await answer(*wrong)(scope, receive, dressed)
            return
        await self.app(scope, _bounded(receive, most), dressed)

    def _refusal(self, headers: Headers, scope: Scope, most: int) -> tuple[int, ErrorBody] | None:
        host = _place(headers.get("host", ""), "http")
        known = self.hosts | LOOPBACK if _from_here(scope.get("client")) else self.hosts
        if host is None or host[0] not in known:
            return 403, ErrorBody(
                code="host",
                message="This house is not known by that name.",
                field="Host",
                allowed="the loopback from this machine, or a name given with --name",
            )
        origin = headers.get("origin")
        if origin is not None and not _same_place(origin, headers.get("host", "")):
            return 403, ErrorBody(code="origin", message="Requests from other sites are refused.", field="Origin")
        if scope["method"] in ("GET", "HEAD", "OPTIONS"):
            return None
        json = headers.get("content-type", "").partition(";")[0].strip().lower() == "application/json"
        site = headers.get("sec-fetch-site", "none")
        if site not in ("same-origin", "none") or not (origin is not None or json or PROOF in headers):
            return 403, ErrorBody(
                code="proof",
                message="Nothing shows that this write comes from here.",
                field=PROOF,
                allowed=f"the house's own Origin, a body of JSON, or the header {PROOF}",
            )
        length = headers.get("content-length", "0")
        if not length.isdigit() or int(length) > most:
            return 413, _too_large(most)
        return None


def _from_here(client: tuple[str, int] | None) -> bool:
    """Whether a connection comes from this machine."""
    if client is None or client[0] == "testclient":
        return True
    try:
        address = ip_address(client[0].partition("%")[0])
    except ValueError:
        return False
    mapped = getattr(address, "ipv4_mapped", None)
    return address.is_loopback or bool(mapped and mapped.is_loopback)


def _place(host: str, scheme: str) -> tuple[str, int] | None:
    """Name and port of a host, None where it is none."""
    try:
        parts = urlsplit(f"//{host}")
        port = parts.port
    except ValueError:
        return None
    if not parts.hostname or parts.username or parts.path or parts.query:
        return None
    return parts.hostname.lower(), port or PORTS.get(scheme, 0)


def _same_place(origin: str, host: str) -> bool:
    """Whether an origin is just this host at its own port."""
    scheme, mark, rest = origin.partition("://")
    if not mark or scheme not in PORTS:
        return False
    there = _place(rest, scheme)
    return there is not None and there == _place(host, scheme)


def _too_large(most: int) -> ErrorBody:
    return ErrorBody(
        code="too_large",
        message="That is more than this house takes at once; nothing of it was read.",
        field="body",
        allowed=f"{most // 1_000_000} MB",
    )


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
