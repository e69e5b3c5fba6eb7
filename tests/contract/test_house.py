"""The house's own rules, held by machine: who may import whom, documents that keep up, generated files current."""

from __future__ import annotations

import ast
import json
import re
import subprocess
import sys
from pathlib import Path

import pytest
from tools.make_messages import files

from tests.shell import waymark
from waymark.core.callout import PROMPTS
from waymark.core.position import HAND_HEIGHT_WAYS, HAND_REACH_WAYS, HEIGHT_WAYS, SETBACK_WAYS
from waymark.rooms.calc import CALCULATIONS
from waymark.rooms.files import Command
from waymark.rooms.posts import registry
from waymark.rooms.shelves import FRAME_COLUMNS, PART_COLUMNS

ROOT = Path(__file__).parents[2]
SRC = ROOT / "src" / "waymark"
DOCS = ROOT / "docs"
# What the core may lean on: pure parts of the standard library, NumPy, and numba in the search alone.
CORE_LEANS_ON = {
    "__future__", "collections", "dataclasses", "functools", "itertools", "math", "operator", "re", "typing", "numpy",
    "random", "scipy", "unicodedata", "bisect", "fractions", "enum", "types", "abc", "heapq", "statistics", "string", "struct",
}  # fmt: skip


# The compiled inner loops and their warming up; and memory left alone while they fill it.
COMPILING = {"numba", "threading", "concurrent", "gc", "contextlib"}


def modules(folder: Path) -> list[Path]:
    """Python files below a folder."""
    return sorted(folder.rglob("*.py"))


