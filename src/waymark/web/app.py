"""Putting the application together."""

from __future__ import annotations

import gc
from collections.abc import AsyncIterator, Iterable, Mapping
from contextlib import asynccontextmanager
from pathlib import Path

from fastapi import FastAPI, Request
from fastapi.responses import FileResponse, JSONResponse, Response
from starlette.middleware.gzip import GZipMiddleware

from waymark import __version__
from waymark.devices import Instrument, simulated_instruments
from waymark.rooms.calc.routes import router as calc
from waymark.rooms.claims.routes import router as claims
from waymark.rooms.deps import ErrorBody
from waymark.rooms.documents.routes import calendar_router, position_router
from waymark.rooms.documents.routes import router as documents
from waymark.rooms.files import Desk, Registry, files_router
from waymark.rooms.fleet import router as fleet
from waymark.rooms.house_rules.routes import router as house
from waymark.rooms.instruments.bench import bench_of
from waymark.rooms.instruments.routes import router as instruments_router
from waymark.rooms.languages.routes import router as languages
from waymark.rooms.live import Live
from waymark.rooms.live.routes import router as live_router
from waymark.rooms.machines.routes import router as machines
from waymark.rooms.photos.routes import router as photos
from waymark.rooms.posts import registry
from waymark.rooms.posts.build.routes import router as builds
from waymark.rooms.posts.frame.routes import router as frames
from waymark.rooms.records.routes import router as records
from waymark.rooms.riders.routes import router as riders
from waymark.rooms.shelves.routes import router as shelves
from waymark.storage import Store
from waymark.web import errors
from waymark.web.guard import Guard
from waymark.web.reading import Reading

STATIC = Path(__file__).parent / "static"
FOREVER = "public, max-age=31536000, immutable"


def keep_what_is_loaded() -> None:
    """Tell the collector that what was made by loading stays: models and sentences are a hundred thousand objects, and to
    look through them all took a fifth of a second, in the middle of somebody's edit. Called once by whoever serves."""
    gc.collect()
    gc.freeze()


def make_app(
    store: Store,
    hosts: Iterable[str] = (),
    static: Path = STATIC,
    instruments: Mapping[str, Instrument] | None = None,
    posts: Registry | None = None,
    live: Live | None = None,
) -> FastAPI:
    """The application on ``store``.

    ``hosts`` are names beside the loopback it answers to; ``instruments`` the ones that are there, the simulated ones
    unless others are given; ``posts`` those of a file's trail, every one that is there unless others are given; ``live``
    another clock for links and trials than the wall's.
    """
    desk = Desk(store, posts or registry())

    @asynccontextmanager
    async def life(_: FastAPI) -> AsyncIterator[None]:
        yield
        app.state.live.close()
        store.close()

    app = FastAPI(
        title="Waymark",
        version=__version__,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        lifespan=life,
    )
    app.state.store = store
    app.state.desk = desk
    app.state.live = live or Live(store)
    app.state.instruments = simulated_instruments(bench_of(desk)) if instruments is None else dict(instruments)
    app.add_middleware(GZipMiddleware, minimum_size=1000, compresslevel=4)
    app.add_middleware(Reading)
    app.add_middleware(Guard, hosts=tuple(hosts))
    errors.install(app)
    _serve_rooms(app, desk)
    _serve_front(app, static.resolve())
    return app


def _serve_rooms(app: FastAPI, desk: Desk) -> None:
    """Every room's routes, as they are: included anew, each would be worked out once an application."""
    for router in (
        riders,
        records,
        fleet,
        builds,
        frames,
        files_router(desk.registry),
        photos,
        shelves,
        documents,
        calendar_router,
        position_router,
        live_router,
        machines,
        house,
        languages,
        instruments_router,
        calc,
        claims,
    ):
        app.router.routes.extend(router.routes)


def _file(static: Path, path: str) -> Path | None:
    """The built file of that name, if there is one; a name too long for any is none."""
    try:
        file = (static / path).resolve()
        return file if path and file.is_file() and static in file.parents else None
    except (OSError, ValueError):
        return None


def _serve_front(app: FastAPI, static: Path) -> None:
    @app.api_route("/api/{rest:path}", methods=["GET", "POST", "PUT", "PATCH", "DELETE"], include_in_schema=False)
    def unknown(rest: str) -> JSONResponse:
        body = ErrorBody(code="not_found", message="There is nothing here.", field="path", kept=rest[:80])
        return errors.answer(404, body)

    @app.get("/{path:path}", include_in_schema=False)
    def front(request: Request, path: str) -> Response:
        """Built files as they are; every other address is the front end's own."""
        if "\x00" in path:
            return errors.answer(404, ErrorBody(code="not_found", message="There is nothing here."))
        file = _file(static, path)
        if file is not None:
            cache = FOREVER if path.startswith("assets/") else "no-cache"
            return FileResponse(file, headers={"Cache-Control": cache})
        index = static / "index.html"
        if not index.is_file():
            return errors.answer(
                503, ErrorBody(code="not_built", message="The screens are not built yet: run make setup.")
            )
        return FileResponse(index, headers={"Cache-Control": "no-cache"})
