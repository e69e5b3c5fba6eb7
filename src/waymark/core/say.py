"""Sentences as templates with named values: what is said is decided here, its words and units at the edge.

``say("Saddle up {by}", by=Length(12))`` is found by standard message extraction (the first argument is always the
English text itself), is kept as it is, and is read in mm or in inches, in whatever language.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import reduce
from math import isfinite
from string import Formatter
from typing import Literal

from waymark.core.figures import MINUS, MM_PER_INCH, show_figure, show_inch

Unit = Literal["mm", "in"]
# How a length is shown beside its plain way; the letters stand in what is kept.
SIGNED, EXACT, TENTHS, BARE = "+", "=", ".", "~"
# Sentences within sentences, at most.
DEEPEST = 16


@dataclass(frozen=True, slots=True)
class Length:
    """A length, mm, shown whole (or as the half it exactly is).

    ``signed`` shows a plus, ``exact`` keeps decimals as they were typed, ``tenths`` always shows one; ``bare`` leaves
    the unit out while it is mm, as the trade does within a sentence.
    """

    mm: float
    signed: bool = False
    exact: bool = False
    tenths: bool = False
    bare: bool = False


@dataclass(frozen=True, slots=True)
class Size:
    """A part's nominal length, mm, as it is printed on the part: in mm for readers of inches too, then with its unit."""

    mm: float


@dataclass(frozen=True, slots=True)
class Angle:
    """An angle, degrees, with the decimals it has; ``tenths`` always shows one."""

    deg: float
    signed: bool = False
    tenths: bool = False


@dataclass(frozen=True, slots=True)
class Mass:
    """A mass, kg, shown whole."""

    kg: float


@dataclass(frozen=True, slots=True)
class Count:
    """A plain number."""

    number: float


@dataclass(frozen=True, slots=True)
class Words:
    """Words that nobody translates: a name, or what a person typed."""

    text: str


@dataclass(frozen=True, slots=True)
class Capital:
    """A sentence that begins here though its words also stand within others: its first letter is a capital."""

    said: Said


@dataclass(frozen=True, slots=True)
class Said:
    """A sentence: its English template, and the values its named places hold."""

    template: str
    values: Mapping[str, Value] = field(default_factory=dict)

    def __str__(self) -> str:
        return text_of(self)

    def __hash__(self) -> int:
        return hash((self.template, frozenset(self.values.items())))


Value = Length | Size | Angle | Mass | Count | Words | Capital | Said
Translate = Callable[[str], str]


def say(template: str, /, **values: Value) -> Said:
    """A sentence of a template with named values."""
    return Said(template, values)


def term(text: str) -> Said:
    """A fixed text of a table, such as a label, as a sentence."""
    return Said(text.replace("{", "{{").replace("}", "}}"))


def words(text: str) -> Said:
    """A sentence of nothing but words that a person typed."""
    return Said("{words}", {"words": Words(text)})


def bare(mm: float) -> Length:
    """A length within a sentence: whole, the unit left out while it is mm."""
    return Length(mm, bare=True)


def exactly(mm: float) -> Length:
    """A length within a sentence with the decimals it has."""
    return Length(mm, exact=True, bare=True)


def tenths(mm: float) -> Length:
    """A length within a sentence to a tenth."""
    return Length(mm, tenths=True, bare=True)


def with_semicolons(said: Sequence[Said]) -> Said:
    """Parts of one sentence, one after the other."""
    return reduce(lambda before, then: say("{before}; {then}", before=before, then=then), said)


def with_commas(said: Sequence[Said]) -> Said:
    """Parts of one sentence, with commas between."""
    return reduce(lambda before, then: say("{before}, {then}", before=before, then=then), said)


def with_and(said: Sequence[Said]) -> Said:
    """Two or more that hold together: commas between them, and before the last."""
    *rest, last = said
    return say("{before} and {then}", before=with_commas(rest), then=last) if rest else last


def with_or(said: Sequence[Said]) -> Said:
    """Two or more of which one holds."""
    return reduce(lambda before, then: say("{before} or {then}", before=before, then=then), said)


def in_a_row(said: Sequence[Said]) -> Said:
    """Whole sentences, one after the other."""
    return reduce(lambda before, then: say("{before} {then}", before=before, then=then), said)


def text_of(said: Said, unit: Unit = "mm", translate: Translate = str) -> str:
    """The sentence with lengths in ``unit``, in the language that ``translate`` puts a template into; English as it is."""
    shown = {name: _shown(value, unit, translate) for name, value in said.values.items()}
    return translate(said.template).format_map(shown)


