"""The commands. Errors are the one error body as JSON on standard error, exit status 2."""

from __future__ import annotations

import json
import sys
from pathlib import Path
from threading import Thread
from typing import Annotated, Any, NoReturn

import typer
from pydantic import ValidationError

from waymark.core.errors import InputError, WaymarkError
from waymark.core.search.ready import make_ready
from waymark.demo import demo_files, demo_shelves
from waymark.rooms import fits, records, riders, shelves
from waymark.rooms.calc import CALCULATIONS, calculate, listing
from waymark.rooms.deps import ErrorBody
from waymark.storage import Store, open_store, upgrade
from waymark.web.errors import body_of, body_of_validation

app = typer.Typer(
    add_completion=False, no_args_is_help=True, help="Carries a rider's position to another machine."
)
PORT = 8717
DataOption = Annotated[Path, typer.Option("--data", envvar="WAYMARK_DATA", help="the store's file")]
DATA = Path("var/waymark.sqlite3")


def main() -> None:
    """Run a command; what a person got wrong is told, never traced."""
    try:
        app()
    except WaymarkError as wrong:
        _fail(body_of(wrong))
    except ValidationError as wrong:
        _fail(body_of_validation(dict(wrong.errors(include_url=False)[0])))


def _fail(body: ErrorBody) -> NoReturn:
    sys.stderr.write(json.dumps(body.model_dump(exclude_none=True), ensure_ascii=False) + "\n")
    raise SystemExit(2)


def _opened(data: Path) -> Store:
    store = open_store(data)
    upgrade(store)
    return store


@app.command()
def calc(
    name: Annotated[str, typer.Argument(help="the calculation, such as cockpit.forward")] = "",
    list_them: Annotated[bool, typer.Option("--list", help="name them all with their schemas")] = False,
) -> None:
    """One open calculation: a JSON object on standard input, one on standard output."""
    if list_them:
        typer.echo(json.dumps(listing(), indent=2, ensure_ascii=False))
        return
    if name not in CALCULATIONS:
        raise InputError("No such calculation.", field="name", allowed=", ".join(CALCULATIONS), kept=name)
    try:
        question: Any = json.loads(sys.stdin.read())
    except (json.JSONDecodeError, RecursionError) as wrong:
        raise InputError(f"Standard input is not readable as JSON: {wrong}", field="input") from wrong
    answer = calculate(name, CALCULATIONS[name].takes.model_validate(question))
    typer.echo(answer.model_dump_json(by_alias=True, exclude_none=True))


@app.command("import")
def import_(
    what: Annotated[str, typer.Argument(help="frames, parts or fit")],
    file: Annotated[
        Path, typer.Argument(help="a CSV file, or a *.waymark.json", exists=True, dir_okay=False)
    ],
    data: DataOption = DATA,
) -> None:
    """Take a shelf file or a fit file into the store; bad lines are refused one by one."""
    text = file.read_text(encoding="utf-8-sig")
    store = _opened(data)
    with store.writing() as session:
        if what == "fit":
            typer.echo(json.dumps({"fit": fits.import_fit(session, text).id}))
            return
        take = {"frames": shelves.import_frames, "parts": shelves.import_parts}.get(what)
        if take is None:
            raise InputError(
                "Nothing of that name is imported.", field="what", allowed="frames, parts, fit", kept=what
            )
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
    store = _opened(data)
    with store.looking() as session:
        if what == "frames":
            text = shelves.export_frames(session)
        elif what == "parts":
            text = shelves.export_parts(session)
        elif what.isdigit():
            text = fits.export_fit(session, fits.fit_row(session, int(what)))
        else:
            raise InputError(
                "Nothing of that name is exported.",
                field="what",
                allowed="frames, parts, a number",
                kept=what,
            )
    sys.stdout.write(text)


@app.command("records")
def records_(
    rider: Annotated[int, typer.Argument(help="the rider's number")],
    file: Annotated[Path, typer.Argument(help="the zip file to write", dir_okay=False)],
    data: DataOption = DATA,
) -> None:
    """Write everything that is kept of one rider to a zip file."""
    with _opened(data).looking() as session:
        file.write_bytes(records.export_rider(session, rider))


@app.command()
def erase(
    rider: Annotated[int, typer.Argument(help="the rider's number")],
    name: Annotated[str, typer.Option(help="the rider's name, typed out, so that nobody else goes")],
    data: DataOption = DATA,
) -> None:
    """Erase one rider with every file, photo and revision of theirs."""
    store = _opened(data)
    with store.writing() as session:
        records.erase_rider(session, rider, name)
    store.scrub()


@app.command()
def schema() -> None:
    """Write the JSON Schema of the fit file."""
    typer.echo(json.dumps(fits.file_schema(), indent=2, ensure_ascii=False))


def seed(store: Store) -> bool:
    """Put the demo shelves and riders into an empty store; false where it already holds riders."""
    with store.writing() as session:
        if riders.rider_rows(session):
            return False
        frames, parts = demo_shelves()
        shelves.import_frames(session, frames, apply=True)
        shelves.import_parts(session, parts, apply=True)
        for text in demo_files():
            fits.import_fit(session, text)
    return True


@app.command()
def demo(
    data: DataOption = Path("var/demo.sqlite3"),
    port: int = PORT,
    only_seed: Annotated[bool, typer.Option(help="fill the store and leave")] = False,
) -> None:
    """Serve the demo: a club's fit room with its riders and shelves."""
    store = _opened(data)
    seed(store)
    if only_seed:
        store.close()
        return
    _serve(store, "127.0.0.1", port, ())


@app.command()
def serve(
    data: DataOption = DATA,
    host: Annotated[
        str, typer.Option(help="address to listen on; the loopback unless told otherwise")
    ] = "127.0.0.1",
    port: int = PORT,
    name: Annotated[
        list[str] | None, typer.Option(help="a host name to answer to beside the loopback")
    ] = None,
) -> None:
    """Serve a fit room on its own store."""
    _serve(_opened(data), host, port, tuple(name or ()))


def _serve(store: Store, host: str, port: int, names: tuple[str, ...]) -> None:
    import uvicorn

    from waymark.web import make_app

    typer.echo(f"Waymark is open at http://{'localhost' if host == '127.0.0.1' else host}:{port}")
    hosts = names if host == "127.0.0.1" else (*names, host)
    # Loading the compiled search takes a second or two: done by the time somebody asks for one.
    Thread(target=make_ready, daemon=True).start()
    uvicorn.run(make_app(store, hosts), host=host, port=port, log_level="warning")


@app.command()
def openapi() -> None:
    """Write the description of the web interface, from which the screens' client is made."""
    from waymark.web import make_app

    store = open_store(Path(":memory:"))
    typer.echo(json.dumps(make_app(store).openapi(), indent=1, ensure_ascii=False))
