"""A position as a line: there and back, misread, and typed from paper; and what a rider is told of a change."""

from __future__ import annotations

import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.errors import InputError
from waymark.core.handout import Carried, moved_words, read_code, watch_words, write_code
from waymark.core.marks import Mark
from waymark.core.rules.uses import USES
from waymark.core.say import say


def tenths(least: float, most: float) -> st.SearchStrategy[float]:
    """Lengths as a code has them."""
    return st.integers(int(least * 10), int(most * 10)).map(lambda n: n / 10)


POSITIONS = st.builds(
    Carried,
    saddle=st.builds(Mark, tenths(-500, 300), tenths(200, 1100)),
    hand=st.builds(Mark, tenths(0, 1100), tenths(100, 1200)),
    on=st.sampled_from(["hood", "grip", "pad"]),
    use=st.sampled_from(["", *USES]),
    clamp=st.none() | st.builds(Mark, tenths(0, 1000), tenths(100, 1200)),
    extension=st.none() | st.builds(Mark, tenths(0, 1400), tenths(100, 1200)),
    nose_mm=st.none() | tenths(60, 220),
    crank_mm=st.none() | tenths(80, 240),
    foot_stack_mm=st.none() | tenths(-10, 80),
    day=st.sampled_from(["", "2026-11-29", "2024-02-29"]),
)
LINE = "WAYMARK1 ROAD HOOD S -196 700.5 H 570 653 N 153 C 172.5 F 25 2026-11-29"


@given(POSITIONS)
def test_what_is_written_is_read_again(it: Carried) -> None:
    line = write_code(it)
    assert read_code(line) == it
    # Nothing but what the small squares of a code are made for.
    assert set(line) <= set("0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ $%*+-./:")
    # However it was broken, spaced and written.
    assert read_code("\n ".join(line.lower().split())) == it


@given(POSITIONS, st.data())
def test_a_letter_misread_is_never_taken_for_another_position(it: Carried, data: st.DataObject) -> None:
    line = write_code(it)
    at = data.draw(st.integers(0, len(line) - 1))
    other = data.draw(st.sampled_from("0123456789ABCDEF -.*"))
    if other == line[at]:
        return
    misread = line[:at] + other + line[at + 1 :]
    try:
        found = read_code(misread)
    except InputError:
        return
    # Only a sum that was lost with its star lets it through, and then it says that nothing proved it.
    assert found == it or not found.checked


def test_a_line_from_paper_is_taken_unchecked_and_by_its_meaning() -> None:
    found = read_code(LINE)
    assert (found.saddle, found.hand) == (Mark(-196, 700.5), Mark(570, 653))
    assert (found.on, found.use, found.nose_mm, found.crank_mm, found.day) == ("hood", "road", 153, 172.5, "2026-11-29")
    assert not found.checked
    # The sum by hand: bytes added, modulo 256.
    line = f"{LINE} *{sum(map(ord, LINE)) % 256:02X}"
    assert read_code(line).checked


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("", "This is no position of Waymark's."),
        ("WAYMARK2 S 1 2", "This is no position of Waymark's."),
        ("WAYMARK1 S -196 700", "Saddle and hand are both needed."),
        ("WAYMARK1 S -196 H 570 653", "After S comes a number."),
        ("WAYMARK1 S -196 70 H 570 653", "No S lies there."),
        ("WAYMARK1 S -196 700 H 570", "After H comes a number."),
        ("WAYMARK1 S -196 700 H 570 653 Q 3", "This word says nothing here."),
        (f"{LINE} *00", "The sum at its end does not agree: a number or letter was misread."),
        ("WAYMARK1 " + "S " * 300, "This is too long for a position."),
    ],
)
def test_what_is_no_position_is_refused_in_words(text: str, said: str) -> None:
    with pytest.raises(InputError) as wrong:
        read_code(text)
    assert str(wrong.value.message) == said and wrong.value.field == "code"


@given(st.text(max_size=120))
def test_no_text_at_all_does_more_than_be_refused(text: str) -> None:
    for line in (text, f"WAYMARK1 {text}"):
        try:
            read_code(line)
        except InputError as wrong:
            assert wrong.allowed


def test_a_rider_is_told_what_moved_and_what_to_watch() -> None:
    assert str(moved_words(say("Saddle"), Mark(0.3, -3.2))) == "Saddle: 3 mm lower."
    assert str(moved_words(say("Hands"), Mark(-13.4, 12.7))) == "Hands: 13 mm higher and 13 mm further back."
    assert str(moved_words(say("Hands"), Mark(0.4, -0.4))) == "Hands: as it was."
    assert [str(w) for w in watch_words(Mark(0, 4), Mark(-8, 0))] == [
        "A higher saddle: hips that rock, toes that point, a pull behind the knee.",
        "Shorter reach: knees or bars that come near each other out of the saddle.",
    ]
    assert watch_words(Mark(1, -2), None) == ()
