"""Has the search's compiled loops ready before anybody waits for them."""

from __future__ import annotations

from dataclasses import replace

from waymark.core.cockpit.steerer import Stem, bar_clamp
from waymark.core.marks import Mark
from waymark.core.rules.house import STEM_WINDOWS
from waymark.core.search.headroom import Unsure, saddle_room, share_reached
from waymark.core.search.model import (
    BarOption,
    CockpitOption,
    FrameOption,
    Goal,
    Place,
    PostOption,
    SaddleOption,
    Shelf,
    StemOption,
)
from waymark.core.search.whole import search_whole
from waymark.core.seat import SaddleFit


def make_ready() -> None:
    """Compile the inner loops, or load what was compiled before, by a search that runs through all of them.

    The first size reaches the goal; the second is so far off that it is settled by bounds from below.
    """
    hand = bar_clamp(Mark(390, 560), 72, 8, 15, Stem(110, -6, 40)) + Mark(84, 14)
    near = FrameOption("near", "", 560, 390, 72, 8, 30, 73.5, 500, 27.2)
    far = FrameOption("far", "", 400, 300, 72, 8, 30, 73.5, 500, 27.2)
    place = Place(Mark(84, 14))
    shelf = Shelf(
        (near, far),
        (StemOption("stem", "", 110, -6, 40),),
        (5, 10),
        bars=(BarOption("bar", "", None, (place,)),),
        cockpits=(CockpitOption("one#1", "", 110, -6, 42, 420, (5, 10), (place,)),),
    )
    saddle, post = SaddleOption(SaddleFit(45, 60), 18), PostOption("post", "", 350, 0, 27.2, 80)
    goal = Goal(Mark(-200, 700), hand, place.off, STEM_WINDOWS["road"], saddle_fit=saddle)
    first, *_ = search_whole(replace(shelf, posts=(post,)), goal).sizes
    saddle_room(first, goal, post, saddle)
    share_reached(first, goal, tuple(shelf.spacers_mm), Unsure(4, 0, 4))


if __name__ == "__main__":
    make_ready()
