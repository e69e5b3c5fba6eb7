"""Documents over HTTP."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Literal

from fastapi import Response
from pydantic import BaseModel, ConfigDict, Field

from waymark.core.drawing.card import HEIGHT_MM, WIDTH_MM
from waymark.core.drawing.primitives import Circle, Label, Path
from waymark.core.handout import Carried, read_code, write_code
from waymark.rooms.deps import ERRORS, Key
from waymark.rooms.documents.builder import drawing_for
from waymark.rooms.documents.calendar import calendar_of
from waymark.rooms.documents.card import card_for
from waymark.rooms.documents.handout import handout_for, position_of
from waymark.rooms.documents.parts import parts_csv, parts_pdf_pages
from waymark.rooms.documents.pdf import write_pdf
from waymark.rooms.documents.svg import write_svg
from waymark.rooms.doorway import room_router
from waymark.rooms.files import DeskDep
from waymark.rooms.plan import point
from waymark.rooms.schema import Point

router = room_router("/api/fits/{fit_id}", "documents", ERRORS)
calendar_router = room_router("/api/calendar", "documents", ERRORS)
position_router = room_router("/api/positions", "documents", ERRORS)


@calendar_router.get("/due.ics", operation_id="due_calendar", response_class=Response)
def due_calendar(desk: DeskDep) -> Response:
    """Everything that is due, of every file, for any calendar (RFC 5545)."""
    written = calendar_of(desk.day_lines(), datetime.now(UTC))
    headers = {"Content-Disposition": 'attachment; filename="waymark-due.ics"'}
    return Response(written, media_type="text/calendar", headers=headers)


class PageItem(BaseModel):
    """A path, a circle or words on the page; mm from its lower left corner, y up."""

    s: str
    d: str | None = None
    x: float | None = None
    y: float | None = None
    r: float | None = None
    text: str | None = None
    anchor: str | None = None
    size: float | None = None


class Page(BaseModel):
    """One page for the screen and the print view."""

    width_mm: float
    height_mm: float
    items: list[PageItem]


def _item(item: Path | Circle | Label) -> PageItem:
    if isinstance(item, Path):
        return PageItem(s=item.style, d=item.d())
    if isinstance(item, Circle):
        return PageItem(s=item.style, x=item.centre.x_mm, y=item.centre.y_mm, r=item.radius_mm)
    return PageItem(s=item.style, x=item.at.x_mm, y=item.at.y_mm, text=item.text, anchor=item.anchor, size=item.size_mm)


@router.get("/card", operation_id="card")
def card(desk: DeskDep, fit_id: Key) -> list[Page]:
    """The workshop card as items to draw."""
    with desk.store.looking() as session:
        pages = card_for(desk.look(session, fit_id), datetime.now().astimezone())
    return [Page(width_mm=WIDTH_MM, height_mm=HEIGHT_MM, items=[_item(i) for i in p.items]) for p in pages]


@router.get("/card.pdf", operation_id="card_pdf", response_class=Response)
def card_pdf(desk: DeskDep, fit_id: Key) -> Response:
    """The workshop card as a PDF, one A4 page."""
    with desk.store.looking() as session:
        look = desk.look(session, fit_id)
        pages = card_for(look, datetime.now().astimezone())
        title = f"Workshop card, {look.rider.name}"
    headers = {"Content-Disposition": f'inline; filename="waymark-card-{fit_id}.pdf"'}
    return Response(write_pdf(pages, title), media_type="application/pdf", headers=headers)


@router.get("/parts.csv", operation_id="parts_csv", response_class=Response)
def parts_list_csv(desk: DeskDep, fit_id: Key) -> Response:
    """The parts list for a program of tables."""
    with desk.store.looking() as session:
        text = parts_csv(desk.look(session, fit_id))
    headers = {"Content-Disposition": f'attachment; filename="waymark-parts-{fit_id}.csv"'}
    return Response(text, media_type="text/csv; charset=utf-8", headers=headers)


@router.get("/parts.pdf", operation_id="parts_pdf", response_class=Response)
def parts_list_pdf(desk: DeskDep, fit_id: Key) -> Response:
    """The parts list as pages to take to the shop."""
    with desk.store.looking() as session:
        look = desk.look(session, fit_id)
        pages, title = parts_pdf_pages(look), f"Parts for {look.rider.name}"
    headers = {"Content-Disposition": f'inline; filename="waymark-parts-{fit_id}.pdf"'}
    return Response(write_pdf(pages, title), media_type="application/pdf", headers=headers)


@router.get("/handout.pdf", operation_id="handout_pdf", response_class=Response)
def handout_pdf(desk: DeskDep, fit_id: Key) -> Response:
    """The page that goes home with the rider."""
    with desk.store.looking() as session:
        look = desk.look(session, fit_id)
        pages, title = handout_for(look, datetime.now().astimezone()), f"Position of {look.rider.name}"
    headers = {"Content-Disposition": f'inline; filename="waymark-position-{fit_id}.pdf"'}
    return Response(write_pdf(pages, title), media_type="application/pdf", headers=headers)


class PositionOut(BaseModel):
    """A position that is carried: the line that stands in the code, and what it says, mm from the BB."""

    code: str
    use: str
    on: Literal["hood", "grip", "pad"]
    saddle: Point
    hand: Point
    clamp: Point | None
    extension: Point | None
    nose_mm: float | None
    crank_mm: float | None
    foot_stack_mm: float | None
    day: str
    checked: bool


def _position(it: Carried) -> PositionOut:
    return PositionOut(
        code=write_code(it),
        use=it.use,
        on=it.on,
        saddle=point(it.saddle),
        hand=point(it.hand),
        clamp=point(it.clamp) if it.clamp else None,
        extension=point(it.extension) if it.extension else None,
        nose_mm=it.nose_mm,
        crank_mm=it.crank_mm,
        foot_stack_mm=it.foot_stack_mm,
        day=it.day,
        checked=it.checked,
    )


@router.get("/position.json", operation_id="position_json")
def position_json(desk: DeskDep, fit_id: Key) -> PositionOut:
    """The position that the rider rides, as data and as the line of its code."""
    with desk.store.looking() as session:
        return _position(position_of(desk.look(session, fit_id).facts)[1])


class CodeText(BaseModel):
    """A position's line, scanned or typed."""

    model_config = ConfigDict(extra="forbid")

    code: str = Field(min_length=1, max_length=400)


@position_router.post("/read", operation_id="read_position")
def read_position(asked: CodeText) -> PositionOut:
    """What a line says; 422 for one that is none or that was misread."""
    return _position(read_code(asked.code))


@router.get("/frame-drawing.pdf", operation_id="frame_drawing_pdf", response_class=Response)
def frame_drawing_pdf(desk: DeskDep, fit_id: Key) -> Response:
    """The frame for a made-to-measure builder as a PDF."""
    with desk.store.looking() as session:
        look = desk.look(session, fit_id)
        page, title = drawing_for(look), f"Frame for {look.rider.name}"
    headers = {"Content-Disposition": f'attachment; filename="waymark-frame-{fit_id}.pdf"'}
    return Response(write_pdf([page], title), media_type="application/pdf", headers=headers)


@router.get("/frame-drawing.svg", operation_id="frame_drawing_svg", response_class=Response)
def frame_drawing_svg(desk: DeskDep, fit_id: Key) -> Response:
    """The same drawing as SVG."""
    with desk.store.looking() as session:
        look = desk.look(session, fit_id)
        page, title = drawing_for(look), f"Frame for {look.rider.name}"
    return Response(write_svg(page, WIDTH_MM, HEIGHT_MM, title), media_type="image/svg+xml")
