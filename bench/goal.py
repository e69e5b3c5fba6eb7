"""Prints how long a goal takes to be worked out whole, and how soon a step that was moved is drawn again."""

from __future__ import annotations

import statistics
import tempfile
import time
from collections.abc import Callable
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

from waymark.cli.main import seed
from waymark.core.body import BodyMeasures, FootFit, circle, readouts, segments
from waymark.core.goal import DisciplineStep, Position, walk
from waymark.core.marks import Mark
from waymark.storage import open_store, upgrade
from waymark.web import keep_what_is_loaded, make_app

WHOLE_MS, REDRAWN_MS = 10, 50
TIMES = 60
BODY = BodyMeasures(1780, 270, 840)
START = Position(Mark(-208, 703), Mark(455, 560), "endurance", 172.5, FootFit(270, 25))


def whole() -> None:
    """The pedal circle at every degree, the read-outs, and the chain with both schools and the read-outs of the other."""
    limbs = segments(BODY)
    found = walk(START, [(DisciplineStep("cyclocross"), False)], BODY)
    for end in (found.end, found.other_end or found.end):
        readouts(end.saddle, end.hand, limbs, end.foot, end.crank_mm)
    circle(found.end.saddle, found.end.hand, limbs, found.end.foot, found.end.crank_mm, 1.0)


def timed(do: Callable[[], object]) -> list[float]:
    """How long each of many takes, ms."""
    taken = []
    for _ in range(TIMES):
        start = time.perf_counter()
        do()
        taken.append((time.perf_counter() - start) * 1000)
    return taken


def edits(client: TestClient) -> list[float]:
    """A step of the chain made stronger bit by bit, never the same twice: from the request to the whole answer, ms."""
    sheet: dict[str, Any] = client.get("/api/fits/1/sheet", params={"view": "goal"}).json()
    step = next(x for x in sheet["state"]["goal"]["chain"] if x["step"]["kind"] == "discipline")

    strengths = (0.005 + i / (TIMES + 1) for i in range(TIMES))

    def one() -> None:
        step["step"]["strength"] = next(strengths)
        command = {"do": "goal.set", "id": step["id"], "step": step["step"]}
        body = {"base_revision": sheet["revision"], "commands": [command], "have": sheet["marks"]}
        sheet.update(client.post("/api/fits/1/changes?view=goal", json=body).json())

    return timed(one)


def told(label: str, taken: list[float], limit_ms: float) -> None:
    """The 95th percentile against its limit."""
    late = statistics.quantiles(taken, n=20)[-1]
    print(f"{label:34} {late:6.1f} ms at the 95th percentile, {limit_ms / late:4.1f} times within {limit_ms} ms")


def main() -> None:
    """Both, on the first demo file."""
    told("a goal worked out whole", timed(whole), WHOLE_MS)
    with tempfile.TemporaryDirectory() as folder:
        store = open_store(Path(folder) / "demo.sqlite3")
        upgrade(store)
        seed(store)
        # Entered once, its loop runs on from request to request, as a server's does.
        with TestClient(make_app(store)) as client:
            keep_what_is_loaded()
            told("a step moved, its sheet answered", edits(client), REDRAWN_MS)
        store.close()


if __name__ == "__main__":
    main()
