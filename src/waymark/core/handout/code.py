"""A position as a short line of open text, for a QR code or a pencil (docs/formats.md, Position code).

``WAYMARK1 ENDURANCE HOOD S -196.3 700.2 H 570.1 653.4 B 486 639 N 153 C 170 F 25 2026-11-29 *5B``: the use, what the
hand is on, then fore and up from the BB in mm the saddle mark S, the hand H (with PAD the pad's middle), the bar clamp B,
the extension's end E; N the nose ahead of S, C the crank, F the sole over the axle; the day it is of, and the sum of all
bytes before the star and its space modulo 256 in hexadecimal. What is not known is left out.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal, get_args

from waymark.core.errors import InputError
from waymark.core.marks import Mark
from waymark.core.rules.uses import USES
from waymark.core.say import Count, Length, Said, Words, say

On = Literal["hood", "grip", "pad"]
HEAD = "WAYMARK1"
MOST_LETTERS = 400
# What a rider on a bike can be at all, mm from the BB: fore least and most, up least and most.
PLACES: Mapping[str, tuple[float, float, float, float]] = {
    "S": (-500, 300, 200, 1100), "H": (0, 1100, 100, 1200), "B": (0, 1000, 100, 1200), "E": (0, 1400, 100, 1200),
}  # fmt: skip
MARKS = {"S": "saddle", "H": "hand", "B": "clamp", "E": "extension"}
SIZES: Mapping[str, tuple[float, float]] = {"N": (60, 220), "C": (60, 240), "F": (-10, 80)}
NAMED = {"N": "nose_mm", "C": "crank_mm", "F": "foot_stack_mm"}
_DAY = re.compile(r"\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])")
_NUMBER = re.compile(r"[-−+]?\d{1,4}([.,]\d{1,2})?")


@dataclass(frozen=True, slots=True)
class Carried:
    """A position to be carried: marks in mm from the BB, and what of it is known beside. ``day`` is ISO, or empty.

    ``checked`` is false where no sum stood at its end: typed from paper, nothing has proved it.
    """

    saddle: Mark
    hand: Mark
    on: On = "hood"
    use: str = ""
    clamp: Mark | None = None
    extension: Mark | None = None
    nose_mm: float | None = None
    crank_mm: float | None = None
    foot_stack_mm: float | None = None
    day: str = ""
    checked: bool = True


def write_code(it: Carried) -> str:
    """The line; lengths to a tenth, whole ones without."""
    words = [HEAD, *([it.use.upper()] if it.use else []), it.on.upper()]
    for key, name in MARKS.items():
        at = getattr(it, name)
        if at is not None:
            words += [key, _figure(at.x_mm), _figure(at.y_mm)]
    for key, name in NAMED.items():
        value = getattr(it, name)
        if value is not None:
            words += [key, _figure(value)]
    words += [it.day] if it.day else []
    line = " ".join(words)
    return f"{line} *{_sum(line)}"


def read_code(text: str) -> Carried:
    """The position in a line, however it was broken or spaced, in small letters too.

    Raises ``InputError`` for anything that is not one: a sum that does not agree, a number where no body or bike has it.
    """
    if len(text) > MOST_LETTERS:
        raise _wrong("This is too long for a position.", say("at most {most} letters", most=Count(MOST_LETTERS)))
    words = text.upper().replace("−", "-").split()
    if not words or words[0] != HEAD:
        raise _wrong(
            "This is no position of Waymark's.",
            say("a line that begins with {head}", head=Words(HEAD)),
            words[0] if words else "",
        )
    checked = words[-1].startswith("*")
    if checked:
        line, told = " ".join(words[:-1]), words[-1][1:]
        if told != _sum(line):
            misread = "The sum at its end does not agree: a number or letter was misread."
            raise _wrong(misread, "the line as it stands on the page", told)
        words.pop()
    return _read(words[1:], checked=checked)


def _read(words: list[str], *, checked: bool) -> Carried:
    known: dict[str, object] = {}
    left = list(words)
    while left:
        word = left.pop(0)
        if word in PLACES:
            known[MARKS[word]] = _place(word, left)
        elif word in SIZES:
            known[NAMED[word]] = _number(word, left, *SIZES[word])
        elif word.lower() in get_args(On):
            known["on"] = word.lower()
        elif word.lower() in USES:
            known["use"] = word.lower()
        elif _DAY.fullmatch(word):
            known["day"] = word
        else:
            raise _wrong(
                "This word says nothing here.", "S, H, B, E, N, C, F with their numbers, a use, a day", word[:20]
            )
    if not {"saddle", "hand"} <= set(known):
        raise _wrong("Saddle and hand are both needed.", "S and H, each fore and up in mm")
    return Carried(checked=checked, **known)  # type: ignore[arg-type]


def _place(word: str, left: list[str]) -> Mark:
    x_least, x_most, y_least, y_most = PLACES[word]
    return Mark(_number(word, left, x_least, x_most), _number(word, left, y_least, y_most))


def _number(word: str, left: list[str], least: float, most: float) -> float:
    typed = left.pop(0) if left else ""
    bounds = say("{least} to {most}", least=Length(least), most=Length(most))
    if not _NUMBER.fullmatch(typed):
        raise _wrong(say("After {word} comes a number.", word=Words(word)), bounds, typed[:20])
    value = float(typed.replace(",", "."))
    if not least <= value <= most:
        raise _wrong(say("No {word} lies there.", word=Words(word)), bounds, typed)
    return value


def _wrong(message: Said | str, allowed: Said | str, kept: str = "") -> InputError:
    return InputError(message, field="code", allowed=allowed, kept=kept)


def _figure(mm: float) -> str:
    return f"{round(mm, 1):g}" if round(mm, 1) else "0"


def _sum(line: str) -> str:
    return f"{sum(line.encode('ascii', 'replace')) % 256:02X}"
