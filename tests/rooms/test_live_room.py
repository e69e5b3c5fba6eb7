"""Live over HTTP: packets taken and counted, runs recorded, means that stand after a start anew, and nothing lost."""

from __future__ import annotations

import csv
import io
import signal
import socket
import subprocess
import zipfile
from pathlib import Path
from typing import Any

import httpx2 as httpx
import pytest
from fastapi.testclient import TestClient
from sqlalchemy import text

from tests.conftest import PROVEN
from tests.rooms.test_fits import Fitter, demo_fit
from tests.shell import WAYMARK
from waymark.core.link import encode
from waymark.rooms.live import Live, keeping
from waymark.rooms.live.readings import unpacked
from waymark.storage import Store, open_store
from waymark.web import make_app

TRIAL = {
    "on": "2026-03-09",
    "differs": "stem",
    "treatments": ["stem 90", "stem 80"],
    "blocks": 1,
    "seed": 1,
    "minutes": 1,
    "rest_minutes": 0.5,
    "measured": ["heart_rate_bpm", "power_w"],
    "power_w": 200,
}


class Clock:
    """A clock that is moved by hand."""

    def __init__(self) -> None:
        self.at = 1_700_000_000.0

    def __call__(self) -> float:
        return self.at


class Room:
    """A demo room whose clock is moved by hand, and one trial in it."""

    def __init__(self, store: Store, clock: Clock) -> None:
        self.store, self.clock = store, clock
        self.client = TestClient(
            make_app(store, live=Live(store, now=clock)), raise_server_exceptions=False, headers=PROVEN
        )
        self.fitter: Fitter = demo_fit(self.client, "Halvard Stroud")
        self.fit = self.fitter.fit

    def plan(self, **more: Any) -> int:
        """A trial planned; its number."""
        assert self.fitter.send("ride.trial", {**TRIAL, **more}, "ride").status_code == 200
        return int(self.fitter.read("ride")["ride"]["trial"]["trial"]["id"])

    def live(self, trial: int | None = None) -> dict[str, Any]:
        """What is shown."""
        params = {} if trial is None else {"trial": trial}
        found: dict[str, Any] = self.client.get(f"/api/fits/{self.fit}/live", params=params).json()
        return found

    def begin(self, trial: int, run: int | None) -> httpx.Response:
        return self.client.post(f"/api/fits/{self.fit}/trials/{trial}/begin", json={"run": run})

    def send(self, device: str, what: str, *packets: bytes) -> httpx.Response:
        body = {"device": device, "characteristic": what, "packets": [{"hex": p.hex()} for p in packets]}
        return self.client.post(f"/api/fits/{self.fit}/live/packets", json={"sent": [body]})

    def ride(self, seconds: int, power: int, heart: int | None) -> None:
        """A packet of the trainer and one of the strap each second, as a browser hands over what came in ten of them."""
        bike = encode("2AD2", {"speed_kmh": 30.0, "cadence_rpm": 90.0, "power_w": power})
        strap = None if heart is None else encode("2A37", {"heart_rate_bpm": heart, "contact": "good"})
        for begun in range(0, seconds, 10):
            many = min(10, seconds - begun)
            self.clock.at += many - 1
            ages = [1000.0 * (many - 1 - i) for i in range(many)]
            sent = [
                _packets("A trainer", "2AD2", bike, ages),
                *([_packets("A strap", "2A37", strap, ages)] if strap else []),
            ]
            answer = self.client.post(f"/api/fits/{self.fit}/live/packets", json={"sent": sent})
            assert answer.json() == {"taken": many * len(sent), "kept": True}
            self.clock.at += 1


def _packets(device: str, what: str, packet: bytes, ages_ms: list[float]) -> dict[str, Any]:
    """The same packet of a device so many times, the oldest first."""
    return {
        "device": device,
        "characteristic": what,
        "packets": [{"hex": packet.hex(), "age_ms": age} for age in ages_ms],
    }


@pytest.fixture
def room(demo_store: Store) -> Room:
    return Room(demo_store, Clock())


