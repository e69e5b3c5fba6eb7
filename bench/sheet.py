"""Prints how long an edit takes from the request to the whole new sheet, with the demo shelves."""

from __future__ import annotations

import statistics
import tempfile
import time
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

from waymark.cli.main import seed
from waymark.storage import open_store, upgrade
from waymark.web import make_app

LIMIT_MS = 100
TIMES = 15
EDITS: tuple[tuple[str, str, Any], ...] = (
    ("goal", "goal.hand", {"dx_mm": -10, "dy_mm": 15}),
    ("frame", "frame.chosen", 31),
    ("build", "build.spacers_mm", 10),
)


def main() -> None:
    """Edit the first demo file and time the answers."""
    with tempfile.TemporaryDirectory() as folder:
        store = open_store(Path(folder) / "demo.sqlite3")
        upgrade(store)
        seed(store)
        client = TestClient(make_app(store))
        revision = client.get("/api/fits/1/sheet").json()["revision"]
        for view, path, value in EDITS:
            taken = []
            for _ in range(TIMES):
                body = {"base_revision": revision, "changes": [{"path": path, "value": value}]}
                start = time.perf_counter()
                revision = client.post(f"/api/fits/1/changes?view={view}", json=body).json()["revision"]
                taken.append((time.perf_counter() - start) * 1000)
            middle = statistics.median(taken)
            print(f"edit at {view:6} {middle:6.1f} ms, {LIMIT_MS / middle:4.1f} times within {LIMIT_MS} ms")
        store.close()


if __name__ == "__main__":
    main()
