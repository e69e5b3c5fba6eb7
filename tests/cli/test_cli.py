"""The command line as a person uses it."""

from __future__ import annotations

import json
import re
import signal
import socket
import subprocess
import sys
from pathlib import Path

import pytest

from tests.rooms.test_calc import EXAMPLES
from tests.shell import WAYMARK, waymark
from waymark.core.link import decode
from waymark.demo import demo_files, demo_shelves
from waymark.devices import Unpacker


def test_the_installed_command_itself() -> None:
    ask = EXAMPLES["cockpit.forward"]
    call = [str(Path(sys.executable).parent / "waymark"), "calc", "cockpit.forward"]
    run = subprocess.run(call, input=json.dumps(ask), capture_output=True, text=True, check=True)
    assert json.loads(run.stdout)["bar_x_mm"] == pytest.approx(474.13, abs=0.01)


def test_list_names_every_calculation_with_its_schema() -> None:
    names = [c["name"] for c in json.loads(waymark("calc", "--list").stdout)]
    assert {"frame.derive", "cockpit.forward", "seat.inverse", "search"} <= set(names)


@pytest.mark.parametrize(
    ("args", "typed", "field"),
    [
        (("calc", "no.such"), "{}", "name"),
        (("calc", "level.pitch"), "{", "input"),
        (("calc", "level.pitch"), "{}", "front_axle_height_mm"),
        (("calc", "level.pitch"), '{"front_axle_height_mm": "high"}', "front_axle_height_mm"),
        (("export", "everything"), "", "what"),
    ],
)
def test_bad_input_is_the_error_body_and_status_2(
    args: tuple[str, ...], typed: str, field: str, tmp_path: Path
) -> None:
    more = ("--data", str(tmp_path / "x.sqlite3")) if args[0] == "export" else ()
    run = waymark(*args, *more, typed=typed)
    assert run.returncode == 2
    assert json.loads(run.stderr)["field"] == field
    assert run.stdout == ""


def test_shelves_and_files_go_in_and_out(tmp_path: Path) -> None:
    data = ("--data", str(tmp_path / "room.sqlite3"))
    frames, parts = demo_shelves()
    for name, text in (("frames", frames), ("parts", parts)):
        file = tmp_path / f"{name}.csv"
        file.write_text(text, encoding="utf-8")
        run = waymark("import", name, str(file), *data)
        assert run.returncode == 0, run.stderr
        assert json.loads(run.stdout)["refused"] == []
        out = waymark("export", name, *data).stdout
        assert sorted(out.splitlines()) == sorted(text.splitlines())
    fit = tmp_path / "a.waymark.json"
    fit.write_text(demo_files()[0], encoding="utf-8")
    number = json.loads(waymark("import", "fit", str(fit), *data).stdout)["fit"]
    assert waymark("export", str(number), *data).stdout == demo_files()[0]


def test_a_shelf_with_a_bad_line_is_taken_but_for_it(tmp_path: Path) -> None:
    file = tmp_path / "parts.csv"
    file.write_text("kind,name,height_mm\nspacer,Ring 5,5\nspacer,Ring wrong,-5\n")
    run = waymark("import", "parts", str(file), "--data", str(tmp_path / "room.sqlite3"))
    assert run.returncode == 1
    told = json.loads(run.stdout)
    assert told["added"] == 1
    assert told["refused"][0]["line"] == 3


def test_seeding_twice_changes_nothing(tmp_path: Path) -> None:
    data = ("--data", str(tmp_path / "demo.sqlite3"))
    assert waymark("demo", "--only-seed", *data).returncode == 0
    first = waymark("export", "1", *data).stdout
    assert waymark("demo", "--only-seed", *data).returncode == 0
    assert waymark("export", "1", *data).stdout == first
    assert waymark("export", f"{len(demo_files())}", *data).returncode == 0
    assert waymark("export", f"{len(demo_files()) + 1}", *data).returncode == 2


def test_schema_of_the_fit_file() -> None:
    assert json.loads(waymark("schema").stdout)["title"] == "FitFile"


def test_the_trainer_is_listened_to_at_the_port_it_shows() -> None:
    command = [str(WAYMARK), "trainer", "--port", "0", "--speed", "50", "--seed", "4"]
    riding = subprocess.Popen(command, stdout=subprocess.PIPE, text=True)
    try:
        assert riding.stdout is not None
        told = re.fullmatch(r"Simulated trainer at port (\d+); Ctrl-C ends it.\n", riding.stdout.readline())
        assert told
        with socket.create_connection(("127.0.0.1", int(told[1])), timeout=20) as line:
            frames, unpacker = [], Unpacker()
            while len(frames) < 30:
                frames += list(unpacker.feed(line.recv(4096)))
    finally:
        riding.send_signal(signal.SIGINT)
        assert riding.wait(timeout=20) == 0
        if riding.stdout is not None:
            riding.stdout.close()
    assert [(f.device, f.name) for f in frames[:2]] == [(1, "Simulated trainer"), (2, "Simulated strap")]
    sent = [decode(f.characteristic, f.payload) for f in frames[2:]]
    assert all(100 < fields["power_w"] < 170 for fields in sent if "power_w" in fields)
    assert any("heart_rate_bpm" in fields for fields in sent)
    wrong = waymark("trainer", "--port", "70000")
    assert wrong.returncode == 2