def test_a_run_is_recorded_and_its_mean_is_of_its_last_half(room: Room) -> None:
    trial = room.plan()
    assert room.live(trial)["recorded"] is None
    room.ride(5, 100, 90)
    assert room.begin(trial, 0).json()["recorded"]["phase"] == {"kind": "ride", "run": 0, "left_s": 60.0}
    room.ride(40, 150, 130)
    assert room.live(trial)["asked_w"] == 200.0
    room.ride(20, 210, 142)
    found = room.live(trial)
    assert found["recorded"]["phase"] == {"kind": "rest", "run": 1, "left_s": 30.0}
    assert found["asked_w"] == 100.0
    # What is on its way at the end of a run has come two and a half seconds later.
    assert found["recorded"]["ridden"][0]["known"] is False
    room.ride(3, 90, 140)
    run = room.live(trial)["recorded"]["ridden"][0]
    assert (run["known"], run["from_s"], run["end_s"]) == (True, 30.0, 60.0)
    # Ten seconds of 150 and twenty of 210; 130 and 142.
    assert run["means"] == {"power_w": 190.0, "cadence_rpm": 90.0, "heart_rate_bpm": 138.0, "speed_kmh": 30.0}
    assert room.live(trial)["recorded"]["phase"]["kind"] == "rest"
    room.clock.at += 40
    assert room.live(trial)["recorded"]["phase"] == {"kind": "wait", "run": 1, "left_s": 0.0}


def test_a_run_with_a_gap_is_not_counted_and_its_gap_is_open(room: Room) -> None:
    trial = room.plan()
    room.begin(trial, 0)
    room.ride(40, 200, 140)
    room.ride(10, 200, None)
    room.ride(15, 200, 140)
    found = room.live(trial)
    run = found["recorded"]["ridden"][0]
    # The strap was silent for 7.5 of the last 30 seconds: less than four fifths are known.
    assert "heart_rate_bpm" not in run["means"]
    assert run["means"]["power_w"] == 200.0
    heart = next(t for t in found["traces"] if t["channel"] == "heart_rate_bpm")
    assert [i for i, p in enumerate(heart["points"]) if p is None] == [20, 21, 22, 23, 24]


def test_everything_recorded_stands_after_a_start_anew_and_goes_out_as_csv(room: Room) -> None:
    trial = room.plan()
    room.begin(trial, 0)
    room.ride(64, 200, 140)
    room.begin(trial, 1)
    room.ride(30, 180, 150)
    room.begin(trial, None)
    before = room.live(trial)
    assert before["recorded"]["held"] is True
    again = Room(room.store, room.clock).live(trial)
    assert again["recorded"] == before["recorded"]
    assert [t["points"] for t in again["traces"]] == [t["points"] for t in before["traces"]]
    text_ = room.client.get(f"/api/fits/{room.fit}/trials/{trial}/readings.csv").text
    lines = list(csv.DictReader(io.StringIO(text_)))
    power = [(float(x["second"]), float(x["value"])) for x in lines if x["channel"] == "power_w"]
    assert power == [(float(s), 200.0) for s in range(64)] + [(64.0 + s, 180.0) for s in range(30)]
    assert {x["device"] for x in lines if x["channel"] == "heart_rate_bpm"} == {"A strap"}
    # The run that was held comes again, whole or not at all.
    assert again["recorded"]["phase"] == {"kind": "wait", "run": 1, "left_s": 0.0}


def test_a_sitting_of_another_day_is_not_gone_on_with(room: Room) -> None:
    trial = room.plan()
    room.begin(trial, 0)
    room.ride(64, 200, 140)
    means = room.live(trial)["recorded"]["ridden"][0]["means"]
    room.fitter.send("ride.measured", {"trial": trial, "run_number": 0, "means": means}, "ride")
    room.clock.at += 86_400
    assert room.begin(trial, 1).json()["recorded"]["ridden"][0]["start_s"] == 0.0
    room.ride(64, 200, 140)
    phase = room.live(trial)["recorded"]["phase"]
    assert (phase["kind"], phase["run"]) == ("rest", 2)


