"""Prints what a small calculation costs from the command line, beside importing NumPy and Pydantic; CPU, least of five."""

from __future__ import annotations

import resource
import subprocess
import sys
from pathlib import Path

WAYMARK = Path(sys.executable).parent / "waymark"
QUESTION = '{"points": {"s": {"x_mm": -200, "y_mm": 700}}, "delta_deg": 5}'


def cpu_s(command: list[str], given: str = "") -> float:
    """CPU seconds of a command and its children."""
    before = resource.getrusage(resource.RUSAGE_CHILDREN)
    subprocess.run(command, input=given, text=True, check=True, capture_output=True)  # noqa: S603 - our own command
    after = resource.getrusage(resource.RUSAGE_CHILDREN)
    return after.ru_utime + after.ru_stime - before.ru_utime - before.ru_stime


def main() -> None:
    """A small calculation and the whole application, against what neither can do without."""
    least = min(cpu_s([sys.executable, "-c", "import numpy, pydantic"]) for _ in range(5))
    small = min(cpu_s([str(WAYMARK), "calc", "position.rotate"], QUESTION) for _ in range(5))
    whole = min(cpu_s([sys.executable, "-c", "import waymark.web"]) for _ in range(3))
    print(f"NumPy and Pydantic  {least:10.2f} s to import")
    print(f"calc position.rotate{small:10.2f} s, {small / least:.1f} times that")
    print(f"the application     {whole:10.2f} s, {whole / least:.1f} times that")


if __name__ == "__main__":
    main()
