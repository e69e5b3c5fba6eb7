"""Running a command in this process, as the shell would: words in, words out, an exit status."""

from __future__ import annotations

import contextlib
import io
import sys
from dataclasses import dataclass
from pathlib import Path
from unittest import mock

from waymark.cli import main

# The command itself, for what only a process of its own shows.
WAYMARK = Path(sys.executable).parent / "waymark"


@dataclass(frozen=True)
class Ran:
    """What a command left behind."""

    returncode: int
    stdout: str
    stderr: str


def waymark(*args: str, typed: str = "") -> Ran:
    """Run ``waymark ARGS`` with ``typed`` on standard input."""
    out, err, status = io.StringIO(), io.StringIO(), 0
    with (
        mock.patch.object(sys, "argv", ["waymark", *args]),
        mock.patch.object(sys, "stdin", io.StringIO(typed)),
        contextlib.redirect_stdout(out),
        contextlib.redirect_stderr(err),
    ):
        try:
            main()
        except SystemExit as left:
            status = int(left.code or 0)
    return Ran(status, out.getvalue(), err.getvalue())