def test_a_run_begun_while_the_recording_is_read_back_is_not_lost(room: Room, monkeypatch: pytest.MonkeyPatch) -> None:
    trial = room.plan()
    room.begin(trial, 0)
    room.ride(64, 200, 140)
    again, read_back = Room(room.store, room.clock), keeping.read_back

    def begun_meanwhile(*asked: Any) -> Any:
        found = read_back(*asked)
        monkeypatch.setattr(keeping, "read_back", read_back)
        assert again.begin(trial, 1).status_code == 200
        return found

    monkeypatch.setattr(keeping, "read_back", begun_meanwhile)
    assert again.live(trial)["recorded"]["phase"] == {"kind": "ride", "run": 1, "left_s": 60.0}
    again.ride(2, 200, 140)
    assert again.live(trial)["recorded"]["phase"] == {"kind": "ride", "run": 1, "left_s": 58.0}


def test_a_trial_that_was_taken_back_leaves_nothing_to_the_next_of_its_number(room: Room) -> None:
    trial = room.plan()
    room.begin(trial, 0)
    room.ride(64, 200, 140)
    room.fitter.step("undo")
    assert room.client.get(f"/api/fits/{room.fit}/live", params={"trial": trial}).status_code == 404
    assert room.plan(seed=2) == trial
    assert room.live(trial)["recorded"] is None
    again = room.begin(trial, 0).json()["recorded"]
    assert [(r["run"], r["start_s"]) for r in again["ridden"]] == [(0, 0.0)]
    text_ = room.client.get(f"/api/fits/{room.fit}/trials/{trial}/readings.csv").text
    assert text_ == "sitting,second,device,channel,value\n"


def test_what_was_measured_is_judged_with_what_was_rated(room: Room) -> None:
    trial = room.plan(outcomes=["Hands"], measured=["heart_rate_bpm"])
    order = room.fitter.read("ride")["ride"]["trial"]["runs"]
    for run, name in enumerate(order):
        heart = 150.0 + run - (8.0 if name == "stem 80" else 0.0)
        room.fitter.send(
            "ride.measured", {"trial": trial, "run_number": run, "means": {"heart_rate_bpm": heart}}, "ride"
        )
        room.fitter.send("ride.found", {"trial": trial, "outcome": "Hands", "run_number": run, "value": 4}, "ride")
    seen = room.fitter.read("ride")["ride"]["trial"]
    heart, hands = seen["compared"][0]["outcomes"]
    assert (heart["name"], heart["unit"], heart["channel"]) == ("Heart rate", "/min", "heart_rate_bpm")
    # Drift of one a run cancels over there and back: 8 less, one more or less in each half.
    assert heart["mean"] == -8.0
    assert hands["mean"] == 0.0
    assert seen["done"] == 4
    assert seen["so_far"] is False
    assert hands["more"] == "a difference of 1 would have shown"


def test_a_strap_is_believed_before_a_trainer_and_off_the_skin_it_tells_nothing(room: Room) -> None:
    fields = {"speed_kmh": 30.0, "heart_rate_bpm": 99}
    room.send("A trainer", "2AD2", encode("2AD2", fields))
    assert [t["now"] for t in room.live()["traces"] if t["channel"] == "heart_rate_bpm"] == [99.0]
    room.send("A strap", "2a37", encode("2A37", {"heart_rate_bpm": 141, "contact": "good"}))
    room.send("A trainer", "2AD2", encode("2AD2", fields))
    assert [t["now"] for t in room.live()["traces"] if t["channel"] == "heart_rate_bpm"] == [141.0]
    room.send("A strap", "2A37", encode("2A37", {"heart_rate_bpm": 60, "contact": "none"}))
    strap = next(d for d in room.live()["devices"] if d["name"] == "A strap")
    assert (strap["touches"], strap["received"], strap["refused"]) == (False, 2, 0)
    assert [t["now"] for t in room.live()["traces"] if t["channel"] == "heart_rate_bpm"] == [141.0]


