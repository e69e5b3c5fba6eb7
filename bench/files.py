"""Prints what a long history costs, and how other files' edits fare while one file searches a large shelf."""

from __future__ import annotations

import statistics
import tempfile
import threading
import time
from collections.abc import Iterator
from pathlib import Path

from waymark.cli.main import seed
from waymark.demo import demo_shelves
from waymark.rooms.files import Desk
from waymark.rooms.plan import progress
from waymark.rooms.posts import registry
from waymark.rooms.posts.goal.commands import Nudge
from waymark.rooms.shelves import put_frames, read_frames
from waymark.storage import open_store, upgrade

NUDGES, TIMES, COPIES = 5000, 20, 24


def took_ms(work: Iterator[object], times: int = TIMES) -> float:
    """The middle of how long each step takes."""
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        next(work)
        taken.append((time.perf_counter() - start) * 1000)
    return statistics.median(taken)


def nudging(desk: Desk, fit: int) -> Iterator[int]:
    """Nudge a file to and fro."""
    with desk.store.looking() as session:
        head = desk.look(session, fit).fit.head
    while True:
        desk.change(fit, head, [Nudge(mark="hand", by_x_mm=-1 if head % 2 else 1)], "", "goal")
        head += 1
        yield head


def opening(desk: Desk, fit: int) -> Iterator[bytes]:
    """Open a file's sheet with nothing remembered."""
    while True:
        desk._facts.clear()
        yield desk.sheet(fit, "goal")


def main() -> None:
    """Both."""
    with tempfile.TemporaryDirectory() as folder:
        store = open_store(Path(folder) / "files.sqlite3")
        upgrade(store)
        seed(store)
        desk = Desk(store, registry())
        new = took_ms(opening(desk, 1))
        size = "SELECT sum(pgsize) FROM dbstat WHERE name LIKE 'fit_changes%' OR name LIKE '%fit_changes%'"
        steps = nudging(desk, 1)
        for _ in range(NUDGES):
            next(steps)
        with store.engine.connect() as connection:
            kept = connection.exec_driver_sql(size).scalar_one() / 1e6
        old = took_ms(opening(desk, 1))
        print(f"{NUDGES} nudges in one file keep {kept:.1f} MB, {5 / kept:.1f} times under 5 MB")
        print(f"its sheet opens in {old:.0f} ms, a new file's in {new:.0f} ms: {old / new:.2f} times as long")
        sizes, _ = read_frames(demo_shelves()[0])
        with store.writing() as session:
            copies = (s.model_copy(update={"frame": f"{s.frame} {n}"}) for n in range(COPIES) for s in sizes)
            put_frames(session, list(copies))
        other = nudging(desk, 3)
        next(other)
        quiet = took_ms(other)
        with store.looking() as session:
            facts = desk.look(session, 1).facts
        done = threading.Event()

        def search() -> None:
            while not done.is_set():
                list(progress(facts.changed(facts.whole_file.model_copy(deep=True)), lambda: None))

        searching = threading.Thread(target=search)
        searching.start()
        busy = took_ms(other)
        done.set()
        searching.join()
        print(
            f"an edit while another file searches {len(sizes) * (COPIES + 1)} sizes: {busy:.0f} ms, quiet {quiet:.0f} ms, "
            f"{busy / quiet:.1f} times as long"
        )
        store.close()


if __name__ == "__main__":
    main()
