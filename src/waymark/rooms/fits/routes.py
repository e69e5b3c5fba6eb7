"""Fit files over HTTP. Every write names the revision it was made on and gives the new sheet back."""

from __future__ import annotations

from typing import Annotated

from fastapi import Query, Response
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, ConfigDict, Field

from waymark.rooms.deps import ERRORS, MOST_KEY, Key, StoreDep
from waymark.rooms.doorway import room_router
from waymark.rooms.fits import frame_search, frame_view, history, service
from waymark.rooms.fits.comparing import Comparison, compare
from waymark.rooms.fits.layers import layers_of
from waymark.rooms.fits.service import DayLine, OneChange
from waymark.rooms.fits.sheet import sheet_of
from waymark.rooms.fits.views import PostName, Sheet
from waymark.rooms.riders import profile_of, rider_row

router = room_router("/api/fits", "fits", ERRORS)
View = Annotated[PostName, Query(description="the post whose work is wanted")]


class NewFit(BaseModel):
    """A new file for a rider."""

    model_config = ConfigDict(extra="forbid")

    rider_id: int = Field(ge=1, le=MOST_KEY)
    title: str = Field(default="New fit", max_length=160)


class Based(BaseModel):
    """The revision a write was made on."""

    model_config = ConfigDict(extra="forbid")

    base_revision: int = Field(ge=0, le=MOST_KEY)


class Changes(Based):
    """Changes taken together, all or none."""

    changes: list[OneChange] = Field(min_length=1, max_length=40)


class FileText(BaseModel):
    """A fit file's text."""

    model_config = ConfigDict(extra="forbid")

    text: str


class Opened(BaseModel):
    """A file's key."""

    id: int


@router.get("", operation_id="day_book")
def day_book(store: StoreDep) -> list[DayLine]:
    """Every fit file, the last changed first."""
    with store.looking() as session:
        return service.day_lines(session)


@router.post("", operation_id="open_fit")
def open_fit(store: StoreDep, new: NewFit) -> Opened:
    """Begin a file."""
    with store.writing() as session:
        return Opened(id=service.open_fit(session, rider_row(session, new.rider_id), new.title).id)


@router.post("/import", operation_id="import_fit")
def import_fit(store: StoreDep, file: FileText) -> Opened:
    """Open an exported file as a new one."""
    with store.writing() as session:
        return Opened(id=service.import_fit(session, file.text).id)


@router.get("/compare", operation_id="compare_sizes")
def compare_sizes(
    store: StoreDep,
    sizes: Annotated[list[Annotated[int, Field(ge=1, le=MOST_KEY)]], Query(description="keys of sizes")],
    fit: Annotated[
        int | None, Query(ge=1, le=MOST_KEY, description="the file whose present bike comes first")
    ] = None,
) -> Comparison:
    """Frame sizes side by side."""
    with store.looking() as session:
        return compare(session, sizes, fit)


def _sent(sheet: Sheet) -> Response:
    # Written once, straight from the model: the sheet is the one answer whose speed is felt at every edit.
    return Response(sheet.model_dump_json(), media_type="application/json")


@router.get("/{fit_id}/sheet", operation_id="sheet", response_model=Sheet)
def sheet(store: StoreDep, fit_id: Key, view: View = "measure") -> Response:
    """The sheet at its newest revision."""
    with store.looking() as session:
        return _sent(sheet_of(session, history.fit_row(session, fit_id), view))


@router.post("/{fit_id}/changes", operation_id="change_fit", response_model=Sheet)
def change_fit(store: StoreDep, fit_id: Key, asked: Changes, view: View = "measure") -> Response:
    """Apply changes as one revision."""
    with store.writing() as session:
        fit = history.fit_row(session, fit_id)
        service.change(session, fit, asked.base_revision, asked.changes)
        return _sent(sheet_of(session, fit, view))


@router.get("/{fit_id}/search", operation_id="search_frames", response_class=StreamingResponse)
def search_frames(store: StoreDep, fit_id: Key) -> StreamingResponse:
    """Search a large shelf for this file: a line of JSON a step; leaving off stops it. The sheet then knows."""
    with store.looking() as session:
        fit = history.fit_row(session, fit_id)
        state = history.state_of(history.head_of(session, fit))
        asked = frame_view.question(session, profile_of(fit.rider), state, layers_of(state))
    lines = frame_search.progress(asked) if asked else iter(('{"ready": true}\n',))
    return StreamingResponse(lines, media_type="application/x-ndjson")


@router.post("/{fit_id}/undo", operation_id="undo_fit", response_model=Sheet)
def undo_fit(store: StoreDep, fit_id: Key, asked: Based, view: View = "measure") -> Response:
    """Take the newest change back."""
    with store.writing() as session:
        fit = history.fit_row(session, fit_id)
        history.demand_head(fit, asked.base_revision)
        history.undo(session, fit)
        return _sent(sheet_of(session, fit, view))


@router.post("/{fit_id}/redo", operation_id="redo_fit", response_model=Sheet)
def redo_fit(store: StoreDep, fit_id: Key, asked: Based, view: View = "measure") -> Response:
    """Bring back what an undo took."""
    with store.writing() as session:
        fit = history.fit_row(session, fit_id)
        history.demand_head(fit, asked.base_revision)
        history.redo(session, fit)
        return _sent(sheet_of(session, fit, view))


@router.get("/{fit_id}/file", operation_id="export_fit", response_class=Response)
def export_fit(store: StoreDep, fit_id: Key) -> Response:
    """The file as ``*.waymark.json``."""
    with store.looking() as session:
        fit = history.fit_row(session, fit_id)
        text = service.export_fit(session, fit)
    headers = {"Content-Disposition": f'attachment; filename="fit-{fit_id}.waymark.json"'}
    return Response(text, media_type="application/json", headers=headers)