def test_broken_packets_are_counted_and_hostile_requests_told(room: Room) -> None:
    good = encode("2AD2", {"power_w": 200})
    sent = room.send("A trainer", "2AD2", good, good[:-1], good + b"\x00", b"", b"\xff\xff")
    assert sent.json() == {"taken": 5, "kept": True}
    device = room.live()["devices"][0]
    assert (device["received"], device["refused"]) == (5, 4)
    wrong = room.send("A trainer", "2ACC", good)
    assert (wrong.status_code, wrong.json()["field"]) == (422, "sent.0.characteristic")
    odd = room.client.post(
        f"/api/fits/{room.fit}/live/packets",
        json={"sent": [{"device": "x", "characteristic": "2AD2", "packets": [{"hex": "0"}]}]},
    )
    assert (odd.status_code, odd.json()["field"]) == (422, "sent.0.packets.0.hex")
    nobody = room.client.post(f"/api/fits/{room.fit}/live/link", json={"port": 1})
    assert (nobody.status_code, nobody.json()["field"], nobody.json()["kept"]) == (422, "port", "1")
    assert nobody.json()["message"] == "No trainer is at this port."
    assert room.client.get("/api/fits/999/live").status_code == 404
    trial = room.plan()
    too_far = room.begin(trial, 4)
    assert (too_far.status_code, too_far.json()["allowed"]) == (422, "0 to 3")
    assert room.begin(trial, None).json()["message"] == "No run is ridden that could be held."
    assert room.begin(trial + 1, 0).status_code == 404


def test_recordings_are_among_a_riders_records_and_are_erased_with_them(room: Room) -> None:
    trial = room.plan()
    room.begin(trial, 0)
    room.ride(3, 200, 140)
    rider = room.fitter.read("ride")["rider"]["id"]
    packed = zipfile.ZipFile(io.BytesIO(room.client.get(f"/api/riders/{rider}/records").content))
    lines = packed.read(f"fit-{room.fit}-readings.csv").decode().splitlines()
    assert lines[0] == "sitting,second,device,channel,value"
    assert sum("power_w" in line for line in lines) == 3
    room.client.post(f"/api/riders/{rider}/erase", json={"name": "Halvard Stroud"})
    with room.store.looking() as session:
        left = session.execute(
            text("select count(*) from recordings r left join fits f on f.id = r.fit_id where f.id is null")
        ).scalar()
        of_it = session.execute(text("select count(*) from recordings where fit_id = :fit"), {"fit": room.fit}).scalar()
    assert (left, of_it) == (0, 0)
    assert room.client.get(f"/api/fits/{room.fit}/live").status_code == 404


def test_a_room_that_falls_over_loses_less_than_a_second(tmp_path: Path, demo_file: Path) -> None:
    data = tmp_path / "demo.sqlite3"
    data.write_bytes(demo_file.read_bytes())
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    serving = subprocess.Popen([WAYMARK, "serve", "--data", str(data), "--port", str(port)], stdout=subprocess.DEVNULL)
    try:
        with httpx.Client(base_url=f"http://127.0.0.1:{port}/api/fits/6", headers=PROVEN, timeout=30) as client:
            _answering(client, serving)
            assert client.post("/live/link", json={}).status_code == 200
            assert client.post("/trials/4/begin", json={"run": 7}).status_code == 200
            seen = now = 0.0
            # The wall's clock; a room that stands still fails.
            while now < 3.0:
                assert serving.poll() is None
                shown = client.get("/live", params={"trial": 4}).json()
                now = shown["now_s"]
                seen = now - min(d["ago_s"] for d in shown["devices"] if d["ago_s"] is not None)
    finally:
        serving.send_signal(signal.SIGKILL)
        serving.wait()
    store = open_store(data)
    with store.looking() as session:
        rows = session.execute(
            text("select body from recording_chunks where recording_id = (select max(id) from recordings)")
        ).scalars()
        kept = max(at for body in rows for at, _ in unpacked(body))
    store.close()
    assert seen - kept < 1.0


def _answering(client: httpx.Client, serving: subprocess.Popen[bytes]) -> None:
    """Wait until the room answers; one that ended fails."""
    while serving.poll() is None:
        try:
            client.get("/live")
            return
        except httpx.ConnectError:
            continue
    raise AssertionError("the room ended before it answered")
