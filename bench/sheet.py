"""Prints how long an edit takes from the request to the whole new sheet, with the demo shelves."""

from __future__ import annotations

import statistics
import tempfile
import time
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

from waymark.cli.main import seed
from waymark.core.callout import survey_bike
from waymark.demo import demo_files
from waymark.rooms.fits.fileio import read_file
from waymark.rooms.fits.surveying import leans_of, taken_of
from waymark.storage import open_store, upgrade
from waymark.web import make_app

LIMIT_MS = 100
TIMES = 15
SURVEY_LIMIT_MS = 20
EDITS: tuple[tuple[str, str, Any], ...] = (
    ("measure", "measure.reading", {"key": "nose_clamp", "typed": "538"}),
    ("measure", "measure.reading", {"key": "nose_clamp", "typed": "583"}),
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
            print(f"edit at {view:7} {middle:6.1f} ms, {LIMIT_MS / middle:4.1f} times within {LIMIT_MS} ms")
        store.close()
    time_survey()


def time_survey() -> None:
    """Adjust and judge a full set, clean and with a slip in it."""
    state = read_file(demo_files()[0]).fit
    for label, typed in (("clean", 538.0), ("with a slip", 583.0)):
        state.measure.readings["nose_clamp"].heard[0].value = typed
        taken, leans = taken_of(state.measure), leans_of(state.measure)
        times = []
        for _ in range(TIMES * 4):
            start = time.perf_counter()
            survey_bike(taken, leans)
            times.append((time.perf_counter() - start) * 1000)
        middle = statistics.median(times)
        print(
            f"{len(taken)} readings adjusted, {label:12} {middle:5.1f} ms, "
            f"{SURVEY_LIMIT_MS / middle:4.1f} times within {SURVEY_LIMIT_MS} ms"
        )


if __name__ == "__main__":
    main()
