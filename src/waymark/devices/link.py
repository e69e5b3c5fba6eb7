"""Both ends of a trainer's link over a local socket: the simulated devices that serve it, and the one who listens."""

from __future__ import annotations

import asyncio
from collections.abc import AsyncIterator
from contextlib import suppress

from waymark.devices.protocol import DeviceError
from waymark.devices.ride import NAMES, STEP_S, SimulatedRide
from waymark.devices.wire import Frame, Kind, Unpacker

HOST = "127.0.0.1"
READ_BYTES = 4096
# A listener who is so far behind is let go: nobody else waits for him.
MOST_BEHIND_BYTES = 65_536


class SimulatedTrainer:
    """A trainer and a strap on a local socket: one ride, as many listeners as come.

    ``speed`` lets the ride's time pass faster than the wall's.
    """

    def __init__(self, ride: SimulatedRide, speed: float = 1.0) -> None:
        self.ride, self.speed = ride, speed
        self.port = 0
        self._listeners: set[asyncio.StreamWriter] = set()
        self._hearing: set[asyncio.Task[None]] = set()
        self._server: asyncio.Server | None = None
        self._riding: asyncio.Task[None] | None = None

    async def open(self, port: int = 0) -> int:
        """Listen on ``port``, or a free one, and ride; the port."""
        self._server = await asyncio.start_server(self._come, HOST, port)
        self.port = int(self._server.sockets[0].getsockname()[1])
        self._riding = asyncio.create_task(self._ride())
        return self.port

    async def close(self) -> None:
        """Leave."""
        if self._riding is not None:
            self._riding.cancel()
            with suppress(asyncio.CancelledError):
                await self._riding
        if self._server is not None:
            self._server.close()
        for writer in list(self._listeners):
            writer.close()
        await asyncio.gather(*self._hearing)

    async def _ride(self) -> None:
        loop = asyncio.get_running_loop()
        begun, steps = loop.time(), 0
        while True:
            steps += 1
            # By the clock, not by the step: what a step takes does not make the ride slower.
            await asyncio.sleep(begun + steps * STEP_S / self.speed - loop.time())
            bytes_ = b"".join(Frame(Kind.SENT, d, c, p).packed() for d, c, p in self.ride.step())
            for writer in list(self._listeners):
                if writer.transport.get_write_buffer_size() > MOST_BEHIND_BYTES or writer.is_closing():
                    self._listeners.discard(writer)
                    writer.close()
                elif bytes_:
                    writer.write(bytes_)

    def _come(self, reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
        task = asyncio.create_task(self._hear(reader, writer))
        self._hearing.add(task)
        task.add_done_callback(self._hearing.discard)

    async def _hear(self, reader: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
        for device, name in NAMES.items():
            writer.write(Frame.hello(device, name).packed())
        self._listeners.add(writer)
        unpacker = Unpacker()
        try:
            while piece := await reader.read(READ_BYTES):
                for frame in unpacker.feed(piece):
                    if frame.kind is Kind.ASKED:
                        self.ride.hear(frame.payload)
        except (DeviceError, ConnectionError):
            pass
        finally:
            self._listeners.discard(writer)
            writer.close()


class Listening:
    """A listener at a trainer's link: its frames as they come, and requests the other way."""

    def __init__(self, port: int) -> None:
        self.port = port
        self._writer: asyncio.StreamWriter | None = None

    async def frames(self) -> AsyncIterator[Frame]:
        """The frames; ends when the other end goes. Raises ``DeviceError`` where nobody listens or bytes are no frames."""
        try:
            reader, self._writer = await asyncio.open_connection(HOST, self.port)
        except OSError:
            raise DeviceError(
                "No trainer is at this port.", field="port", allowed="the port that waymark trainer shows"
            ) from None
        unpacker = Unpacker()
        try:
            while piece := await reader.read(READ_BYTES):
                for frame in unpacker.feed(piece):
                    yield frame
        except ConnectionError:
            return
        finally:
            self._writer.close()

    def ask(self, device: int, characteristic: str, request: bytes) -> None:
        """Send a request to a device; nothing where the link is gone."""
        if self._writer is not None and not self._writer.is_closing():
            self._writer.write(Frame(Kind.ASKED, device, characteristic, request).packed())
