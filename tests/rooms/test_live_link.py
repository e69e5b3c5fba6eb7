"""A file's link to devices on a local socket: who is there, what is asked of them, what is held while the store is busy."""

from __future__ import annotations

import socket
import threading
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from typing import Any

import pytest
from fastapi.testclient import TestClient
from sqlalchemy.exc import OperationalError

from tests.rooms.test_live_room import Clock, Room
from waymark.core.link import asked_power, encode
from waymark.devices import Frame, Kind, Unpacker
from waymark.rooms.live import Live
from waymark.storage import Store


class Devices:
    """Devices on a socket that send what a test tells them to, and note what is asked."""

    def __init__(self) -> None:
        self._door = socket.create_server(("127.0.0.1", 0))
        self.port = int(self._door.getsockname()[1])
        self.asked: list[tuple[int, int | None]] = []
        self.news = threading.Condition()
        self._line: socket.socket | None = None
        self._greeting = b""
        threading.Thread(target=self._serve, daemon=True).start()

    def _serve(self) -> None:
        while True:
            try:
                line, _ = self._door.accept()
            except OSError:
                return
            with self.news:
                self._line = line
                line.sendall(self._greeting)
            unpacker = Unpacker()
            with suppress(OSError):
                while piece := line.recv(4096):
                    with self.news:
                        self.asked += [(f.device, asked_power(f.payload)) for f in unpacker.feed(piece)]
                        self.news.notify_all()
            line.close()

    def greet(self, *frames: Frame | bytes) -> None:
        """What whoever comes is sent first."""
        self._greeting = b"".join(f if isinstance(f, bytes) else f.packed() for f in frames)

    def send(self, *frames: Frame | bytes) -> None:
        """Send to who is there."""
        assert self._line is not None
        self._line.sendall(b"".join(f if isinstance(f, bytes) else f.packed() for f in frames))

    def close(self) -> None:
        """Leave."""
        with suppress(OSError):
            self._door.shutdown(socket.SHUT_RDWR)
        self._door.close()
        if self._line is not None:
            with suppress(OSError):
                self._line.shutdown(socket.SHUT_RDWR)


@pytest.fixture
def devices() -> Iterator[Devices]:
    it = Devices()
    yield it
    it.close()


@pytest.fixture
def room(demo_store: Store) -> Iterator[Room]:
    it = Room(demo_store, Clock())
    yield it
    live_of(it).close()


def live_of(room: Room) -> Live:
    found: Live = room.client.app.state.live  # type: ignore[attr-defined]
    return found


def bike(device: int, **fields: Any) -> Frame:
    return Frame(Kind.SENT, device, "2AD2", encode("2AD2", {"speed_kmh": 30.0, **fields}))


def until(look: Callable[[], Any], wanted: Any) -> None:
    """Look until it is so; what never is fails after half a minute with what was seen."""
    for _ in range(3000):
        if look() == wanted:
            return
        threading.Event().wait(0.01)
    assert look() == wanted


def link(room: Room, port: int) -> Any:
    return room.client.post(f"/api/fits/{room.fit}/live/link", json={"port": port})


def named(room: Room) -> list[tuple[str, bool, int]]:
    return [(d["name"], d["linked"], d["received"]) for d in room.live()["devices"]]


def test_devices_come_go_and_come_back_as_themselves(room: Room, devices: Devices) -> None:
    devices.greet(Frame.hello(7, "Some trainer"), Frame.hello(9, "Some strap"))
    assert link(room, devices.port).status_code == 200
    until(lambda: len(room.live()["devices"]), 2)
    devices.send(bike(7, power_w=150), bike(7, power_w=160))
    until(lambda: named(room), [("Some trainer", True, 2), ("Some strap", True, 0)])
    devices.send(Frame(Kind.GONE, 9, "0000", b""))
    until(lambda: named(room)[1], ("Some strap", False, 0))
    room.client.delete(f"/api/fits/{room.fit}/live/link")
    until(lambda: [linked for _, linked, _ in named(room)], [False, False])
    # Numbers are the socket's own: at the next link the strap comes first.
    devices.greet(Frame.hello(1, "Some strap"), Frame.hello(2, "Some trainer"))
    assert link(room, devices.port).status_code == 200
    devices.send(bike(2, power_w=170))
    until(lambda: named(room), [("Some trainer", True, 3), ("Some strap", True, 0)])
    assert [t["now"] for t in room.live()["traces"] if t["channel"] == "power_w"] == [170.0]


