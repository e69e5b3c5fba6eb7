"""Every file's link in one place: a thread of their own reads sockets and keeps recordings, so nothing waits for them.

What came is in the store half a second later; a room that falls over loses no more. The browser's own packets are in the
store before they are answered for.
"""

from __future__ import annotations

import asyncio
import threading
import time
from collections.abc import Callable, Sequence
from concurrent.futures import Future
from contextlib import suppress
from threading import Lock
from typing import Any

from sqlalchemy.exc import DBAPIError, IntegrityError

from waymark.core.errors import InputError
from waymark.core.link import CONTROL_POINT, ask_power
from waymark.core.trial import Begun
from waymark.devices import DeviceError, Frame, Kind, Listening, SimulatedRide, SimulatedTrainer, Stream
from waymark.rooms.live import keeping
from waymark.rooms.live.sitting import RECORDED_POINT_S, KeptPlan, Recording, Sitting
from waymark.rooms.live.tables import ChunkRow, RecordingRow
from waymark.storage import Store

KEEP_EVERY_S = 0.5
FIRST_FRAME_S = 5.0
# A file nobody looks at and nothing is linked to is let go after so long.
FORGET_S = 900.0
# The browser may hold packets back so long while the room cannot be reached.
MOST_AGE_MS = 600_000


