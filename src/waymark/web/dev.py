"""The application for ``make dev``, remade by the server whenever a file changes."""

from __future__ import annotations

import os
from pathlib import Path

from fastapi import FastAPI

from waymark.storage import open_store, upgrade
from waymark.web.app import make_app


def app() -> FastAPI:
    """The application on the store named by ``WAYMARK_DATA``."""
    store = open_store(Path(os.environ.get("WAYMARK_DATA", "var/waymark.sqlite3")))
    upgrade(store)
    return make_app(store)
