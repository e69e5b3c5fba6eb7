"""Instruments: what they send is what is read, what is damaged is refused, and readings arrive at the call-out."""

from __future__ import annotations

from collections.abc import Iterator
from random import Random
from statistics import mean, stdev

import pytest
from fastapi.testclient import TestClient
from hypothesis import given
from hypothesis import strategies as st

from waymark.devices import (
    Aim,
    DeviceError,
    InstrumentInfo,
    SimulatedTape,
    decode,
    encode,
    simulated_instruments,
)
from waymark.storage import Store
from waymark.web import make_app

AIM = Aim(1, "nose_clamp")
values = st.floats(-9999, 99999, allow_nan=False)


@given(st.sampled_from(["length", "angle"]), values, st.integers(0, 99_999), st.booleans())
def test_a_frame_says_what_was_sent(gives: str, value: float, number: int, low: bool) -> None:
    read = decode(encode(gives, value, number, battery_low=low))  # type: ignore[arg-type]
    assert (read.gives, read.number, read.battery_low) == (gives, number, low)
    assert read.value == pytest.approx(value, abs=0.051)


def test_an_instrument_set_to_inches_is_understood() -> None:
    assert decode(encode("length", 21.3, 1, unit="in")).value == pytest.approx(541.02)
    with pytest.raises(DeviceError, match="not its own"):
        decode(encode("angle", 21.3, 1, unit="in"))


@given(values, st.data())
def test_any_damaged_byte_is_noticed(value: float, data: st.DataObject) -> None:
    frame = bytearray(encode("length", value, 7))
    at = data.draw(st.integers(0, len(frame) - 1))
    frame[at] = data.draw(st.integers(0, 255).filter(lambda b: b != frame[at]))
    with pytest.raises(DeviceError):
        decode(bytes(frame))


@given(st.binary(max_size=200))
def test_noise_on_the_line_is_never_a_reading(noise: bytes) -> None:
    with pytest.raises(DeviceError):
        decode(noise)


def test_a_simulated_tape_is_noisy_and_now_and_then_wrong() -> None:
    tape, good, garbled = SimulatedTape(Random(3), lambda _: 541.0), [], 0
    for _ in range(2000):
        try:
            good.append(decode(tape.press(AIM)).value)
        except DeviceError:
            garbled += 1
    near = [v for v in good if abs(v - 541) < 6]
    assert 10 <= garbled <= 70
    assert 10 <= len(good) - len(near) <= 70
    assert mean(near) == pytest.approx(541, abs=0.1)
    assert 0.7 < stdev(near) < 1.1
    same = [simulated_instruments(lambda _: 700.0, 5)["tape"].press(AIM) for _ in range(2)]
    assert same[0] == same[1]


class Fixed:
    """An instrument that always sends one frame, as a real one would be put in."""

    def __init__(self, name: str, gives: str, frame: bytes) -> None:
        self.info = InstrumentInfo(name, name.capitalize(), gives, "cable", simulated=False)  # type: ignore[arg-type]
        self.frame = frame

    def press(self, aim: Aim) -> bytes:
        return self.frame


@pytest.fixture
def bench(demo_store: Store) -> Iterator[TestClient]:
    """The demo with instruments of our own."""
    there = {
        "tape": Fixed("tape", "length", encode("length", 541.3, 1)),
        "broken": Fixed("broken", "length", b"~L 00001"),
        "mad": Fixed("mad", "length", encode("length", 98000.0, 1)),
        "level": Fixed("level", "angle", encode("angle", -1.24, 1, battery_low=True)),
    }
    with TestClient(make_app(demo_store, instruments=there)) as client:
        yield client


def test_a_reading_arrives_as_it_would_be_typed(bench: TestClient) -> None:
    def press(name: str, key: str) -> object:
        return bench.post(f"/api/instruments/{name}/press", json={"fit_id": 1, "key": key})

    arrived = press("tape", "nose_clamp").json()  # type: ignore[attr-defined]
    assert (arrived["typed"], arrived["source"], arrived["battery_low"]) == ("541.3 mm", "Tape", False)
    sheet = bench.get("/api/fits/1/sheet").json()
    change = {"do": "measure.read", "key": "nose_clamp", "typed": arrived["typed"], "source": "Tape"}
    kept = bench.post("/api/fits/1/changes", json={"base_revision": sheet["revision"], "commands": [change]}).json()
    reading = kept["state"]["measure"]["readings"]["nose_clamp"]
    assert (reading["heard"][0]["value"], reading["source"]) == (541.3, "Tape")
    assert press("level", "pitch").json()["typed"] == "-1.2°"  # type: ignore[attr-defined]
    for name, key, status, code in (
        ("broken", "nose_clamp", 503, "device"),
        ("mad", "nose_clamp", 503, "device"),
        ("tape", "pitch", 422, "input"),
        ("tape", "shoe", 422, "input"),
        ("none", "pitch", 404, "not_found"),
    ):
        answer = press(name, key)
        assert (answer.status_code, answer.json()["code"]) == (status, code)  # type: ignore[attr-defined]
    assert [i["name"] for i in bench.get("/api/instruments").json()] == ["tape", "broken", "mad", "level"]


def test_the_simulated_ones_read_the_bike_as_it_is_drawn(demo: TestClient) -> None:
    for key in (
        "s_straight",
        "s_hand.right",
        "bb_floor",
        "front_axle",
        "wheelbase",
        "s_pedal_six",
    ):
        for _ in range(4):
            answer = demo.post("/api/instruments/tape/press", json={"fit_id": 1, "key": key})
            if answer.status_code == 200:
                break
        assert answer.json()["unit"] == "mm"
    ways = {w["way"]: w["value"] for w in demo.get("/api/fits/1/sheet").json()["measure"]["ways"]["saddle_height"]}
    reads = [demo.post("/api/instruments/tape/press", json={"fit_id": 1, "key": "s_pedal"}) for _ in range(9)]
    near = sorted(r.json()["value"] for r in reads if r.status_code == 200)
    assert near[len(near) // 2] == pytest.approx(ways["pedal"], abs=3)
