"""Fit files over HTTP. Every write names the change it was made on and gives back what changed of the sheet.

The bodies are made from the posts that are registered, so this module keeps its annotations as they are.
"""

from functools import cache
from typing import Any

from fastapi import APIRouter, Query, Response
from fastapi.responses import StreamingResponse
from pydantic import BaseModel, ConfigDict, Field

from waymark.rooms.deps import ERRORS, MOST_KEY, Key
from waymark.rooms.doorway import room_router
from waymark.rooms.files import history
from waymark.rooms.files.deps import DeskDep
from waymark.rooms.files.desk import DayLine
from waymark.rooms.files.picture import CranksTurned
from waymark.rooms.files.registry import Registry, changes_model
from waymark.rooms.files.sheet import sheet_models
from waymark.rooms.riders import rider_row


class NewFit(BaseModel):
    """A new file for a rider."""

    model_config = ConfigDict(extra="forbid")

    rider_id: int = Field(ge=1, le=MOST_KEY)
    title: str = Field(default="New fit", max_length=160)


class Step(BaseModel):
    """The change an undo or redo was asked on, by whom, and the sections of the sheet already there."""

    model_config = ConfigDict(extra="forbid")

    base_revision: int = Field(ge=0, le=MOST_KEY)
    by: str = Field(default="", max_length=80)
    have: dict[str, str] = Field(default_factory=dict, max_length=40)


class FileText(BaseModel):
    """A fit file's text."""

    model_config = ConfigDict(extra="forbid")

    text: str


class Opened(BaseModel):
    """A file's key."""

    id: int


def _sent(written: bytes) -> Response:
    return Response(written, media_type="application/json")


def _looking(router: APIRouter, whole: Any, view_name: Any, wanted: Any) -> None:
    """What is looked at and nothing changed."""

    @router.get("/{fit_id}/sheet", operation_id="sheet", response_model=whole)
    def sheet(desk: DeskDep, fit_id: Key, view: view_name = wanted) -> Response:
        """The sheet at its newest change."""
        return _sent(desk.sheet(fit_id, view))

    @router.get("/{fit_id}/turned", operation_id="turned")
    def turned(
        desk: DeskDep,
        fit_id: Key,
        view: view_name = wanted,
        crank_deg: float = Query(ge=0, lt=360, description="0 at the top, growing forward"),
    ) -> CranksTurned | None:
        """Of a post's elevation what turns with the cranks, at one crank angle; nothing while no rider is on it."""
        return desk.turned(fit_id, view, crank_deg)


@cache
def files_router(registry: Registry) -> APIRouter:
    """The routes of the files, for the posts that are registered."""
    router = room_router("/api/fits", "fits", ERRORS)
    whole, part = sheet_models(registry)
    changes: Any = changes_model(registry)
    view_name: Any = registry.view_name
    wanted: Any = Query(registry.names[min(1, len(registry.names) - 1)], description="the post whose work is wanted")

    @router.get("", operation_id="day_book")
    def day_book(desk: DeskDep) -> list[DayLine]:
        """Every fit file, the last changed first."""
        return desk.day_lines()

    @router.post("", operation_id="open_fit")
    def open_fit(desk: DeskDep, new: NewFit) -> Opened:
        """Begin a file."""
        with desk.store.writing() as session:
            return Opened(id=desk.open(session, rider_row(session, new.rider_id), new.title).id)

    @router.post("/import", operation_id="import_fit")
    def import_fit(desk: DeskDep, file: FileText) -> Opened:
        """Open an exported file as a new one."""
        found = desk.format.read(file.text)
        with desk.store.writing() as session:
            return Opened(id=desk.take_in(session, found).id)

    _looking(router, whole, view_name, wanted)

    @router.post("/{fit_id}/changes", operation_id="change_fit", response_model=part)
    def change_fit(desk: DeskDep, fit_id: Key, asked: changes, view: view_name = wanted) -> Response:
        """Carry out commands as one change."""
        return _sent(desk.change(fit_id, asked.base_revision, asked.commands, asked.by, view, asked.have))

    @router.post("/{fit_id}/undo", operation_id="undo_fit", response_model=part)
    def undo_fit(desk: DeskDep, fit_id: Key, asked: Step, view: view_name = wanted) -> Response:
        """Take the newest change back."""
        return _sent(desk.step(fit_id, asked.base_revision, "undo", asked.by, view, asked.have))

    @router.post("/{fit_id}/redo", operation_id="redo_fit", response_model=part)
    def redo_fit(desk: DeskDep, fit_id: Key, asked: Step, view: view_name = wanted) -> Response:
        """Bring back what an undo took."""
        return _sent(desk.step(fit_id, asked.base_revision, "redo", asked.by, view, asked.have))

    @router.get("/{fit_id}/file", operation_id="export_fit", response_class=StreamingResponse)
    def export_fit(desk: DeskDep, fit_id: Key) -> StreamingResponse:
        """The file as ``*.waymark.json``."""
        with desk.store.looking() as session:
            text = desk.export_fit(history.fit_row(session, fit_id))
        headers = {"Content-Disposition": f'attachment; filename="fit-{fit_id}.waymark.json"'}
        return StreamingResponse(iter((text,)), media_type="application/json", headers=headers)

    return router