def test_more_devices_than_are_read_end_neither_link_nor_recording(room: Room, devices: Devices) -> None:
    devices.greet(*(Frame.hello(n, f"device {n}") for n in range(1, 13)))
    link(room, devices.port)
    until(lambda: len(room.live()["devices"]), 8)
    trial = room.plan()
    room.begin(trial, 0)
    devices.send(*(bike(n, power_w=100 + n) for n in range(1, 13)))
    until(lambda: [d["received"] for d in room.live()["devices"]], [1] * 8)
    # The thread that keeps recordings goes on: what comes after is kept too.
    room.clock.at += 1
    devices.send(bike(1, power_w=240))
    csv = f"/api/fits/{room.fit}/trials/{trial}/readings.csv"
    until(lambda: "device 1,power_w,240" in room.client.get(csv).text, True)


def test_the_power_of_each_phase_is_asked_of_the_trainer_alone(room: Room, devices: Devices) -> None:
    devices.greet(Frame.hello(3, "Some trainer"), Frame.hello(4, "Some strap"))
    link(room, devices.port)
    devices.send(bike(3, power_w=90))
    until(lambda: named(room), [("Some trainer", True, 1), ("Some strap", True, 0)])
    trial = room.plan(power_w=220)
    room.begin(trial, 0)
    until(lambda: list(devices.asked), [(3, 220)])
    # A minute on the run is over; half is asked until the next, and nothing twice.
    room.clock.at += 61
    until(lambda: list(devices.asked), [(3, 220), (3, 110)])
    room.begin(trial, 1)
    until(lambda: list(devices.asked), [(3, 220), (3, 110), (3, 220)])
    room.begin(trial, None)
    until(lambda: list(devices.asked), [(3, 220), (3, 110), (3, 220), (3, 110)])


def test_a_port_that_speaks_otherwise_or_not_at_all_is_told(
    room: Room, devices: Devices, monkeypatch: pytest.MonkeyPatch
) -> None:
    devices.greet(b"HTTP/1.1 400 Bad Request\r\n\r\n")
    wrong = link(room, devices.port)
    assert (wrong.status_code, wrong.json()["field"]) == (422, "port")
    assert wrong.json()["message"] == "What arrives is no frame of a trainer's link."
    devices.greet()
    monkeypatch.setattr("waymark.rooms.live.hub.FIRST_FRAME_S", 0.05)
    silent = link(room, devices.port)
    assert silent.json()["message"] == "Nothing comes from this port."
    assert room.live()["devices"] == []


def test_a_link_that_breaks_off_leaves_what_it_told(room: Room, devices: Devices) -> None:
    devices.greet(Frame.hello(1, "Some trainer"))
    link(room, devices.port)
    devices.send(bike(1, power_w=200))
    until(lambda: named(room), [("Some trainer", True, 1)])
    devices.send(b"garbage that is no frame")
    until(lambda: named(room), [("Some trainer", False, 1)])
    power = next(t for t in room.live()["traces"] if t["channel"] == "power_w")
    assert power["points"][-1] == 200.0


@contextmanager
def busy(store: Store) -> Iterator[None]:
    """A store that can be read and not written to."""
    real = store.writing

    def writing() -> Any:
        raise OperationalError("INSERT", {}, Exception("database is locked"))

    store.writing = writing  # type: ignore[method-assign]
    try:
        yield
    finally:
        store.writing = real  # type: ignore[method-assign]


def test_what_the_store_cannot_take_is_held_told_and_kept_later(room: Room) -> None:
    trial = room.plan()
    room.begin(trial, 0)
    room.ride(2, 200, None)
    fields = encode("2AD2", {"speed_kmh": 30.0, "power_w": 205})
    with busy(room.store):
        for _ in range(4):
            assert room.send("A trainer", "2AD2", fields).json() == {"taken": 1, "kept": False}
            room.clock.at += 1
        assert room.live(trial)["recorded"]["behind_s"] == pytest.approx(5, abs=0.01)
    # A look from another process sees none of them yet, then all.
    assert powers(Room(room.store, room.clock).client, room.fit, trial) == [200.0, 200.0]
    assert room.send("A trainer", "2AD2", fields).json() == {"taken": 1, "kept": True}
    assert room.live(trial)["recorded"]["behind_s"] is None
    assert powers(Room(room.store, room.clock).client, room.fit, trial) == [200.0, 200.0, *[205.0] * 5]


def test_another_trial_does_not_take_what_still_waits(room: Room) -> None:
    first, fields = room.plan(), encode("2AD2", {"speed_kmh": 30.0, "power_w": 180})
    room.begin(first, 0)
    with busy(room.store):
        room.send("A trainer", "2AD2", fields)
    second = room.plan(seed=5, differs="saddle")
    assert second != first
    room.live(second)
    room.begin(second, 0)
    room.send("A trainer", "2AD2", fields)
    assert powers(room.client, room.fit, first) == [180.0]
    assert powers(room.client, room.fit, second) == [180.0]


def powers(client: TestClient, fit: int, trial: int) -> list[float]:
    lines = client.get(f"/api/fits/{fit}/trials/{trial}/readings.csv").text.splitlines()
    return [float(line.rsplit(",", 1)[1]) for line in lines if ",power_w," in line]
