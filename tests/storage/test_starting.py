"""Starting on any file, first starts at once, what is set aside, backups, and that nothing stays of what was erased."""

from __future__ import annotations

import asyncio
import json
import os
import shutil
import socket
import sqlite3
import stat
import subprocess
import sys
from contextlib import closing
from pathlib import Path
from unittest import mock

import pytest

from tests.shell import WAYMARK, Ran, waymark
from waymark.cli.main import open_door
from waymark.storage import StartError, back_up, restore, start_store
from waymark.storage.start import check_file, in_use, known_revisions


def run(*args: str, given: bytes = b"", data: Path | None = None) -> subprocess.CompletedProcess[bytes]:
    """A command with its output as bytes."""
    env = {**os.environ, **({"WAYMARK_DATA": str(data)} if data else {})}
    return subprocess.run([str(WAYMARK), *args], input=given, capture_output=True, env=env, check=False)


def here(*args: str, data: Path) -> Ran:
    """The same in this process, which starts in no time."""
    with mock.patch.dict(os.environ, {"WAYMARK_DATA": str(data)}):
        return waymark(*args)


def told(done: subprocess.CompletedProcess[bytes] | Ran) -> dict[str, str]:
    """The one error body of a refused command."""
    err = done.stderr if isinstance(done.stderr, str) else done.stderr.decode()
    assert (done.returncode, len(done.stdout)) == (2, 0)
    assert "Traceback" not in err
    return json.loads(err)


def started(path: Path) -> Path:
    """A store in its own process, let go of again."""
    assert run("export", "frames", data=path).returncode == 0
    return path


@pytest.fixture
def whole(tmp_path: Path, demo_file: Path) -> Path:
    """A store with the demo in it that nobody holds."""
    path = tmp_path / "whole.sqlite3"
    back_up(demo_file, path)
    return path


