"""Sentences as templates with named values: what is said is decided here, its words and units at the edge.

``say("Saddle up {by}", by=Length(12))`` is found by standard message extraction (the first argument is always the
English text itself), is kept as it is, and is read in mm or in inches, in whatever language.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from typing import Literal

from waymark.core.units.show import MINUS, show_figure, show_inch

Unit = Literal["mm", "in"]
SIGNED = "+"


@dataclass(frozen=True, slots=True)
class Length:
    """A length, mm; ``signed`` shows a plus; ``exact`` keeps decimals as they were typed."""

    mm: float
    signed: bool = False
    exact: bool = False


@dataclass(frozen=True, slots=True)
class Angle:
    """An angle, degrees, to a tenth."""

    deg: float
    signed: bool = False


@dataclass(frozen=True, slots=True)
class Count:
    """A plain number."""

    number: float


@dataclass(frozen=True, slots=True)
class Words:
    """Words that nobody translates: a name, or what a person typed."""

    text: str


@dataclass(frozen=True, slots=True)
class Said:
    """A sentence: its English template, and the values its named places hold."""

    template: str
    values: Mapping[str, Value] = field(default_factory=dict)


Value = Length | Angle | Count | Words | Said


def say(template: str, /, **values: Value) -> Said:
    """A sentence of a template with named values."""
    return Said(template, values)


def words(text: str) -> Said:
    """A sentence of nothing but words that a person typed."""
    return Said("{words}", {"words": Words(text)})


def text_of(said: Said, unit: Unit = "mm") -> str:
    """The sentence in English, lengths in ``unit``, each with its unit."""
    return said.template.format_map({name: _shown(value, unit) for name, value in said.values.items()})


def texts_of(said: Iterable[Said], unit: Unit = "mm", between: str = "; ") -> str:
    """Several sentences in a row."""
    return between.join(text_of(s, unit) for s in said)


def _shown(value: Value, unit: Unit) -> str:
    if isinstance(value, Said):
        return text_of(value, unit)
    if isinstance(value, Words):
        return value.text
    if isinstance(value, Count):
        return f"{value.number:g}"
    if isinstance(value, Angle):
        return _signed(f"{abs(value.deg):g}", value.deg, value.signed) + "°"
    shown = f"{abs(value.mm):g}" if value.exact else show_figure(abs(value.mm))
    if unit == "in":
        return _signed(show_inch(abs(value.mm)), value.mm, value.signed) + "″"
    return _signed(shown, value.mm, value.signed) + " mm"


def _signed(figure: str, value: float, signed: bool) -> str:
    if figure == "0":
        return figure
    return (MINUS if value < 0 else "+" if signed else "") + figure


def kept(said: Said) -> dict[str, object]:
    """The sentence as plain JSON: ``{t: template, v: {name: [kind, value, mark]}}``."""
    return {"t": said.template, "v": {name: _kept(value) for name, value in said.values.items()}}


def _kept(value: Value) -> list[object]:
    match value:
        case Said():
            return ["said", kept(value)]
        case Words():
            return ["words", value.text]
        case Count():
            return ["count", value.number]
        case Angle():
            return ["angle", value.deg, SIGNED if value.signed else ""]
        case Length():
            return ["length", value.mm, (SIGNED if value.signed else "") + ("=" if value.exact else "")]


def from_kept(it: Mapping[str, object]) -> Said:
    """A sentence back from ``kept``; raises ``ValueError`` for anything else."""
    template, values = it.get("t"), it.get("v")
    if not isinstance(template, str) or not isinstance(values, Mapping):
        raise ValueError("this is no sentence that was kept")
    return Said(template, {str(name): _from_kept(v) for name, v in values.items()})


def _from_kept(it: object) -> Value:
    match it:
        case ["said", Mapping() as inner]:
            return from_kept(inner)
        case ["words", str() as text]:
            return Words(text)
        case ["count", int() | float() as number]:
            return Count(float(number))
        case ["angle", int() | float() as deg, str() as mark]:
            return Angle(float(deg), SIGNED in mark)
        case ["length", int() | float() as mm, str() as mark]:
            return Length(float(mm), SIGNED in mark, "=" in mark)
    raise ValueError("this is no value that was kept")