class Live:
    """The links and recordings of all files.

    ``now`` is the room's clock in seconds; ``speed`` lets the simulated trainer ride as much faster as that clock runs.
    """

    def __init__(self, store: Store, now: Callable[[], float] = time.time, speed: float = 1.0) -> None:
        self.store, self.now, self.speed = store, now, speed
        self._sittings: dict[int, Sitting] = {}
        self._links: dict[int, tuple[Stream, dict[int, int], Future[None]]] = {}
        self._asked: dict[int, float | None] = {}
        self._lock, self._writing = Lock(), Lock()
        self._loop: asyncio.AbstractEventLoop | None = None
        self._thread = threading.Thread()
        self._trainer: SimulatedTrainer | None = None

    # -- the thread ------------------------------------------------------------------------------------------------

    def _on_loop(self, work: Any) -> Future[Any]:
        """Have something done on the links' own thread, which is begun with the first of them."""
        with self._lock:
            if self._loop is None:
                self._loop = asyncio.new_event_loop()
                self._thread = threading.Thread(target=self._loop.run_forever, name="links", daemon=True)
                self._thread.start()
                asyncio.run_coroutine_threadsafe(self._tick(), self._loop)
        return asyncio.run_coroutine_threadsafe(work, self._loop)

    async def _tick(self) -> None:
        while True:
            await asyncio.sleep(KEEP_EVERY_S / self.speed)
            for sitting in list(self._sittings.values()):
                await asyncio.to_thread(self.keep, sitting)
                self._ask(sitting)
                if not sitting.linked and time.monotonic() - sitting.looked_s > FORGET_S:
                    self._sittings.pop(sitting.fit_id, None)

    def close(self) -> None:
        """Keep what came and let everything go."""
        with self._lock:
            loop, self._loop = self._loop, None
        if loop is None:
            return

        async def leave() -> None:
            if self._trainer is not None:
                await self._trainer.close()
            for task in asyncio.all_tasks() - {asyncio.current_task()}:
                task.cancel()
                with suppress(asyncio.CancelledError, DeviceError):
                    await task

        asyncio.run_coroutine_threadsafe(leave(), loop).result()
        for sitting in self._sittings.values():
            self.keep(sitting)
        loop.call_soon_threadsafe(loop.stop)
        self._thread.join()
        loop.close()

    # -- sittings --------------------------------------------------------------------------------------------------

    def sitting(self, fit_id: int) -> Sitting:
        """A file's sitting, with the trial that was recorded last."""
        with self._lock:
            sitting = self._sittings.setdefault(fit_id, Sitting(fit_id, self.now()))
            sitting.looked_s = time.monotonic()
        return sitting

    def forget(self, fit_id: int) -> None:
        """Let go of everything held of a file that is erased."""
        self.unlink(fit_id)
        with self._lock:
            self._sittings.pop(fit_id, None)

    def recording(self, sitting: Sitting, trial: int, seed: int) -> Recording | None:
        """The recording of a trial that was begun last; read back after a start anew."""
        with sitting.lock:
            held = sitting.recording
            if held is not None and (held.trial, held.plan.seed) == (trial, seed):
                return held
            on = held is not None and (bool(held.waiting) or held.is_on(self.now()))
        with self.store.looking() as session:
            rows = keeping.sittings(session, sitting.fit_id, trial, seed)
            found = _read(session, rows[-1]) if rows else None
        with sitting.lock:
            if sitting.recording is held:
                # Another trial is looked at while one runs, or is not all kept: that one stays.
                if not on and found is not None:
                    sitting.recording = found
                return found
            # A run was begun while this was read: what the sitting holds is the newer.
            held = sitting.recording
        return held if held is not None and (held.trial, held.plan.seed) == (trial, seed) else found

    def begin(self, fit_id: int, trial: int, plan: KeptPlan, run: int | None) -> None:
        """Begin a run now, or hold the clock where ``run`` is None; a sitting of long ago is not gone on with."""
        sitting = self.sitting(fit_id)
        # What came to another trial goes into the store before this one takes its place.
        self.keep(sitting)
        recording, now = self.recording(sitting, trial, plan.seed), self.now()
        if recording is None or not recording.goes_on(now):
            if run is None:
                raise InputError("No run is ridden that could be held.", field="run", allowed="a run that is on")
            with self.store.writing() as session:
                recording = _read(session, keeping.begin(session, fit_id, trial, plan, now))
        with sitting.lock:
            recording.plan = plan.model_copy(update={"ridden": recording.plan.ridden})
            recording.begun.append(Begun(run, now - recording.zero_s))
            sitting.recording = recording
            recording.kept_s = now - recording.zero_s
            sitting.introduce(recording, now)
            begun, kept = [[b.run, b.at_s] for b in recording.begun], recording.plan.model_dump(mode="json")
        with self.store.writing() as session:
            row = session.get(RecordingRow, recording.id)
            if row is not None:
                row.begun, row.plan = begun, kept
        self.keep(sitting)
        self._ask(sitting)

    def keep(self, sitting: Sitting) -> bool:
        """Put what came into the store; whether it is there. What could not be kept is held and tried again."""
        with self._writing:
            with sitting.lock:
                it = sitting.recording
                if it is None or not it.waiting:
                    return True
                body = bytes(it.waiting)
            try:
                with self.store.writing() as session:
                    session.add(ChunkRow(recording_id=it.id, number=it.number, body=body))
            except IntegrityError:
                # The file was erased meanwhile: nothing of it is to stay.
                with self._lock:
                    self._sittings.pop(sitting.fit_id, None)
                return False
            except DBAPIError:
                return False
            with sitting.lock:
                del it.waiting[: len(body)]
                it.number += 1
                it.kept_s = self.now() - it.zero_s
        return True

    # -- links -----------------------------------------------------------------------------------------------------

    def link(self, fit_id: int, port: int | None) -> None:
        """Listen at a port of this machine, or to the simulated trainer; raises ``InputError`` where nothing comes."""
        self.unlink(fit_id)
        sitting = self.sitting(fit_id)
        if port is None:
            port = self._on_loop(self._simulated()).result()
        stream, numbers, first = Listening(port), dict[int, int](), threading.Event()
        task = self._on_loop(self._listen(sitting, stream, numbers, first))
        self._links[fit_id] = (stream, numbers, task)
        first.wait(FIRST_FRAME_S)
        if not numbers:
            wrong = task.exception() if first.is_set() else None
            self.unlink(fit_id)
            told = wrong.said if isinstance(wrong, DeviceError) else "Nothing comes from this port."
            raise InputError(told, field="port", allowed="the port that waymark trainer shows", kept=str(port))

    async def _simulated(self) -> int:
        if self._trainer is None:
            self._trainer = SimulatedTrainer(SimulatedRide(), self.speed)
            await self._trainer.open()
        return self._trainer.port

    async def _listen(self, sitting: Sitting, stream: Stream, numbers: dict[int, int], first: threading.Event) -> None:
        try:
            async for frame in stream.frames():
                if frame.device not in numbers:
                    numbers[frame.device] = self._number(sitting, frame)
                sitting.take(Frame(frame.kind, numbers[frame.device], frame.characteristic, frame.payload), self.now())
                first.set()
        finally:
            sitting.leave(set(numbers.values()))
            # Nobody waits for what will not come.
            first.set()

    def _number(self, sitting: Sitting, frame: Frame) -> int:
        """A device that comes back has the number it had."""
        if frame.kind is Kind.HELLO:
            back = [d.number for d in sitting.live.devices.values() if d.name == frame.name and not d.linked]
            if back:
                return back[0]
        return sitting.next_device()

    def unlink(self, fit_id: int) -> None:
        """Leave a file's link; what it told stays."""
        held = self._links.pop(fit_id, None)
        self._asked.pop(fit_id, None)
        if held is not None:
            held[2].cancel()
        sitting = self.sitting(fit_id)
        # Whoever still sends by another way is there again with the next packet.
        sitting.leave(set(sitting.live.devices))

    def sent(self, fit_id: int, name: str, characteristic: str, packets: Sequence[tuple[bytes, float]]) -> None:
        """Packets a browser read off a device, each with its age in ms; they still wait to be kept."""
        sitting, now = self.sitting(fit_id), self.now()
        with sitting.lock:
            known = [d.number for d in sitting.live.devices.values() if d.name == name]
            number = known[0] if known else sitting.next_device()
        if not known:
            sitting.take(Frame.hello(number, name), now)
        for packet, age_ms in packets:
            sitting.take(Frame(Kind.SENT, number, characteristic, packet), now - age_ms / 1000)

    def _ask(self, sitting: Sitting) -> None:
        """Ask the trainer for the power of the phase that is on, once."""
        it, held = sitting.recording, self._links.get(sitting.fit_id)
        if it is None or held is None:
            return
        asked = it.asked_w(self.now())
        if asked is not None and asked != self._asked.get(sitting.fit_id):
            for theirs, ours in list(held[1].items()):
                device = sitting.live.devices.get(ours)
                if device is not None and device.rides:
                    self._loop_soon(held[0].ask, theirs, asked)
            self._asked[sitting.fit_id] = asked

    def _loop_soon(self, ask: Callable[[int, str, bytes], None], device: int, asked: float) -> None:
        if self._loop is not None:
            self._loop.call_soon_threadsafe(ask, device, CONTROL_POINT, ask_power(asked))


def _read(session: Any, row: RecordingRow) -> Recording:
    return Recording(
        id=row.id,
        trial=row.trial,
        zero_s=row.zero_s,
        plan=KeptPlan.model_validate(row.plan),
        begun=keeping.begun_of(row),
        readings=keeping.read_back(session, row, RECORDED_POINT_S),
        number=keeping.next_number(session, row.id),
    )
