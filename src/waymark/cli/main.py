"""The commands. Errors are the one error body as JSON on standard error, exit status 2.

What a command needs is imported by the command: a small calculation should not wait for the web and the store.
"""

from __future__ import annotations

import json
import os
import socket
import sys
from collections.abc import Callable, Iterator
from contextlib import contextmanager, suppress
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, Any, NoReturn

import typer
from pydantic import ValidationError

from waymark.core.errors import InputError, WaymarkError
from waymark.rooms.errors import ErrorBody, body_of, body_of_validation

if TYPE_CHECKING:
    from waymark.rooms.files import Desk
    from waymark.storage import Store

app = typer.Typer(
    add_completion=False,
    no_args_is_help=True,
    pretty_exceptions_enable=False,
    help="Carries a rider's position to another machine.",
)
PORT = 8717
MOST_NUMBER = 2**53
MOST_FILE_BYTES = 64_000_000
DataOption = Annotated[Path, typer.Option("--data", envvar="WAYMARK_DATA", help="the store's file")]
PortOption = Annotated[int, typer.Option(min=1, max=65535)]
DATA = Path("var/waymark.sqlite3")


def main() -> None:
    """Run a command; what a person got wrong is told, never traced."""
    try:
        app()
    except WaymarkError as wrong:
        _fail(body_of(wrong))
    except ValidationError as wrong:
        _fail(body_of_validation(dict(wrong.errors(include_url=False)[0])))
    except BrokenPipeError:
        # Nobody reads on: there is nothing to say and nobody to say it to.
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
        raise SystemExit(2) from None
    except OSError as wrong:
        _fail(ErrorBody(code="file", message=f"{wrong.filename or 'The file'}: {wrong.strerror}.", field="file"))


def _fail(body: ErrorBody) -> NoReturn:
    said = json.dumps(body.model_dump(exclude_none=True), ensure_ascii=False)
    sys.stderr.write(said.encode("utf-8", "replace").decode() + "\n")
    raise SystemExit(2)


class StoreError(WaymarkError):
    """The store cannot be opened, copied or put back."""

    code = "store"


@contextmanager
def _told() -> Iterator[None]:
    """What the store has to say of its file, as one of our own errors."""
    from waymark.storage import StartError

    try:
        yield
    except StartError as wrong:
        raise StoreError(wrong.message, field=wrong.field, allowed=wrong.allowed, kept=wrong.kept) from wrong


def _opened(data: Path) -> Store:
    from waymark.storage import start_store

    with _told():
        return start_store(data)


def _desk(store: Store) -> Desk:
    from waymark.rooms.files import Desk
    from waymark.rooms.posts import registry

    return Desk(store, registry())


def _text(file: Path) -> str:
    """A file's text; raises ``InputError`` where it is none."""
    if file.stat().st_size > MOST_FILE_BYTES:
        raise InputError("This file is too large.", field="file", allowed=f"{MOST_FILE_BYTES // 1_000_000} MB")
    try:
        return file.read_text(encoding="utf-8-sig")
    except UnicodeDecodeError as wrong:
        raise InputError(
            f"This file is not UTF-8: byte {wrong.start + 1} is no letter.",
            field="file",
            allowed="text saved as UTF-8",
            kept=str(file),
        ) from wrong


@app.command()
def calc(
    name: Annotated[str, typer.Argument(help="the calculation, such as cockpit.forward")] = "",
    list_them: Annotated[bool, typer.Option("--list", help="name them all with their schemas")] = False,
) -> None:
    """One open calculation: a JSON object on standard input, one on standard output."""
    from waymark.rooms.calc import CALCULATIONS, calculate, listing

    if list_them:
        typer.echo(json.dumps(listing(), indent=2, ensure_ascii=False))
        return
    if name not in CALCULATIONS:
        raise InputError("No such calculation.", field="name", allowed=", ".join(CALCULATIONS), kept=name)
    try:
        question: Any = json.loads(sys.stdin.read())
    except (ValueError, RecursionError) as wrong:
        raise InputError(f"Standard input is not readable as JSON: {wrong}", field="input") from wrong
    answer = calculate(name, CALCULATIONS[name].takes.model_validate(question))
    typer.echo(answer.model_dump_json(by_alias=True, exclude_none=True))


