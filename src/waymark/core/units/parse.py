"""Parsing of lengths, angles and masses as they are spoken and written in a fit room."""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass

from waymark.core.errors import AmbiguousError, InputError
from waymark.core.figures import MM_PER_INCH
from waymark.core.say import Count, Length, Said, Words, exactly, say, with_or

KG_PER_LB = 0.45359237

_VULGAR = {"¼": "1/4", "½": "1/2", "¾": "3/4", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}
_NUMBER = r"(\d+(?:[.,]\d+)?|[.,]\d+)"
_MIXED = rf"(?:(\d+)[\s-]+(\d+)/(\d+)|(\d+)/(\d+)|{_NUMBER})"
_FEET = re.compile(rf"^{_NUMBER}\s*(?:'|′|ft|feet|foot)\s*(?:{_MIXED}\s*(?:\"|″|''|in|inch|inches)?)?$")
_PLAIN = re.compile(rf"^([+-]?)\s*{_MIXED}\s*([a-z\"″'°]*)$")

_LENGTH_UNITS: Mapping[str, float] = {
    "mm": 1.0, "cm": 10.0, "m": 1000.0,
    "in": MM_PER_INCH, "inch": MM_PER_INCH, "inches": MM_PER_INCH, '"': MM_PER_INCH, "″": MM_PER_INCH,
    "''": MM_PER_INCH, "ft": 304.8, "feet": 304.8, "foot": 304.8,
}  # fmt: skip
_MASS_UNITS: Mapping[str, float] = {"kg": 1.0, "g": 0.001, "lb": KG_PER_LB, "lbs": KG_PER_LB}
_ANGLE_UNITS: Mapping[str, float] = {"°": 1.0, "deg": 1.0, "degrees": 1.0}


@dataclass(frozen=True, slots=True)
class Understood:
    """What was understood: the value in the house unit, the unit heard, and the words as typed."""

    value: float
    unit: str
    typed: str


def parse_length(typed: str, *, field: str = "length", least_mm: float, greatest_mm: float) -> Understood:
    """A length in mm from words such as ``5'11"``, ``31 1/4 in``, ``74.9cm``, ``745``, ``72,5 cm``.

    A bare number is mm where that is plausible between ``least_mm`` and ``greatest_mm``. Where it is not,
    but exactly one other unit would be, the fitter is asked: ``AmbiguousError`` names the reading that
    would fit. Nothing is guessed. Raises ``InputError`` for words that are no length or lie outside.
    """
    text = _tidy(typed)
    allowed = say("{least} to {greatest}", least=exactly(least_mm), greatest=Length(greatest_mm, exact=True))
    feet = _FEET.match(text)
    if feet:
        inches = _mixed(feet.groups()[1:]) if any(feet.groups()[1:]) else 0.0
        value = _decimal(feet.group(1)) * 304.8 + inches * MM_PER_INCH
        return _within(Understood(value, "ft", typed), least_mm, greatest_mm, field, allowed)
    number, unit = _number_and_unit(text, typed, field, allowed, say("a length"))
    if unit:
        if unit not in _LENGTH_UNITS:
            raise InputError(
                say("“{unit}” is not a unit of length known here.", unit=Words(unit)),
                field=field,
                allowed="mm, cm, m, in, ft",
                kept=typed,
            )
        return _within(Understood(number * _LENGTH_UNITS[unit], unit, typed), least_mm, greatest_mm, field, allowed)
    if least_mm <= number <= greatest_mm:
        return Understood(number, "mm", typed)
    fits = [u for u in ("cm", "in", "m") if least_mm <= number * _LENGTH_UNITS[u] <= greatest_mm]
    if fits:
        bare_words = Words(typed.strip())
        meant = with_or(
            [
                say(
                    "{typed} {unit} ({mm} mm)",
                    typed=bare_words,
                    unit=Words(u),
                    mm=Count(round(number * _LENGTH_UNITS[u])),
                )
                for u in fits
            ]
        )
        raise AmbiguousError(
            say("{typed} mm cannot be. Did you mean {meant}? Type the unit.", typed=bare_words, meant=meant),
            field=field,
            allowed=allowed,
            kept=typed,
        )
    return _within(Understood(number, "mm", typed), least_mm, greatest_mm, field, allowed)


def parse_angle(typed: str, *, field: str = "angle", least_deg: float, greatest_deg: float) -> Understood:
    """An angle in degrees from ``73``, ``73.5°``, ``-6 deg`` or ``72,5``; bounds as given."""
    allowed = say("{least} to {greatest}°", least=Count(least_deg), greatest=Count(greatest_deg))
    number, unit = _number_and_unit(_tidy(typed), typed, field, allowed, say("an angle"))
    if unit and unit not in _ANGLE_UNITS:
        raise InputError(
            say("“{unit}” is not a unit of angle.", unit=Words(unit)), field=field, allowed=allowed, kept=typed
        )
    return _within(Understood(number, "°", typed), least_deg, greatest_deg, field, allowed)


def parse_mass(typed: str, *, field: str = "mass", least_kg: float, greatest_kg: float) -> Understood:
    """A mass in kg from ``64``, ``64 kg`` or ``165 lb``; bounds as given."""
    allowed = say("{least} to {greatest} kg", least=Count(least_kg), greatest=Count(greatest_kg))
    number, unit = _number_and_unit(_tidy(typed), typed, field, allowed, say("a mass"))
    if unit and unit not in _MASS_UNITS:
        raise InputError(
            say("“{unit}” is not a unit of mass.", unit=Words(unit)), field=field, allowed="kg, g, lb", kept=typed
        )
    found = Understood(number * _MASS_UNITS[unit or "kg"], unit or "kg", typed)
    return _within(found, least_kg, greatest_kg, field, allowed)


def _tidy(typed: str) -> str:
    text = typed.strip().lower().replace("−", "-").replace("–", "-").replace("’", "'").replace("”", '"')
    for sign, words in _VULGAR.items():
        text = text.replace(sign, f" {words}")
    return re.sub(r"\s+", " ", text).strip()


def _number_and_unit(text: str, typed: str, field: str, allowed: Said, what: Said) -> tuple[float, str]:
    found = _PLAIN.match(text)
    if not found or len(text) > 40:
        raise InputError(
            say("“{typed}” is not {what}.", typed=Words(typed.strip()[:40]), what=what),
            field=field,
            allowed=allowed,
            kept=typed,
        )
    sign, *number, unit = found.groups()
    return _mixed(number) * (-1.0 if sign == "-" else 1.0), unit


def _mixed(parts: list[str | None] | tuple[str | None, ...]) -> float:
    whole, over, under, over_only, under_only, plain = parts
    if plain:
        return _decimal(plain)
    top, bottom = (over, under) if over else (over_only, under_only)
    if not top or not bottom or float(bottom) == 0:
        raise InputError("A fraction needs a number other than 0 below the line.")
    return float(whole or 0) + float(top) / float(bottom)


def _decimal(text: str) -> float:
    return float(text.replace(",", "."))


def _within(found: Understood, least: float, greatest: float, field: str, allowed: Said) -> Understood:
    if not least <= found.value <= greatest:
        raise InputError(
            say("{typed} is outside {allowed}.", typed=Words(found.typed.strip()), allowed=allowed),
            field=field,
            allowed=allowed,
            kept=found.typed,
        )
    return found
