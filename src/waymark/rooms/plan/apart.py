"""Long searches in a process of their own, so that nobody's edit waits for another's shelf.

The search is Python that holds the interpreter; in a thread it would slow every other file. One helper is started
when it is first needed, kept, and given one search after another.
"""

from __future__ import annotations

import os
import pickle
from collections.abc import Iterator
from io import BytesIO
from multiprocessing import get_context
from multiprocessing.connection import Connection
from multiprocessing.process import BaseProcess
from threading import Lock
from typing import Any

from waymark.core.errors import StoppedError, WaymarkError
from waymark.core.search import Goal, Shelf
from waymark.core.search.exact import Watch
from waymark.core.search.frontier import Reference
from waymark.core.search.whole import Whole, search_whole

# So many sizes are unpacked at once; in between other threads come to their turn.
AT_ONCE = 40
# How often who waits for the helper asks whether it is still wanted, seconds.
ASK_EVERY_S = 0.2
# How far the helper steps back where the processor is short.
STEPS_BACK = 10


class Helper:
    """The process that searches. Where it breaks the search is done here, as it would have been without it."""

    def __init__(self) -> None:
        self._busy = Lock()
        self._process: BaseProcess | None = None
        self._line: Connection | None = None

    def search(self, shelf: Shelf, goal: Goal, reference: Reference | None, watch: Watch) -> Whole:
        """As ``search_whole``; raises ``StoppedError`` where ``watch`` no longer wants it."""
        while not self._busy.acquire(timeout=ASK_EVERY_S):
            if not watch(0, len(shelf.frames)):
                raise StoppedError("The search was stopped.")
        try:
            line = self._ready()
            line.send((shelf, goal, reference))
            return self._answer(line, watch)
        except (EOFError, OSError):
            self._end()
            return search_whole(shelf, goal, reference, watch)
        finally:
            self._busy.release()

    def _ready(self) -> Connection:
        if self._line is None or self._process is None or not self._process.is_alive():
            context = get_context("spawn")
            self._line, theirs = context.Pipe()
            self._process = context.Process(target=_work, args=(theirs,), daemon=True, name="waymark-search")
            self._process.start()
            theirs.close()
        return self._line

    def _answer(self, line: Connection, watch: Watch) -> Whole:
        wanted = True
        while True:
            match line.recv():
                case ("at", int() as done, int() as of):
                    if wanted and not watch(done, of):
                        wanted = False
                        line.send(None)
                case ("found", bytes() as packed):
                    if not wanted:
                        # It was done before it heard; nothing is left to hear.
                        raise StoppedError("The search was stopped.")
                    return unpacked(packed)
                case ("wrong", WaymarkError() as wrong):
                    raise wrong
                case _:
                    raise EOFError

    def _end(self) -> None:
        if self._process is not None:
            self._process.kill()
        if self._line is not None:
            self._line.close()
        self._process = self._line = None


def packed(whole: Whole) -> bytes:
    """An answer in pieces that share what they have in common."""
    file = BytesIO()
    pickler = pickle.Pickler(file, pickle.HIGHEST_PROTOCOL)
    for piece in _pieces(whole):
        pickler.dump(piece)
    return file.getvalue()


def unpacked(data: bytes) -> Whole:
    """The answer again, piece by piece."""
    # It comes from this house's own process, over a line nobody else holds.
    unpickler, pieces = pickle.Unpickler(BytesIO(data)), []  # noqa: S301
    parts, count = unpickler.load()
    for _ in range(count):
        pieces.extend(unpickler.load())
    sizes, lines = pieces[: parts["sizes"]], pieces[parts["sizes"] :]
    return Whole(tuple(sizes), parts["unbuilt"], parts["rooms"], tuple(lines))


def _pieces(whole: Whole) -> Iterator[Any]:
    every = [*whole.sizes, *whole.frontier]
    starts = range(0, len(every), AT_ONCE)
    yield {"sizes": len(whole.sizes), "unbuilt": whole.unbuilt, "rooms": whole.rooms}, len(starts)
    for start in starts:
        yield every[start : start + AT_ONCE]


def _work(line: Connection) -> None:
    """Search whatever comes, until the line ends; whoever edits meanwhile goes first."""
    if hasattr(os, "nice"):
        os.nice(STEPS_BACK)
    while True:
        try:
            asked = line.recv()
        except (EOFError, OSError):
            return
        if asked is None:
            # A search that was done before it heard that nobody wants it.
            continue
        shelf, goal, reference = asked

        def watch(done: int, of: int) -> bool:
            line.send(("at", done, of))
            return not (line.poll() and line.recv() is None)

        try:
            line.send(("found", packed(search_whole(shelf, goal, reference, watch))))
        except WaymarkError as wrong:
            line.send(("wrong", wrong))


HELPER = Helper()
