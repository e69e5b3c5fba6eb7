"""Lengths, angles and masses as riders say them, and as the house shows them."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.errors import AmbiguousError, InputError
from waymark.core.figures import show_figure, show_inch, show_mm
from waymark.core.units import parse_angle, parse_length, parse_mass


@pytest.mark.parametrize(
    ("typed", "mm"),
    [
        ("5'11\"", 1803.4),
        ("5' 11 1/2\"", 1816.1),
        ("5 ft 11", 1803.4),
        ("6ft", 1828.8),
        ("1.83 m", 1830),
        ("1,83 m", 1830),
        ("183cm", 1830),
        ("1830", 1830),
        ("1830 mm", 1830),
        ("71 in", 1803.4),
        ("5′11″", 1803.4),
    ],
)
def test_heights_are_understood(typed: str, mm: float) -> None:
    assert parse_length(typed, least_mm=900, greatest_mm=2300).value == pytest.approx(mm)


@pytest.mark.parametrize(
    ("typed", "mm"),
    [
        ("31 1/4 in", 793.75),
        ('31 1/4"', 793.75),
        ("31¼ in", 793.75),
        ("31-1/4 inch", 793.75),
        ("74.9cm", 749),
        ("72,5 cm", 725),
        ("745", 745),
        ("  745  mm ", 745),
        ("29 3/4 in", 755.65),
    ],
)
def test_saddle_heights_are_understood(typed: str, mm: float) -> None:
    heard = parse_length(typed, least_mm=300, greatest_mm=1100)
    assert heard.value == pytest.approx(mm)
    assert heard.typed == typed


def test_three_quarters_of_an_inch_alone() -> None:
    assert parse_length("3/4 in", least_mm=0, greatest_mm=100).value == pytest.approx(19.05)


@pytest.mark.parametrize(("typed", "asked"), [("74.5", "74.5 cm (745 mm)"), ("31", "31 in (787 mm)")])
def test_a_bare_number_that_cannot_be_mm_is_asked_not_guessed(typed: str, asked: str) -> None:
    with pytest.raises(AmbiguousError) as wrong:
        parse_length(typed, field="saddle_height", least_mm=600, greatest_mm=1000)
    assert asked in wrong.value.message
    assert wrong.value.field == "saddle_height"
    assert wrong.value.kept == typed


@pytest.mark.parametrize(
    "typed", ["", "abc", "12 34", "--5", "1e5", "nan", "inf", "5 parsec", "1/0 in", "9" * 60, "745 kg", "½½"]
)
def test_what_is_no_length_is_refused_with_what_is_allowed(typed: str) -> None:
    with pytest.raises(InputError) as wrong:
        parse_length(typed, field="f", least_mm=300, greatest_mm=1100)
    assert wrong.value.message


def test_out_of_bounds_names_the_bounds() -> None:
    with pytest.raises(InputError) as wrong:
        parse_length("2 m", field="f", least_mm=300, greatest_mm=1100)
    assert str(wrong.value.allowed) == "300 to 1100 mm"


@given(st.floats(300, 1100).map(lambda v: round(v, 2)))
def test_mm_typed_as_shown_come_back(mm: float) -> None:
    assert parse_length(f"{mm}", least_mm=300, greatest_mm=1100).value == pytest.approx(mm)
    assert parse_length(f"{mm / 10:.3f} cm", least_mm=300, greatest_mm=1100.1).value == pytest.approx(mm, abs=0.006)


@given(st.integers(0, 60 * 16))
def test_shown_inches_read_back_to_the_sixteenth(sixteenths: int) -> None:
    mm = sixteenths / 16 * 25.4
    assert parse_length(f"{show_inch(mm)} in", least_mm=0, greatest_mm=2000).value == pytest.approx(mm)


@given(st.text(max_size=50))
def test_any_words_are_understood_or_refused_never_worse(words: str) -> None:
    try:
        heard = parse_length(words, least_mm=300, greatest_mm=1100)
    except InputError:
        return
    assert 300 <= heard.value <= 1100


@pytest.mark.parametrize(("typed", "deg"), [("73.5", 73.5), ("72,5°", 72.5), ("-6 deg", -6), ("−6", -6)])
def test_angles(typed: str, deg: float) -> None:
    assert parse_angle(typed, least_deg=-90, greatest_deg=90).value == deg


def test_an_angle_of_700_is_refused() -> None:
    with pytest.raises(InputError, match="outside"):
        parse_angle("700", field="head", least_deg=55, greatest_deg=80)
    with pytest.raises(InputError, match="unit of angle"):
        parse_angle("70 mm", least_deg=55, greatest_deg=80)


def test_masses() -> None:
    assert parse_mass("165 lb", least_kg=15, greatest_kg=250).value == pytest.approx(74.8427, abs=1e-3)
    assert parse_mass("64 kg", least_kg=15, greatest_kg=250).value == 64
    assert parse_mass("64", least_kg=15, greatest_kg=250).value == 64
    with pytest.raises(InputError, match="unit of mass"):
        parse_mass("64 mm", least_kg=15, greatest_kg=250)


@pytest.mark.parametrize(
    ("mm", "words"), [(0.4, "0"), (-0.4, "0"), (0.5, "1"), (-0.5, "0"), (-206.6, "−207"), (172.5, "173")]
)
def test_whole_mm_halves_go_up(mm: float, words: str) -> None:
    assert show_mm(mm) == words


def test_signed_mm_and_half_mm_cranks() -> None:
    assert show_mm(7, signed=True) == "+7"
    assert show_mm(-7, signed=True) == "−7"
    assert show_mm(0, signed=True) == "0"
    assert show_figure(172.5) == "172.5"
    assert show_figure(172.4) == "172"


def test_inches() -> None:
    assert show_inch(745) == "29 5/16"
    assert show_inch(-25.4) == "−1"
    assert show_inch(6.35) == "1/4"
