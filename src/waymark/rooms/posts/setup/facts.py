"""What follows from what was measured after the work."""

from __future__ import annotations

from waymark.core.marks import Mark
from waymark.rooms.files import Facts, Marks, fact
from waymark.rooms.posts.setup.state import BuiltState


@fact
def built_marks(facts: Facts) -> Marks:
    """The marks as measured after the work."""
    b = facts.part(BuiltState)
    built: Marks = {}
    if b.saddle_x and b.saddle_y:
        built["saddle"] = Mark(b.saddle_x.value, b.saddle_y.value)
    if b.hand_x and b.hand_y:
        built["hand"] = Mark(b.hand_x.value, b.hand_y.value)
    return built