@app.command("import")
def import_(
    what: Annotated[str, typer.Argument(help="frames, parts or fit")],
    file: Annotated[Path, typer.Argument(help="a CSV file, or a *.waymark.json", exists=True, dir_okay=False)],
    data: DataOption = DATA,
) -> None:
    """Take a shelf file or a fit file into the store; bad lines are refused one by one."""
    from waymark.rooms import shelves

    take: Callable[..., Any] | None = {"frames": shelves.import_frames, "parts": shelves.import_parts}.get(what)
    if take is None and what != "fit":
        raise InputError("Nothing of that name is imported.", field="what", allowed="frames, parts, fit", kept=what)
    text = _text(file)
    desk = _desk(_opened(data))
    if take is None:
        found = desk.format.read(text)
        with desk.store.writing() as session:
            typer.echo(json.dumps({"fit": desk.take_in(session, found).id}))
        return
    with desk.store.writing() as session:
        done = take(session, text, apply=True)
    typer.echo(done.model_dump_json(indent=2))
    if done.refused:
        raise SystemExit(1)


@app.command()
def export(
    what: Annotated[str, typer.Argument(help="frames, parts, or a fit file's number")],
    data: DataOption = DATA,
) -> None:
    """Write a shelf or a fit file to standard output."""
    from waymark.rooms import shelves
    from waymark.rooms.files import fit_row

    number = int(what) if what.isdecimal() and len(what) < 17 else 0
    if what not in ("frames", "parts") and not 1 <= number <= MOST_NUMBER:
        raise InputError(
            "Nothing of that name is exported.",
            field="what",
            allowed="frames, parts, a number",
            kept=what[:80],
        )
    desk = _desk(_opened(data))
    with desk.store.looking() as session:
        if what == "frames":
            text = shelves.export_frames(session)
        elif what == "parts":
            text = shelves.export_parts(session)
        else:
            text = desk.export_fit(fit_row(session, number))
    sys.stdout.write(text)


@app.command("records")
def records_(
    rider: Annotated[int, typer.Argument(help="the rider's number", min=1, max=MOST_NUMBER)],
    file: Annotated[Path, typer.Argument(help="the zip file to write", dir_okay=False)],
    data: DataOption = DATA,
) -> None:
    """Write everything that is kept of one rider to a zip file."""
    from waymark.rooms import records

    desk = _desk(_opened(data))
    with desk.store.looking() as session:
        pieces = records.records_of(desk, session, rider)
        with file.open("wb") as out:
            out.writelines(pieces)


@app.command()
def erase(
    rider: Annotated[int, typer.Argument(help="the rider's number", min=1, max=MOST_NUMBER)],
    name: Annotated[str, typer.Option(help="the rider's name, typed out, so that nobody else goes")],
    data: DataOption = DATA,
) -> None:
    """Erase one rider with every file, photo and revision of theirs; waits until their bytes are gone too."""
    from waymark.rooms import records

    store = _opened(data)
    with store.writing() as session:
        records.erase_rider(session, rider, name)
    store.forget()
    gone = store.scrub()
    if not gone:
        typer.echo("Erased. Waiting for somebody who still reads the old pages; they go when that ends.", err=True)
        gone = store.scrubbed()
    typer.echo(records.erased_says(gone))


@app.command()
def backup(
    file: Annotated[Path, typer.Argument(help="the new file to write", dir_okay=False)],
    data: DataOption = DATA,
) -> None:
    """Copy the whole store into a new file while it is in use, and read the copy back."""
    from waymark.storage import back_up

    with _told():
        rows = back_up(data, file)
    typer.echo(json.dumps({"file": str(file), "checked": True, "rows": rows}))


@app.command("restore")
def restore_(
    file: Annotated[Path, typer.Argument(help="a file written by backup", exists=True, dir_okay=False)],
    data: DataOption = DATA,
) -> None:
    """Put a backup in the store's place; the old store is set aside beside it. Refused while the store is in use."""
    from waymark.storage import restore

    with _told():
        aside = restore(file, data)
    typer.echo(json.dumps({"data": str(data), "set_aside": None if aside is None else str(aside)}))


@app.command()
def trainer(
    port: Annotated[
        int, typer.Option(min=0, max=65535, help="where to listen on this machine; 0 for a free one")
    ] = 8719,
    speed: Annotated[float, typer.Option(min=0.1, max=100, help="how much faster the ride's time passes")] = 1.0,
    seed: Annotated[int | None, typer.Option(help="the same number rides the same ride")] = None,
) -> None:
    """Be a trainer and a strap with a rider on them, simulated; link them from a file's Ride post by the port."""
    import asyncio

    from waymark.devices import SimulatedRide, SimulatedTrainer

    async def ride() -> None:
        it = SimulatedTrainer(SimulatedRide(seed), speed)
        typer.echo(f"Simulated trainer at port {await it.open(port)}; Ctrl-C ends it.")
        sys.stdout.flush()
        await asyncio.Event().wait()

    with suppress(KeyboardInterrupt):
        asyncio.run(ride())


@app.command()
def schema() -> None:
    """Write the JSON Schema of the fit file."""
    from waymark.rooms.files import FileFormat
    from waymark.rooms.posts import registry

    typer.echo(json.dumps(FileFormat(registry()).schema(), indent=2, ensure_ascii=False))


