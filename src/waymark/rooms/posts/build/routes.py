"""The Build post's own routes: the ways of a mark, which are asked for and not kept."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import Query

from waymark.rooms.deps import ERRORS, Key
from waymark.rooms.doorway import room_router
from waymark.rooms.files import DeskDep
from waymark.rooms.posts.build.ways import Asked
from waymark.rooms.posts.build.ways_view import WaysView, ways_view

router = room_router("/api/fits", "fits", ERRORS)

Nudge = Annotated[float, Query(ge=-60, le=60)]


@router.get("/{fit_id}/ways", operation_id="ways_of_a_mark")
def ways_of_a_mark(
    desk: DeskDep,
    fit_id: Key,
    mark: Literal["hand", "saddle", "foot"] = "hand",
    to_goal: Annotated[bool, Query(description="to the goal; else moved by the two below")] = False,
    fore_mm: Nudge = 0,
    up_mm: Nudge = 0,
) -> WaysView | None:
    """Every way to move a mark of the plan, free to dear; nothing while no plan has such a mark."""
    with desk.store.looking() as session:
        facts = desk.look(session, fit_id).facts
    view = ways_view(facts, Asked(mark, to_goal, fore_mm, up_mm))
    desk.remember(fit_id, facts)
    return view
