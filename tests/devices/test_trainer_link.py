"""A trainer's link: frames over a socket, the simulated ride, and both ends together."""

from __future__ import annotations

import asyncio
from collections.abc import Coroutine
from concurrent.futures import ThreadPoolExecutor
from itertools import pairwise
from typing import Any, TypeVar

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.errors import InputError
from waymark.core.link import CONTROL_POINT, ask_power, asked_power, decode
from waymark.devices import DeviceError, Frame, Kind, Listening, SimulatedRide, SimulatedTrainer, Unpacker
from waymark.devices.ride import STEP_S, STRAP, TRAINER, Habits

FRAMES = st.builds(
    Frame,
    st.sampled_from(list(Kind)),
    st.integers(0, 255),
    st.integers(0, 0xFFFF).map(lambda n: f"{n:04X}"),
    st.binary(max_size=512),
)
T = TypeVar("T")
CALM = Habits(broken=10**9, dropouts_an_hour=0.0)


@given(st.lists(FRAMES, max_size=12), st.lists(st.integers(1, 40), min_size=1, max_size=30))
def test_frames_come_out_as_they_went_in_however_they_are_cut(frames: list[Frame], cuts: list[int]) -> None:
    sent, unpacker, found = b"".join(f.packed() for f in frames), Unpacker(), []
    at, turn = 0, 0
    while at < len(sent):
        size = cuts[turn % len(cuts)]
        found += list(unpacker.feed(sent[at : at + size]))
        at, turn = at + size, turn + 1
    assert found == frames


@pytest.mark.parametrize(
    "piece",
    [b"GET / HTTP/1.1\r\n\r\n", b"WL\x09\x01\xd2\x2a\x02\x00ab", b"WL\x01\x01\xd2\x2a\x01\x02" + b"x" * 513],
    ids=["another protocol", "a kind there is not", "longer than any packet"],
)
def test_bytes_that_are_no_frames_end_the_link(piece: bytes) -> None:
    with pytest.raises(DeviceError, match="no frame of a trainer's link"):
        list(Unpacker().feed(piece))


@given(st.integers(0, 2000))
def test_a_power_is_asked_in_three_bytes(watts: int) -> None:
    request = ask_power(watts)
    assert request == b"\x05" + bytes([watts % 256, watts // 256])
    assert asked_power(request) == watts
    assert asked_power(b"\x00") is None


def test_a_power_nobody_rides_is_refused() -> None:
    with pytest.raises(InputError, match="This power cannot be asked"):
        ask_power(2001)


def on_a_loop(work: Coroutine[Any, Any, T]) -> T:
    """Run on a loop of its own, whatever loop this thread has."""
    with ThreadPoolExecutor(1) as pool:
        return pool.submit(asyncio.run, work).result()


def ridden(ride: SimulatedRide, seconds: float) -> list[tuple[float, int, dict[str, float]]]:
    found = []
    for step in range(round(seconds / STEP_S)):
        found += [(step * STEP_S, device, decode(what, packet)) for device, what, packet in ride.step()]
    return found


def mean(found: list[tuple[float, int, dict[str, float]]], name: str, from_s: float, device: int) -> float:
    values = [fields[name] for at, d, fields in found if d == device and at >= from_s]
    return sum(values) / len(values)


def test_the_rider_rides_what_is_asked_and_the_heart_follows_slowly() -> None:
    ride = SimulatedRide(5, CALM)
    easy = ridden(ride, 600)
    ride.hear(ask_power(220))
    hard = ridden(ride, 600)
    assert abs(mean(easy, "power_w", 60, TRAINER) - 130) < 4
    assert abs(mean(hard, "power_w", 60, TRAINER) - 220) < 6
    # 62 + 0.45 W once it has settled; half a minute in it is still on its way.
    assert abs(mean(easy, "heart_rate_bpm", 300, STRAP) - (62 + 0.45 * 130)) < 2
    assert abs(mean(hard, "heart_rate_bpm", 400, STRAP) - (62 + 0.45 * 220)) < 3
    early = [f["heart_rate_bpm"] for at, d, f in hard if d == STRAP and 20 < at < 25]
    assert max(early) < 62 + 0.45 * 220 - 10


def test_a_trainer_sends_four_times_a_second_and_a_strap_once() -> None:
    found = ridden(SimulatedRide(1, CALM), 60)
    trainer, strap = [at for at, d, _ in found if d == TRAINER], [at for at, d, _ in found if d == STRAP]
    assert {b - a for a, b in pairwise(trainer)} == {0.25}
    assert {b - a for a, b in pairwise(strap)} == {1.0}


def test_the_link_drops_out_and_packets_arrive_cut_short() -> None:
    ride, silent, broken, packets = SimulatedRide(2, Habits(broken=50, dropouts_an_hour=30)), 0, 0, 0
    for _ in range(round(3600 / STEP_S)):
        sent = ride.step()
        silent += not sent
        packets += len(sent)
        for _, what, packet in sent:
            try:
                decode(what, packet)
            except InputError:
                broken += 1
    # Thirty times from one second to five.
    assert 30 < silent * STEP_S < 200
    assert packets / 80 < broken < packets / 30


def test_both_ends_of_a_link_and_a_listener_that_comes_back() -> None:
    async def listen() -> tuple[list[Frame], list[Frame], float | None]:
        trainer = SimulatedTrainer(SimulatedRide(4, CALM), speed=50)
        port = await trainer.open()
        heard: list[list[Frame]] = []
        for _ in range(2):
            it, got = Listening(port), []
            async for frame in it.frames():
                if not got:
                    it.ask(TRAINER, CONTROL_POINT, ask_power(210))
                got.append(frame)
                if len(got) == 40:
                    break
            heard.append(got)
        asked = trainer.ride.asked_w
        await trainer.close()
        return heard[0], heard[1], asked

    first, again, asked = on_a_loop(listen())
    assert asked == 210
    for got in (first, again):
        names = {f.device: f.payload.decode() for f in got if f.kind is Kind.HELLO}
        assert names == {TRAINER: "Simulated trainer", STRAP: "Simulated strap"}
        assert {f.characteristic for f in got if f.kind is Kind.SENT} == {"2AD2", "2A37"}


def test_where_nobody_listens_it_is_told() -> None:
    async def listen() -> None:
        async for _ in Listening(1).frames():
            raise AssertionError("nothing is at port 1")

    with pytest.raises(DeviceError, match="No trainer is at this port"):
        on_a_loop(listen())