def seed(store: Store) -> bool:
    """Put the demo shelves and riders into an empty store; false where it already holds riders."""
    from waymark.demo import demo_files, demo_machines, demo_shelves
    from waymark.demo.ride import demo_sitting
    from waymark.rooms import riders, shelves
    from waymark.rooms.live import keep_whole
    from waymark.rooms.machines import MachinesFile, put_machines
    from waymark.rooms.posts.ride import RideState

    desk = _desk(store)
    found = [desk.format.read(text) for text in demo_files()]
    with store.writing() as session:
        if riders.rider_rows(session):
            return False
        frames, parts = demo_shelves()
        shelves.import_frames(session, frames, apply=True)
        shelves.import_parts(session, parts, apply=True)
        put_machines(session, MachinesFile.model_validate_json(demo_machines()).machines)
        known: dict[str, riders.RiderRow] = {}
        for file in found:
            # Files of one name are one rider's bikes.
            rider = known.get(file.rider.name)
            fit = desk.take_in(session, file) if rider is None else desk.open(session, rider, file.title, file.fit)
            known[file.rider.name] = fit.rider
            for trial in file.fit.part(RideState).trials:
                keep_whole(session, fit.id, demo_sitting(trial))
    return True


@app.command()
def demo(
    data: DataOption = Path("var/demo.sqlite3"),
    port: PortOption = PORT,
    only_seed: Annotated[bool, typer.Option(help="fill the store and leave")] = False,
) -> None:
    """Serve the demo: a club's fit room with its riders and shelves."""
    door = None if only_seed else open_door("127.0.0.1", port)
    store = _opened(data)
    seed(store)
    if door is None:
        store.close()
        return
    _serve(store, door, ())


@app.command()
def serve(
    data: DataOption = DATA,
    host: Annotated[str, typer.Option(help="address to listen on; the loopback unless told otherwise")] = "127.0.0.1",
    port: PortOption = PORT,
    name: Annotated[list[str] | None, typer.Option(help="a host name to answer to beside the loopback")] = None,
    open_to_all: Annotated[
        bool,
        typer.Option(
            "--let-everybody-on-the-network-read-and-change-everything",
            help="needed for an address beyond this machine: there are no accounts yet",
        ),
    ] = False,
) -> None:
    """Serve a fit room on its own store."""
    if not open_to_all and not _loopback(host):
        raise InputError(
            f"Serving at {host} would let everybody who reaches it read and change every rider: there are no accounts "
            "yet.",
            field="host",
            allowed="127.0.0.1, or with --let-everybody-on-the-network-read-and-change-everything",
            kept=host,
        )
    door = open_door(host, port)
    names = tuple(name or ()) if host in ("0.0.0.0", "::") else (*(name or ()), host)  # noqa: S104
    _serve(_opened(data), door, names)


def _loopback(host: str) -> bool:
    try:
        found = {info[4][0] for info in socket.getaddrinfo(host, None)}
    except OSError as wrong:
        raise InputError(f"{host} is no address of this machine.", field="host", kept=host) from wrong
    return all(str(a) == "::1" or str(a).startswith("127.") for a in found)


def open_door(host: str, port: int) -> socket.socket:
    """The listening socket, taken before anything else is done."""
    family = socket.AF_INET6 if ":" in host else socket.AF_INET
    # Named as TCP, answers are sent at once; unnamed, each would wait some 40 ms for the other side to confirm its head.
    door = socket.socket(family, socket.SOCK_STREAM, socket.IPPROTO_TCP)
    door.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
    try:
        door.bind((host, port))
    except OSError as wrong:
        raise InputError(
            f"Nothing can be served at {host}:{port}: {wrong.strerror}.",
            field="port",
            allowed="a free port, with --port",
            kept=str(port),
        ) from wrong
    return door


def _serve(store: Store, door: socket.socket, names: tuple[str, ...]) -> None:
    from threading import Thread

    import uvicorn

    from waymark.core.search.ready import make_ready
    from waymark.web import keep_what_is_loaded, make_app

    host, port = door.getsockname()[:2]
    typer.echo(f"Waymark is open at http://{'localhost' if host == '127.0.0.1' else host}:{port}")
    # Loading the compiled search takes a second or two: done by the time somebody asks for one.
    Thread(target=make_ready, daemon=True).start()
    app = make_app(store, names)
    keep_what_is_loaded()
    uvicorn.Server(uvicorn.Config(app, log_level="warning")).run(sockets=[door])


@app.command()
def openapi() -> None:
    """Write the description of the web interface, from which the screens' client is made."""
    from waymark.storage import open_store
    from waymark.web import make_app

    typer.echo(json.dumps(make_app(open_store(Path(":memory:"))).openapi(), indent=1, ensure_ascii=False))
