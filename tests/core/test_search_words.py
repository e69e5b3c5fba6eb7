"""What the search says of its builds: handling, what stands and what is given up, and the page for a builder."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from waymark.core.cockpit import DropBar, FlatBar, Lever, Stem, bar_clamp
from waymark.core.drawing.frame_sheet import HEIGHT_MM, LEFT, RIGHT, FrameSheet, degrees_down, frame_page
from waymark.core.drawing.primitives import Label
from waymark.core.frame import FrameGeometry, derive
from waymark.core.marks import Mark
from waymark.core.rules.house import STEM_WINDOWS
from waymark.core.rules.schools import HANDLING, SCHOOLS
from waymark.core.rules.weights import PLACING_USUAL, WEIGHTS
from waymark.core.say import say
from waymark.core.search import (
    BarOption,
    CockpitOption,
    FrameOption,
    Goal,
    Place,
    Shelf,
    SizeResult,
    StemOption,
    Tolerance,
    search_sizes,
)
from waymark.core.search.frontier import Reference, candidates, handling_steps, standing
from waymark.core.search.headroom import NO_ROOM, Room
from waymark.core.search.places import drop_places, flat_places, pad_places
from waymark.core.search.whole import search_whole
from waymark.core.search.words import stem_words


def built(length: float = 110, angle: float = -6, spacers: float = 15, **more: object) -> SizeResult:
    """One build that meets its goal."""
    frame = FrameOption("f", "Size", 560, 390, 72, 8, 40, 73.5, 500, 27.2, 80, **more)  # type: ignore[arg-type]
    hand = bar_clamp(Mark(390, 560), 72, 8, spacers, Stem(length, angle, 40)) + Mark(84, 14)
    goal = Goal(Mark(-200, 690), hand, Mark(84, 14), STEM_WINDOWS["road"])
    stem = StemOption("s", "Cairn", length, angle, 40, both_ways=False)
    return search_sizes(Shelf((frame,), (stem,), (5, 10)), goal)[0]


def test_handling_counts_noticeable_steps_from_the_reference() -> None:
    r = built(trail_mm=60, front_centre_mm=600)
    arm = 110 * np.cos(np.radians(6)) + (Mark(84, 14).x_mm * np.sin(np.radians(72)) + 14 * np.cos(np.radians(72)))
    here = Reference(60, 600, float(arm))
    assert handling_steps(r, here) == 0
    assert handling_steps(r, replace(here, trail_mm=60 + 3 * HANDLING["trail_mm"].value)) == 3
    assert handling_steps(r, replace(here, arm_mm=float(arm) - 2 * HANDLING["arm_mm"].value)) == 2
    assert handling_steps(r, None) == 0


def test_a_place_says_what_a_mechanic_reads_off() -> None:
    assert str(stem_words(built(angle=-6))) == "110 −6°"
    bar, lever = DropBar(80, 125, 32, 5), Lever(18, 22, 18, 24)
    says = {round(p.rotation_deg, 1): str(p.says) for p in drop_places(bar, lever, "ramp")}
    assert says[5].startswith("ramp level, ")
    assert says[9].startswith("ramp 4° up to the front, ")
    assert says[1].startswith("ramp 4° down to the front, ")
    # On a new bar the lever is nowhere yet: its hood's slope tells.
    for p in drop_places(bar, lever, "ramp"):
        assert str(p.says).endswith(f"to the front, hoods rising {p.slope_deg:.0f}°") or "ramp level, hoods" in str(
            p.says
        )
    # On the bar that is there it slides from where it sits, 3 down from where such a lever usually does.
    now = Place(Mark(85, 10), rotation_deg=5, slide_mm=3.0)
    for p in drop_places(bar, lever, "ramp", stands=now)[1:]:
        by = round(p.slide_mm - 3.0)
        way = "where they are" if not by else f"{abs(by)} {'down' if by > 0 else 'up'} the bend"
        assert f", levers {way}, hoods rising {p.slope_deg:.0f}°" in str(p.says)
    assert [str(p.says) for p in flat_places(FlatBar(760, 20, 8, 5, 70), 55)][1:4] == [
        "rolled 3° forward",
        "rise upright",
        "rolled 3° back",
    ]
    assert str(pad_places((0, 10), (30,))[1].says) == "pads 10 ahead of the clamp, 30 over it"


def test_what_is_against_it_is_named_in_its_own_unit() -> None:
    reference = Reference(60, 600, 190)
    plain = standing(built(trail_mm=60, front_centre_mm=600), Room(30, 30, 8, 8), reference)
    dear = replace(standing(built(), Room(25, 25, 8, 8), reference), rung=3)
    odd = standing(built(angle=-17, trail_mm=80, front_centre_mm=660), Room(10, 12, 2, 2), reference)
    off = replace(plain, miss_mm=4.0, result=replace(plain.result, miss=Mark(-3, 2)))
    first, bought, felt, far = candidates([plain, dear, odd, off])
    assert str(first.gives_up) == "Nothing of note against it."
    assert "the price of a one-piece cockpit" in str(bought.gives_up)
    assert "another feel, trail 80 and front centre 660" in str(felt.gives_up)
    assert "the hand 3 back and 2 high" in str(far.gives_up)


def test_every_school_has_its_reason_and_the_house_default_first() -> None:
    for school in SCHOOLS.values():
        assert school.pick(None) is school.choices[0]
        assert all(c.reason.endswith(".") for c in school.choices)
        for choice in school.choices:
            assert school.pick(choice.key) is choice


def test_a_frame_for_its_own_cockpits_takes_nothing_else() -> None:
    stem = StemOption("s", "Cairn", 110, -6, 40)
    closed = FrameOption("f", "Closed", 560, 390, 72, 8, 30, 73.5, 500, 27.2, 80, cockpits=("Mono",))
    goal = Goal(Mark(-200, 690), Mark(560, 660), Mark(84, 14), STEM_WINDOWS["road"])
    whole = search_whole(Shelf((closed,), (stem,), (5,)), goal)
    assert whole.sizes == ()
    assert [(f, str(why)) for f, why in whole.unbuilt] == [(closed, "Takes only Mono; none of them is on the shelf.")]
    mono = CockpitOption("Mono", "Mono 110/420", 110, -6, 42, 420, (5, 10), (Place(Mark(84, 14)),))
    other = replace(mono, key="Duo#2#110/420", label="Duo 110/420")
    found = search_whole(Shelf((closed,), (stem,), (5,), cockpits=(other, mono)), goal).sizes[0]
    assert (found.bar_key, found.stem, found.stem_stands.clamp_height_mm) == ("Mono", None, 42)
    # Cockpits that are only looked at where they are named stay off other frames.
    named = replace(mono, named_only=True)
    open_frame = replace(closed, cockpits=None)
    assert search_whole(Shelf((open_frame,), (stem,), (5,), cockpits=(named,)), goal).sizes[0].stem is stem


def test_another_cover_is_taken_where_the_pile_would_be_tall() -> None:
    frame = FrameOption("f", "Size", 560, 390, 72, 5, 20, 73.5, 500, 27.2, 80, covers_mm=(20.0,))
    hand = bar_clamp(Mark(390, 560), 72, 20, 5, Stem(110, -6, 40)) + Mark(84, 14)
    goal = Goal(Mark(-200, 690), hand, Mark(84, 14), STEM_WINDOWS["road"])
    r = search_sizes(Shelf((frame,), (StemOption("s", "S", 110, -6, 40, False),), (5,)), goal)[0]
    # 20 of spacers on the own cover stands as high, but is the whole limit: the nearest build takes the other cover. A
    # workshop leaves the cover that came with the frame.
    near = r.nearest_build
    assert (near.cover_mm, near.spacers_mm, r.cover_mm, r.spacers_mm) == (20, 5, 5, 20)
    assert near.miss_mm == pytest.approx(0, abs=1e-9)
    assert (near.points, r.points) == (1, 0)


def test_no_room_where_nothing_reaches_and_the_rooms_are_kept_by_build() -> None:
    goal = Goal(Mark(-200, 690), Mark(900, 900), Mark(84, 14), STEM_WINDOWS["road"], Tolerance())
    frame = FrameOption("f", "Size", 560, 390, 72, 8, 30, 73.5, 500, 27.2, 80)
    bars = (
        BarOption("own", "own", None, (Place(Mark(84, 14)),), rung=0),
        BarOption("b", "b", 31.8, (Place(Mark(80, 0)),)),
    )
    whole = search_whole(Shelf((frame,), (StemOption("s", "S", 110, -6, 40),), (5,), bars=bars), goal)
    r = whole.sizes[0]
    assert whole.frontier == ()
    assert {whole.room(x) for x in (r, *r.others)} == {NO_ROOM}
    assert len({x.bar_key for x in (r, *r.others)}) == 2


@given(st.integers(420, 760), st.integers(340, 470), st.floats(66, 74), st.floats(70, 79))
def test_the_builders_page_holds_every_number_inside_its_margins(
    stack: int, reach: int, head: float, seat: float
) -> None:
    known = {
        "stack_mm": stack, "reach_mm": reach, "head_angle_deg": head, "fork_length_mm": 390, "fork_offset_mm": 48,
        "bb_drop_mm": 72,
    }  # fmt: skip
    values = derive(known).values
    frame = FrameGeometry(
        stack_mm=stack,
        reach_mm=reach,
        head_angle_deg=head,
        seat_angle_deg=seat,
        seat_tube_mm=min(stack, 560),
        head_tube_mm=values["head_tube_mm"],
        fork_length_mm=390,
        fork_offset_mm=48,
        bb_drop_mm=72,
        chainstay_mm=425,
        front_centre_mm=values["front_centre_mm"],
        wheel_radius_mm=345,
    )
    page = frame_page(FrameSheet(say("Frame"), say("For somebody"), frame, (say("A note."),)))
    labels = [i for i in page.items if isinstance(i, Label)]
    words = [label.text for label in labels]
    for text in (
        f"stack {stack}",
        f"reach {reach}",
        f"{head:.1f}°",
        f"{seat:.1f}°",
        f"{degrees_down(frame):.1f}°",
        "A note.",
    ):
        assert text in words
    for label in labels:
        assert LEFT - 1 <= label.at.x_mm <= RIGHT + 1
        assert 8 < label.at.y_mm < HEIGHT_MM


def test_another_house_weighs_otherwise_through_the_goal_alone() -> None:
    clamp = bar_clamp(Mark(390, 560), 72, 8, 20, Stem(110, -6, 40))
    stems = [StemOption("a", "Level", 110, -6, 40), StemOption("b", "Long", 120, -6, 40)]
    size = FrameOption("f", "Size", 560, 390, 72, 8, 30, 73.5, 500, 27.2, 80)
    usual = Goal(Mark(-200, 690), clamp + Mark(84, 14), Mark(84, 14), STEM_WINDOWS["road"])
    on = Shelf((size,), stems, (5, 10))
    best = search_whole(on, usual).sizes[0]
    assert (best.verdict, best.spacers_mm) == ("in", 20)
    # Twenty of thirty is a tall pile only where a house says so.
    careful = replace(usual, weights=replace(WEIGHTS, spacer_warn_share=0.5))
    assert search_whole(on, careful).sizes[0].verdict == "edge"
    assert str(search_whole(on, careful).sizes[0].sentence).endswith("Against it: 20 of pile where 30 are allowed.")
    # And so much of it counts against a build only where a house says so.
    strict = search_whole(on, replace(usual, weights=replace(WEIGHTS, pile_free_mm=5.0))).sizes[0]
    assert (best.points, strict.points) == (0, pytest.approx(0.1 * max(0, strict.spacers_mm - 5)))
    bar, lever = DropBar(80, 125, 32, 5), Lever(18, 22, 18, 24)
    wide = drop_places(bar, lever, "ramp", placing=replace(PLACING_USUAL, rotation_step_deg=4.0))
    assert sorted({round(p.rotation_deg) for p in wide}) == [-3, 1, 5, 9, 13]