@dataclass(frozen=True, slots=True)
class Reader:
    """Who reads: in which unit lengths are shown, and the language's way of putting a template."""

    unit: Unit = "mm"
    translate: Translate = str

    def tell(self, said: Said) -> str:
        """A sentence as this reader reads it."""
        return text_of(said, self.unit, self.translate)

    def figure(self, mm: float) -> str:
        """A length alone, as it stands in a table."""
        return show_figure(mm) if self.unit == "mm" else show_inch(mm)


def texts_of(said: Iterable[Said], unit: Unit = "mm", between: str = "; ") -> str:
    """Several sentences in a row."""
    return between.join(text_of(s, unit) for s in said)


def _shown(value: Value, unit: Unit, translate: Translate) -> str:
    match value:
        case Said():
            return text_of(value, unit, translate)
        case Capital():
            text = text_of(value.said, unit, translate)
            return text[:1].upper() + text[1:]
        case Words():
            return value.text
        case Count():
            return f"{value.number:g}".replace("-", MINUS)
        case Mass():
            return f"{value.kg:.0f} kg"
        case Angle():
            figure = f"{abs(value.deg):.1f}" if value.tenths else f"{abs(value.deg):g}"
            return _signed(figure, value.deg, value.signed) + "°"
        case Size():
            return _signed(f"{abs(value.mm):g}", value.mm, False) + (" mm" if unit == "in" else "")
        case Length():
            return _length(value, unit)


def _length(value: Length, unit: Unit) -> str:
    far = abs(value.mm)
    figure = f"{far:.1f}" if value.tenths else f"{far:g}" if value.exact else show_figure(far)
    if unit == "in":
        shown = show_inch(far)
        # What is shown in mm is not nothing in inches.
        if shown == "0" and figure.strip("0."):
            shown = f"{far / MM_PER_INCH:.2f}"
        return _signed(shown, value.mm, value.signed) + "″"
    return _signed(figure, value.mm, value.signed) + ("" if value.bare else " mm")


def _signed(figure: str, value: float, signed: bool) -> str:
    if not figure.strip("0."):
        return figure
    return (MINUS if value < 0 else "+" if signed else "") + figure


def kept(said: Said) -> dict[str, object]:
    """The sentence as plain JSON: ``{t: template, v: {name: [kind, value, marks]}}``."""
    return {"t": said.template, "v": {name: _kept(value) for name, value in said.values.items()}}


def marks_of(value: Length | Angle) -> str:
    """How it is shown, as letters."""
    shown = [(SIGNED, value.signed), (TENTHS, value.tenths)]
    if isinstance(value, Length):
        shown += [(EXACT, value.exact), (BARE, value.bare)]
    return "".join(letter for letter, holds in shown if holds)


def _kept(value: Value) -> list[object]:
    match value:
        case Said():
            return ["said", kept(value)]
        case Capital():
            return ["capital", kept(value.said)]
        case Words():
            return ["words", value.text]
        case Count():
            return ["count", value.number]
        case Mass():
            return ["mass", value.kg]
        case Size():
            return ["size", value.mm]
        case Angle():
            return ["angle", value.deg, marks_of(value)]
        case Length():
            return ["length", value.mm, marks_of(value)]


def from_kept(it: Mapping[str, object], depth: int = 0) -> Said:
    """A sentence back from ``kept``; raises ``ValueError`` for anything else, such as a place that nothing fills."""
    template, values = it.get("t"), it.get("v")
    if not isinstance(template, str) or not isinstance(values, Mapping) or depth > DEEPEST:
        raise ValueError("this is no sentence that was kept")
    for _, name, spec, conversion in Formatter().parse(template):
        if name is not None and (name not in values or spec or conversion):
            raise ValueError("this is no sentence that was kept")
    return Said(template, {str(name): _from_kept(v, depth + 1) for name, v in values.items()})


def _from_kept(it: object, depth: int) -> Value:
    match it:
        case ["said", Mapping() as inner]:
            return from_kept(inner, depth)
        case ["capital", Mapping() as inner]:
            return Capital(from_kept(inner, depth))
        case ["words", str() as text]:
            return Words(text)
        case ["count", int() | float() as number] if isfinite(number):
            return Count(float(number))
        case ["mass", int() | float() as kg] if isfinite(kg):
            return Mass(float(kg))
        case ["size", int() | float() as mm] if isfinite(mm):
            return Size(float(mm))
        case ["angle", int() | float() as deg, str() as marks] if isfinite(deg):
            return Angle(float(deg), SIGNED in marks, TENTHS in marks)
        case ["length", int() | float() as mm, str() as marks] if isfinite(mm):
            return Length(float(mm), SIGNED in marks, EXACT in marks, TENTHS in marks, BARE in marks)
    raise ValueError("this is no value that was kept")
