"""The demo: invented shelves and riders of a cycling club on an island that is on no map.

The Ring of Skerravoe is the club's relay round its coast: a road day, a gravel day, and an indoor finale in
the ferry hall. Everything is kept as open-format files and read the way any user's files are.
"""

from __future__ import annotations

from importlib.resources import files


def demo_shelves() -> tuple[str, str]:
    """The frames file and the parts file, as text."""
    here = files(__name__)
    return (
        (here / "frames.csv").read_text(encoding="utf-8"),
        (here / "parts.csv").read_text(encoding="utf-8"),
    )


def demo_machines() -> str:
    """The indoor bikes, as their file's text."""
    return (files(__name__) / "machines.json").read_text(encoding="utf-8")


def demo_files() -> list[str]:
    """The riders' fit files, as text, in the order they are to be opened."""
    folder = files(__name__) / "files"
    kept = (f.name for f in folder.iterdir() if f.name.endswith(".waymark.json"))
    names = sorted(kept, key=lambda name: int(name.split("-")[0]))
    return [(folder / name).read_text(encoding="utf-8") for name in names]
