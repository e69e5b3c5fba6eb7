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
from waymark.core.house import HOUSE
from waymark.demo import demo_files
from waymark.rooms.files import FileFormat
from waymark.rooms.posts import registry
from waymark.rooms.posts.measure.facts import leans, taken
from waymark.rooms.shelves import ShelfView
from waymark.storage import open_store, upgrade
from waymark.web import make_app

LIMIT_MS = 100
TIMES = 15
SURVEY_LIMIT_MS = 20
# Each edit in two that undo each other, so that every one changes something.
EDITS: tuple[tuple[str, dict[str, Any], dict[str, Any]], ...] = (
    ("measure", {"do": "measure.read", "key": "nose_clamp", "typed": "538"},
     {"do": "measure.read", "key": "nose_clamp", "typed": "583"}),
    ("goal", {"do": "goal.nudge", "mark": "hand", "by_x_mm": 1}, {"do": "goal.nudge", "mark": "hand", "by_x_mm": -1}),
    ("frame", {"do": "frame.choose", "size": 31}, {"do": "frame.choose", "size": 32}),
    ("build", {"do": "build.spacers", "height_mm": 10}, {"do": "build.spacers", "height_mm": 5}),
)  # fmt: skip


def main() -> None:
    """Edit the first demo file and time the answers."""
    with tempfile.TemporaryDirectory() as folder:
        store = open_store(Path(folder) / "demo.sqlite3")
        upgrade(store)
        seed(store)
        client = TestClient(make_app(store))
        for view, one, other in EDITS:
            sheet = client.get("/api/fits/1/sheet", params={"view": view}).json()
            revision, have = sheet["revision"], sheet["marks"]
            taken = []
            for i in range(TIMES):
                body = {"base_revision": revision, "commands": [(one, other)[i % 2]], "have": have}
                start = time.perf_counter()
                answer = client.post(f"/api/fits/1/changes?view={view}", json=body).json()
                taken.append((time.perf_counter() - start) * 1000)
                revision, have = answer["revision"], answer["marks"]
            middle = statistics.median(taken)
            print(f"edit at {view:7} {middle:6.1f} ms, {LIMIT_MS / middle:4.1f} times within {LIMIT_MS} ms")
        store.close()
    time_survey()


def time_survey() -> None:
    """Adjust and judge a full set, clean and with a slip in it."""
    found = FileFormat(registry()).read(demo_files()[0])
    for label, typed in (("clean", 538.0), ("with a slip", 583.0)):
        found.fit.measure.readings["nose_clamp"].heard[0].value = typed
        facts = registry().facts(found.fit, found.rider.profile, ShelfView(1, (), ()), HOUSE)
        read, lean = taken(facts), leans(facts)
        times = []
        for _ in range(TIMES * 4):
            start = time.perf_counter()
            survey_bike(read, lean)
            times.append((time.perf_counter() - start) * 1000)
        middle = statistics.median(times)
        print(
            f"{len(read)} readings adjusted, {label:12} {middle:5.1f} ms, "
            f"{SURVEY_LIMIT_MS / middle:4.1f} times within {SURVEY_LIMIT_MS} ms"
        )


if __name__ == "__main__":
    main()
