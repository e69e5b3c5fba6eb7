"""The Frame post's own routes: sizes side by side, and a long search told as it goes."""

from __future__ import annotations

from typing import Annotated

from fastapi import Query
from fastapi.responses import StreamingResponse
from pydantic import Field

from waymark.rooms.deps import ERRORS, MOST_KEY, Key
from waymark.rooms.doorway import room_router
from waymark.rooms.files import DeskDep
from waymark.rooms.plan import progress
from waymark.rooms.posts.frame.comparing import Comparison, compare
from waymark.rooms.posts.frame.made import MadeView, made_view
from waymark.rooms.shelves import shelf_view

router = room_router("/api/fits", "fits", ERRORS)


@router.get("/compare", operation_id="compare_sizes")
def compare_sizes(
    desk: DeskDep,
    sizes: Annotated[list[Annotated[int, Field(ge=1, le=MOST_KEY)]], Query(description="keys of sizes")],
    fit: Annotated[int | None, Query(ge=1, le=MOST_KEY, description="the file whose present bike comes first")] = None,
) -> Comparison:
    """Frame sizes side by side."""
    with desk.store.looking() as session:
        facts = None if fit is None else desk.look(session, fit).facts
        return compare(shelf_view(session), sizes, facts)


@router.get("/{fit_id}/search", operation_id="search_frames", response_class=StreamingResponse)
def search_frames(desk: DeskDep, fit_id: Key) -> StreamingResponse:
    """Search a large shelf for this file: a line of JSON a step; leaving off stops it. The sheet then knows."""
    with desk.store.looking() as session:
        facts = desk.look(session, fit_id).facts
    lines = progress(facts, lambda: desk.remember(fit_id, facts))
    return StreamingResponse(lines, media_type="application/x-ndjson")


@router.get("/{fit_id}/made", operation_id="made_to_measure")
def made_to_measure(desk: DeskDep, fit_id: Key) -> MadeView:
    """The frame that would be made to measure for this file's goal: what was chosen, and what follows."""
    with desk.store.looking() as session:
        facts = desk.look(session, fit_id).facts
    view = made_view(facts)
    desk.remember(fit_id, facts)
    return view
