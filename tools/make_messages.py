"""The catalogue of every text that is told: sentences and tables of the core and rooms, and the screens' own.

Writes ``locale/waymark.pot``, from which a language is translated, and ``locale/screens.json``, the texts that the
screens ask for. Run by ``make messages``; a test holds both to the sources.
"""

from __future__ import annotations

import html
import importlib
import json
import pkgutil
import re
from collections.abc import Iterable, Iterator
from dataclasses import fields, is_dataclass
from io import BytesIO
from pathlib import Path
from typing import Any, Literal, get_args, get_origin

from babel.messages.catalog import Catalog
from babel.messages.extract import extract_from_dir
from babel.messages.pofile import write_po
from pydantic import BaseModel

import waymark

ROOT = Path(__file__).parents[1]
SOURCES = Path(waymark.__file__).parent
LOCALE = SOURCES / "locale"
SCREENS = ROOT / "frontend" / "src"
# Fields of the house's tables that are read by people.
TOLD = {
    "group", "hint", "how", "label", "question", "reason", "saying", "says", "short_means", "title", "titles", "word",
}  # fmt: skip
# Words of the code that stand in sentences as they are.
PLAIN = {
    "in", "edge", "out", "left out", "fits", "suspect", "kept", "unchecked", "saddle", "hand", "foot", "pad", "nose", "clamp",
    "carbon", "alloy", "steel", "titanium",
}  # fmt: skip
ASKED = re.compile(r"""(?<![\w.])(?:\$t|t|said)\(\s*('(?:[^'\\\n]|\\.)*'|"(?:[^"\\\n]|\\.)*")""")


def sentences() -> set[str]:
    """The templates of ``say``, by standard extraction."""
    found = extract_from_dir(SOURCES, [("**.py", "python")], keywords={"say": None}, comment_tags=())
    return {message for _, _, message, _, _ in found if isinstance(message, str)}


def tables() -> set[str]:
    """The texts of the house's tables: every one that stands in a module of the core or of the rooms."""
    found: set[str] = set(PLAIN)
    for package in ("waymark.core", "waymark.rooms"):
        root = importlib.import_module(package)
        for info in pkgutil.walk_packages(root.__path__, f"{package}."):
            for value in vars(importlib.import_module(info.name)).values():
                found.update(_told(value, 0))
    return {text.replace("{", "{{").replace("}", "}}") for text in found if re.search("[A-Za-z]{2}", text)}


def _told(value: Any, depth: int) -> Iterator[str]:
    if depth > 4:
        return
    if is_dataclass(value) and not isinstance(value, type):
        for field in fields(value):
            it = getattr(value, field.name)
            if field.name in TOLD:
                yield from _texts(it)
            elif isinstance(it, tuple | list | dict):
                yield from _told(it, depth + 1)
    elif isinstance(value, dict):
        for it in value.values():
            yield from _told(it, depth + 1)
    elif isinstance(value, tuple | list):
        for it in value:
            yield from _told(it, depth + 1)


def _texts(value: Any) -> Iterator[str]:
    if isinstance(value, str):
        yield value
    elif isinstance(value, dict):
        yield from (v for v in value.values() if isinstance(v, str))
    elif isinstance(value, tuple | list):
        yield from (v for v in value if isinstance(v, str))


def choices() -> set[str]:
    """Words of the files that people choose from and read as they are."""
    found: set[str] = set()
    for info in pkgutil.walk_packages(importlib.import_module("waymark.rooms").__path__, "waymark.rooms."):
        for value in vars(importlib.import_module(info.name)).values():
            if isinstance(value, type) and issubclass(value, BaseModel):
                for field in value.model_fields.values():
                    found.update(_literals(field.annotation))
    return {text for text in found if re.fullmatch("[a-z][a-z -]{2,}", text)}


def _literals(kind: Any) -> Iterator[str]:
    if get_origin(kind) is Literal:
        yield from (it for it in get_args(kind) if isinstance(it, str))
    else:
        for inner in get_args(kind):
            yield from _literals(inner)


def screens() -> set[str]:
    """What the screens put into words themselves."""
    found: set[str] = set()
    for path in sorted([*SCREENS.rglob("*.vue"), *SCREENS.rglob("*.ts")]):
        if path.name.endswith((".test.ts", ".d.ts")):
            continue
        for quoted in ASKED.findall(html.unescape(path.read_text(encoding="utf-8"))):
            found.add(re.sub(r"\\(.)", r"\1", quoted[1:-1]))
    return found | shared() | choices()


def shared() -> set[str]:
    """Lists that both sides have (``lists.ts``)."""
    from waymark.core.rules.house import STEM_WINDOWS

    return {w.label for w in STEM_WINDOWS.values()} | set(STEM_WINDOWS) | PLAIN


def pot(texts: Iterable[str]) -> bytes:
    """The catalogue as a file; it holds no dates, so that it only changes with the texts."""
    catalogue = Catalog(project="Waymark", charset="utf-8")
    for text in sorted(texts):
        catalogue.add(text)
    file = BytesIO()
    write_po(file, catalogue, width=0, omit_header=True, sort_output=True)
    return file.getvalue()


def files() -> dict[Path, bytes]:
    """Both files as they should be."""
    own = screens()
    listed = json.dumps(sorted(own), ensure_ascii=False, indent=1).encode() + b"\n"
    return {LOCALE / "waymark.pot": pot(sentences() | tables() | own), LOCALE / "screens.json": listed}


if __name__ == "__main__":
    LOCALE.mkdir(exist_ok=True)
    for path, content in files().items():
        path.write_bytes(content)
        print(path.relative_to(ROOT))