def damaged(path: Path) -> None:
    """Some pages in the middle overwritten."""
    size = path.stat().st_size
    with path.open("r+b") as file:
        file.seek(size // 3)
        file.write(os.urandom(size // 3))


def newer(path: Path) -> None:
    """A revision that no house knows yet."""
    with closing(sqlite3.connect(path)) as connection, connection:
        connection.execute("UPDATE alembic_version SET version_num='9001'")


def foreign(path: Path) -> None:
    """Somebody else's tables."""
    path.unlink()
    with closing(sqlite3.connect(path)) as connection, connection:
        connection.execute("CREATE TABLE notes (text)")


SPOILT = {
    "text": (lambda p: p.write_text("Dear diary, " * 40), "is no Waymark store"),
    "cut short": (lambda p: os.truncate(p, p.stat().st_size // 2), "is cut short"),
    "a few bytes": (lambda p: os.truncate(p, 60), "is cut short"),
    "damaged": (damaged, "is damaged"),
    "foreign": (foreign, "holds something else than a Waymark store"),
    "newer": (newer, "was written by a newer Waymark (store 9001)"),
    "not to be written": (lambda p: p.chmod(0o400), "may not be written to"),
    "a folder": (lambda p: (p.unlink(), p.mkdir()), "is a folder, not a store"),
}  # fmt: skip


@pytest.mark.parametrize("how", SPOILT)
def test_a_file_that_is_no_whole_store_of_ours_is_told_and_left_as_it_is(whole: Path, how: str) -> None:
    spoil, says = SPOILT[how]
    spoil(whole)
    before = whole.read_bytes() if whole.is_file() else b""
    body = told(here("export", "frames", data=whole))
    assert body["message"] == f"{whole} {says}{'' if how == 'a folder' else '; nothing was changed'}."
    assert body["field"] == "data"
    assert body["allowed"]
    assert (whole.read_bytes() if whole.is_file() else b"") == before


def test_the_command_line_is_told_what_is_wrong(whole: Path, tmp_path: Path) -> None:
    bad = tmp_path / "bad.csv"
    bad.write_bytes("frame,kind\nGlen Ménard".encode("latin-1"))
    assert (
        told(here("import", "frames", str(bad), data=whole))["message"]
        == "This file is not UTF-8: byte 18 is no letter."
    )
    for args in (["export", "9" * 30], ["export", "0"], ["export", "x"]):
        assert told(here(*args, data=whole))["allowed"] == "frames, parts, a number"
    for args in (["records", "9" * 30, "x.zip"], ["erase", "9" * 30, "--name", "x"]):
        done = here(*args, data=whole)
        assert (done.returncode, "Traceback" in done.stderr) == (2, False)
    for given in (b"\xff\xfe", b'{"a": ' + b"9" * 5000 + b"}", b"[" * 100_000, b"{"):
        assert told(run("calc", "position.rotate", given=given))["field"] == "input"
    assert told(here("calc", "no.such", data=whole))["message"] == "No such calculation."
    assert told(here("records", "1", str(tmp_path / "no" / "such" / "x.zip"), data=whole))["code"] == "file"
    wrong = told(here("erase", "1", "--name", "somebody", data=whole))
    assert wrong["message"] == "Nothing was erased: that is not this rider's name."


def test_a_taken_port_is_told_before_anything_is_made(tmp_path: Path) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        body = told(run("serve", "--port", str(port), data=tmp_path / "new.sqlite3"))
    assert body["message"] == f"Nothing can be served at 127.0.0.1:{port}: Address already in use."
    assert body["allowed"] == "a free port, with --port"
    assert list(tmp_path.iterdir()) == []


def test_an_answer_is_sent_at_once() -> None:
    """The system would keep the second half of an answer back until the other side had confirmed the first."""

    async def sent_at_once() -> list[int]:
        found: list[int] = []

        def let_in(_: asyncio.StreamReader, writer: asyncio.StreamWriter) -> None:
            line = writer.get_extra_info("socket")
            found.append(line.getsockopt(socket.IPPROTO_TCP, socket.TCP_NODELAY))
            writer.close()

        server = await asyncio.start_server(let_in, sock=open_door("127.0.0.1", 0))
        async with server:
            reader, writer = await asyncio.open_connection(*server.sockets[0].getsockname())
            await reader.read()
            writer.close()
            await writer.wait_closed()
        return found

    assert asyncio.run(sent_at_once()) == [1]


def test_serving_beyond_this_machine_must_be_asked_for_at_length(tmp_path: Path) -> None:
    for host in ("0.0.0.0", "::"):
        body = told(run("serve", "--host", host, data=tmp_path / "new.sqlite3"))
        assert body["message"].startswith(
            f"Serving at {host} would let everybody who reaches it read and change every rider"
        )
        assert body["allowed"].endswith("--let-everybody-on-the-network-read-and-change-everything")
    assert list(tmp_path.iterdir()) == []


def test_two_first_starts_at_once_both_work(tmp_path: Path) -> None:
    path = tmp_path / "new.sqlite3"
    command = [str(WAYMARK), "demo", "--only-seed", "--data", str(path)]
    both = [subprocess.Popen(command, stderr=subprocess.PIPE) for _ in range(2)]
    for one in both:
        _, said = one.communicate()
        assert (one.returncode, said) == (0, b"")
    with closing(sqlite3.connect(path)) as connection:
        names = [n for (n,) in connection.execute("SELECT name FROM riders")]
    assert len(names) == len(set(names)) > 0


def test_the_file_and_its_neighbours_are_the_owners_alone(tmp_path: Path) -> None:
    path = tmp_path / "new.sqlite3"
    store = start_store(path)
    with store.writing() as session:
        session.connection().exec_driver_sql("CREATE TABLE x (y)")
    beside = [f for f in tmp_path.iterdir() if f.name.startswith("new.sqlite3")]
    assert {f.name for f in beside} >= {"new.sqlite3", "new.sqlite3-wal", "new.sqlite3-shm"}
    assert {stat.S_IMODE(f.stat().st_mode) for f in beside} == {0o600}
    with store.engine.connect() as connection:
        assert connection.exec_driver_sql("PRAGMA synchronous").scalar_one() == 2
    store.close()
    # What an earlier version left open to all is closed at the next start.
    path.chmod(0o644)
    start_store(path).close()
    assert stat.S_IMODE(path.stat().st_mode) == 0o600


def test_a_backup_of_a_store_in_use_is_whole_and_comes_back(tmp_path: Path, demo_file: Path) -> None:
    path, copy = tmp_path / "waymark.sqlite3", tmp_path / "backup.sqlite3"
    shutil.copy(demo_file, path)
    with closing(sqlite3.connect(path, isolation_level=None)) as busy:
        busy.execute("PRAGMA journal_mode=WAL")
        busy.execute("BEGIN IMMEDIATE")
        busy.execute("UPDATE riders SET name='Half Written'")
        done = json.loads(run("backup", str(copy), data=path).stdout)
        busy.execute("ROLLBACK")
    assert done["checked"] is True
    assert done["rows"]["riders"] >= 9
    assert stat.S_IMODE(copy.stat().st_mode) == 0o600
    assert told(run("backup", str(copy), data=path))["message"] == f"{copy} is there already; nothing was written."
    with closing(sqlite3.connect(path)) as connection, connection:
        connection.execute("DELETE FROM riders")
        connection.execute(
            "INSERT INTO riders (name, profile, made_at, changed_at) VALUES ('New', '{}', '2026-01-01', '2026-01-01')"
        )
    back = json.loads(run("restore", str(copy), data=path).stdout)
    with closing(sqlite3.connect(path)) as connection:
        names = {n for (n,) in connection.execute("SELECT name FROM riders")}
    assert "New" not in names
    assert len(names) == done["rows"]["riders"]
    with closing(sqlite3.connect(back["set_aside"])) as connection:
        assert [n for (n,) in connection.execute("SELECT name FROM riders")] == ["New"]
    assert run("export", "frames", data=path).returncode == 0


def test_nothing_is_restored_over_a_store_in_use_or_from_what_is_none(tmp_path: Path, whole: Path) -> None:
    copy = tmp_path / "backup.sqlite3"
    back_up(whole, copy)
    code = f"from pathlib import Path; from waymark.storage import start_store; start_store(Path({str(whole)!r})); print(1, flush=True); input()"
    with subprocess.Popen([sys.executable, "-c", code], stdin=subprocess.PIPE, stdout=subprocess.PIPE) as holder:
        assert holder.stdout is not None
        assert holder.stdin is not None
        holder.stdout.readline()
        before = whole.read_bytes()
        assert in_use(whole)
        with pytest.raises(StartError, match="is in use; nothing was changed"):
            restore(copy, whole)
        assert whole.read_bytes() == before
        holder.stdin.write(b"\n")
    assert not in_use(whole)
    bad = tmp_path / "bad.sqlite3"
    bad.write_text("nothing")
    with pytest.raises(StartError, match="is no Waymark store"):
        restore(bad, whole)
    aside = restore(copy, tmp_path / "fresh" / "new.sqlite3")
    assert aside is None
    assert check_file(tmp_path / "fresh" / "new.sqlite3") == known_revisions()[-1]
    # A store beyond saving is set aside as it is, and the backup put in its place.
    damaged(whole)
    spoilt = whole.read_bytes()
    kept = restore(copy, whole)
    assert kept is not None
    assert kept.read_bytes() == spoilt
    assert check_file(whole) == known_revisions()[-1]


def test_what_somebody_still_reads_is_scrubbed_when_they_let_go(tmp_path: Path) -> None:
    path = tmp_path / "waymark.sqlite3"
    store = start_store(path)
    with store.engine.connect() as connection:
        connection.exec_driver_sql("PRAGMA busy_timeout=1")
    secret = "Zebedee Quillfeather" * 40
    with store.writing() as session:
        session.connection().exec_driver_sql("CREATE TABLE x (y)")
        session.connection().exec_driver_sql("INSERT INTO x VALUES (?)", (secret,))
    reader = sqlite3.connect(path, isolation_level=None)
    reader.execute("BEGIN")
    reader.execute("SELECT count(*) FROM x").fetchone()
    with store.writing() as session:
        session.connection().exec_driver_sql("DELETE FROM x")
    assert store.scrub() is False
    assert b"Zebedee" in path.with_name(path.name + "-wal").read_bytes()
    reader.execute("ROLLBACK")
    reader.close()
    assert store.scrubbed(60)
    for file in tmp_path.iterdir():
        assert b"Zebedee" not in file.read_bytes(), file.name
    store.close()
