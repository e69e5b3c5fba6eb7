"""The application for ``make dev``, remade by the server whenever a file changes."""

from __future__ import annotations

import os
from pathlib import Path

from fastapi import FastAPI

from waymark.storage import start_store
from waymark.web.app import make_app


def app() -> FastAPI:
    """The application on the store named by ``WAYMARK_DATA``."""
    return make_app(start_store(Path(os.environ.get("WAYMARK_DATA", "var/waymark.sqlite3"))))