def imported(file: Path) -> set[str]:
    """Every module a file imports, with what it takes from it."""
    names: set[str] = set()
    for node in ast.walk(ast.parse(file.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            names |= {alias.name for alias in node.names}
        elif isinstance(node, ast.ImportFrom) and node.module:
            names.add(node.module)
    return names


@pytest.mark.parametrize("file", modules(SRC / "core"), ids=lambda f: str(f.relative_to(SRC)))
def test_core_never_looks_outward(file: Path) -> None:
    compiled = file.parent == SRC / "core" / "search"
    for name in imported(file):
        top = name.split(".")[0]
        assert name.startswith("waymark.core") or top in CORE_LEANS_ON or (compiled and top in COMPILING), name


def test_storage_knows_no_room() -> None:
    for file in modules(SRC / "storage"):
        assert not any(n.startswith(("waymark.rooms", "waymark.web", "waymark.core")) for n in imported(file))


def test_devices_know_only_the_core() -> None:
    for file in modules(SRC / "devices"):
        for name in imported(file):
            assert not name.startswith("waymark") or name.startswith(("waymark.core", "waymark.devices")), file


def test_rooms_know_neither_web_nor_cli() -> None:
    for file in modules(SRC / "rooms"):
        assert not any(n.startswith(("waymark.web", "waymark.cli")) for n in imported(file)), file


def room_of(parts: list[str]) -> tuple[str, ...]:
    """The room of a dotted name below ``waymark.rooms``: each post is a room of its own."""
    return tuple(parts[:2]) if parts[0] == "posts" and len(parts) > 1 else tuple(parts[:1])


@pytest.mark.parametrize("file", modules(SRC / "rooms"), ids=lambda f: str(f.relative_to(SRC)))
def test_a_room_is_entered_through_its_door(file: Path) -> None:
    own = room_of(list(file.relative_to(SRC / "rooms").with_suffix("").parts))
    for name in imported(file):
        if not name.startswith("waymark.rooms."):
            continue
        parts = name.split(".")[2:]
        there = room_of(parts)
        assert there == own or tuple(parts) == there, f"{file.name} enters {name}"


def test_no_file_grows_past_reading() -> None:
    sources = [
        *modules(SRC),
        *ROOT.joinpath("frontend/src").rglob("*.vue"),
        *ROOT.joinpath("frontend/src").rglob("*.ts"),
    ]
    long = {f.name: n for f in sources if (n := len(f.read_text(encoding="utf-8").splitlines())) > 500}
    assert {name for name in long if not name.endswith(".d.ts")} == set()


# Longer for a reason: two compiled loops, and the first tables as they were made.
LONG_FOR_A_REASON = {"settle_near", "_take", "upgrade"}


def test_no_function_grows_past_reading() -> None:
    for file in modules(SRC):
        for node in ast.walk(ast.parse(file.read_text(encoding="utf-8"))):
            if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef) and node.name not in LONG_FOR_A_REASON:
                assert (node.end_lineno or 0) - node.lineno < 60, f"{file.name}: {node.name}"


def test_the_search_is_given_the_house_and_looks_nothing_up() -> None:
    for file in (*modules(SRC / "core" / "search"), SRC / "core" / "rules" / "verdict.py"):
        text = file.read_text(encoding="utf-8")
        assert not re.search(r"\b(NUMBERS|WORKMANSHIP|PLACING|HANDLING|BAR_WIDTHS|TRAIL_WINDOWS)\b", text), file.name


def test_sentences_leave_the_core_as_templates() -> None:
    """A formatted string of words could be neither translated nor read in inches."""
    prose = []
    for file in modules(SRC / "core"):
        for node in ast.walk(ast.parse(file.read_text(encoding="utf-8"))):
            if isinstance(node, ast.JoinedStr):
                fixed = "".join(str(v.value) for v in node.values if isinstance(v, ast.Constant))
                # A number with its unit is no sentence, nor is a pattern.
                if re.search("[A-Za-z]{2}", fixed) and " " in fixed and not re.search(r"^ kg$|\\s", fixed):
                    prose.append(f"{file.name}: {fixed}")
    assert prose == []


def test_the_catalogue_is_todays() -> None:
    for path, content in files().items():
        assert path.read_bytes() == content, f"run make messages: {path.name}"


def test_no_line_is_too_long_to_read() -> None:
    made = {"generated.d.ts", "lists.ts"}
    for kind in ("vue", "ts", "css"):
        for file in ROOT.joinpath("frontend/src").rglob(f"*.{kind}"):
            if file.name not in made:
                assert max(map(len, file.read_text(encoding="utf-8").splitlines()), default=0) <= 124, file


def test_public_core_says_what_it_does() -> None:
    silent = []
    for file in modules(SRC / "core"):
        for node in ast.walk(ast.parse(file.read_text(encoding="utf-8"))):
            public = isinstance(node, ast.FunctionDef | ast.ClassDef) and not node.name.startswith("_")
            if public and file.name != "__init__.py" and not ast.get_docstring(node):
                parents = [n for n in ast.walk(ast.parse(file.read_text())) if isinstance(n, ast.FunctionDef)]
                nested = any(node.name in [getattr(c, "name", "") for c in p.body] for p in parents)
                if not nested:
                    silent.append(f"{file.name}: {node.name}")
    assert silent == []


def test_the_client_is_made_from_todays_interface() -> None:
    assert json.loads((DOCS / "openapi.json").read_text(encoding="utf-8")) == json.loads(waymark("openapi").stdout)


def test_the_file_schema_is_todays() -> None:
    assert json.loads((DOCS / "fit-file.schema.json").read_text(encoding="utf-8")) == json.loads(
        waymark("schema").stdout
    )


def page(name: str) -> str:
    """A page of the documents."""
    return (DOCS / name).read_text(encoding="utf-8")


@pytest.mark.parametrize("name", CALCULATIONS)
def test_every_calculation_is_documented(name: str) -> None:
    assert f"`{name}`" in page("calculations.md")


@pytest.mark.parametrize("column", sorted({*FRAME_COLUMNS, *PART_COLUMNS}))
def test_every_column_is_documented(column: str) -> None:
    assert f"`{column}`" in page("formats.md")


@pytest.mark.parametrize("command", registry().commands, ids=lambda c: c.__name__)
def test_every_command_of_a_file_is_documented_with_its_fields(command: type[Command]) -> None:
    name = command.model_fields["do"].default
    line = next((x for x in page("files.md").splitlines() if x.startswith(f"| `{name}`")), None)
    assert line is not None, name
    for field in command.model_fields.keys() - {"do"}:
        assert f"`{field}`" in line, f"{name}.{field}"


@pytest.mark.parametrize("name", [p.name for p in PROMPTS])
def test_every_prompt_is_documented(name: str) -> None:
    assert f"`{name}`" in page("measuring.md")


@pytest.mark.parametrize("way", [w.name for w in (*HEIGHT_WAYS, *SETBACK_WAYS, *HAND_HEIGHT_WAYS, *HAND_REACH_WAYS)])
def test_every_way_of_stating_is_documented(way: str) -> None:
    assert f"`{way}`" in page("formulas.md")


def test_references_lead_somewhere() -> None:
    headings = set(re.findall(r"^## (.+)$", page("formulas.md"), re.MULTILINE))
    cited = 0
    for file in modules(SRC):
        text = " ".join(file.read_text(encoding="utf-8").replace('"', " ").split())
        assert "handbook" not in text.lower(), file
        for names in re.findall(r"docs/formulas\.md, ((?:[A-Z][a-z ]+)(?:; [A-Z][a-z ]+)*)", text):
            for name in names.split("; "):
                cited += 1
                assert any(name.strip() == h or name.startswith(f"{h} ") or name == h for h in headings), (
                    file,
                    name,
                )
    assert cited > 60


def test_pages_link_to_pages_that_are_there() -> None:
    for file in (*DOCS.rglob("*.md"), *ROOT.glob("*.md")):
        for link in re.findall(r"\]\(([^)#:]+)(?:#[^)]*)?\)", file.read_text(encoding="utf-8")):
            assert (file.parent / link).exists(), f"{file.name}: {link}"


def test_every_command_is_documented() -> None:
    run = subprocess.run(
        [sys.executable, "-m", "typer", "waymark.cli.main", "utils", "docs"],
        capture_output=True,
        text=True,
        check=True,
    )
    commands = set(re.findall(r"^## `(?:\S+ )*(\S+)`", run.stdout, re.MULTILINE)) or set(
        re.findall(r"\* `(\w+)`", run.stdout)
    )
    assert {"demo", "serve", "calc", "import", "export", "records", "erase", "schema"} <= commands
    for command in commands:
        assert f"waymark {command}" in page("commands.md"), command


def test_every_make_target_is_in_the_readme() -> None:
    targets = re.search(r"^\.PHONY: (.+)$", (ROOT / "Makefile").read_text(), re.MULTILINE)
    assert targets
    readme = (ROOT / "README.md").read_text(encoding="utf-8")
    for target in ("demo", "test", "dev", "lint", "bench", "rates", "shots"):
        assert target in targets.group(1)
        assert f"make {target}" in readme


def test_pictures_are_few_and_linked() -> None:
    readme = (ROOT / "README.md").read_text(encoding="utf-8")
    shots = sorted((DOCS / "screenshots").glob("*.png"))
    assert 5 <= len(shots) < 20
    for shot in shots:
        assert f"docs/screenshots/{shot.name}" in readme


def test_lock_files_hold_no_addresses() -> None:
    for name in ("requirements.lock", "tools/uv.txt", "frontend/package-lock.json"):
        text = (ROOT / name).read_text(encoding="utf-8")
        assert "resolved" not in text
        assert not re.search(r"https?://\S+\.(tgz|whl|tar\.gz)", text)
