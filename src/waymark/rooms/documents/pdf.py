"""A display list as a PDF, fonts embedded. One of the writers of the neutral list; the screen has the other."""

from __future__ import annotations

import io
from collections.abc import Sequence
from functools import cache
from importlib.resources import files
from typing import Any

from reportlab.lib.colors import HexColor
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from waymark.core.drawing.primitives import Circle, DisplayList, Label, Path

INK = HexColor("#000000")
WHITE = HexColor("#ffffff")
PALE = HexColor("#ececec")
FAINT = HexColor("#c9c9c9")
FONTS = {
    "plain": "Overpass-Regular", "strong": "Overpass-Strong",
    "figure": "OverpassMono-Regular", "figure-strong": "OverpassMono-Strong", "pale": "Overpass-Strong",
}  # fmt: skip
# style: (fill, stroke, width in points)
STYLES: dict[str, tuple[Any, Any, float]] = {
    "rule": (None, INK, 1.1), "fine": (None, INK, 0.5), "tick": (None, INK, 0.9), "dots": (None, INK, 0.4),
    "box": (None, INK, 0.6), "solid": (INK, None, 0), "outline": (None, INK, 0.8), "patch": (WHITE, None, 0),
    "sign-now": (WHITE, INK, 0.9), "sign-goal": (None, INK, 0.8), "sign-goal-dot": (INK, None, 0),
    "sign-plan": (INK, None, 0), "sign-built": (INK, None, 0),
    "card-tyre": (PALE, INK, 0.6), "card-rim": (None, INK, 0.3), "card-spoke": (None, FAINT, 0.3),
    "card-tube-edge": (None, INK, 1.4), "card-tube-fill": (WHITE, None, 0), "card-seam": (None, INK, 0.4),
    "card-axle": (INK, None, 0), "card-thin": (None, INK, 0.3), "card-chain": (None, INK, 0.35),
    "card-ring": (None, INK, 0.5), "card-rail": (None, INK, 0.5), "card-hatch": (None, FAINT, 0.3),
    "card-ground": (None, INK, 0.7), "card-spacer": (PALE, INK, 0.7), "card-spacer-over": (WHITE, INK, 0.7),
}  # fmt: skip
OTHER = (WHITE, INK, 0.6)
DASHED = {"dots": (0.4, 1.6)}


@cache
def _register() -> None:
    folder = files(__package__ or "waymark.rooms.documents") / "fonts"
    for name in set(FONTS.values()):
        pdfmetrics.registerFont(TTFont(name, io.BytesIO((folder / f"{name}.ttf").read_bytes())))


def write_pdf(pages: Sequence[DisplayList], title: str) -> bytes:
    """An A4 document of ``pages``; the same pages give the same bytes."""
    _register()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=(210 * mm, 297 * mm), invariant=1, pageCompression=1)
    canvas.setTitle(title)
    canvas.setCreator("Waymark")
    for page in pages:
        canvas.setLineJoin(1)
        canvas.setLineCap(1)
        for item in page.items:
            _draw(canvas, item)
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _draw(canvas: Canvas, item: Path | Circle | Label) -> None:
    if isinstance(item, Label):
        _write(canvas, item)
        return
    fill, stroke, width = STYLES.get(item.style, OTHER)
    if fill is not None:
        canvas.setFillColor(fill)
    if stroke is not None:
        canvas.setStrokeColor(stroke)
        canvas.setLineWidth(width)
    canvas.setDash(*DASHED.get(item.style, ()))
    if isinstance(item, Circle):
        x, y, r = item.centre.x_mm * mm, item.centre.y_mm * mm, item.radius_mm * mm
        canvas.circle(x, y, r, stroke=stroke is not None, fill=fill is not None)
        return
    path = canvas.beginPath()
    for letter, args in item.commands:
        a = [v * mm for v in args]
        match letter:
            case "M":
                path.moveTo(*a)
            case "L":
                path.lineTo(*a)
            case "C":
                path.curveTo(*a)
            case _:
                path.close()
    # Even-odd, so that a tyre is a ring.
    canvas.drawPath(path, stroke=stroke is not None, fill=fill is not None, fillMode=0)


def _write(canvas: Canvas, label: Label) -> None:
    canvas.setFillColor(PALE if label.style == "pale" else INK)
    canvas.setFont(FONTS[label.style], label.size_mm * mm)
    x, y = label.at.x_mm * mm, label.at.y_mm * mm
    match label.anchor:
        case "start":
            canvas.drawString(x, y, label.text)
        case "middle":
            canvas.drawCentredString(x, y, label.text)
        case _:
            canvas.drawRightString(x, y, label.text)
