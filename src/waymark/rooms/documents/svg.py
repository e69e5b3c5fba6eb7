"""A display list as SVG in paper millimetres, black on white; fonts are named, not embedded."""

from __future__ import annotations

from xml.sax.saxutils import escape

from waymark.core.drawing.primitives import Circle, DisplayList, Label, Path
from waymark.rooms.documents.pdf import DASHED, OTHER, STYLES

POINT_MM = 0.352778
FACES = {
    "plain": ("Overpass, sans-serif", 400), "strong": ("Overpass, sans-serif", 700),
    "figure": ("Overpass Mono, monospace", 400), "figure-strong": ("Overpass Mono, monospace", 700),
}  # fmt: skip


def write_svg(page: DisplayList, width_mm: float, height_mm: float, title: str) -> str:
    """One page as a standing SVG document, y down."""
    body = "\n".join(_item(item, height_mm) for item in page.items)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" width="{width_mm:g}mm" height="{height_mm:g}mm" '
        f'viewBox="0 0 {width_mm:g} {height_mm:g}"><title>{escape(title)}</title>'
        f'<rect width="100%" height="100%" fill="#fff"/>\n{body}\n</svg>\n'
    )


def _paint(style: str) -> str:
    fill, stroke, width = STYLES.get(style, OTHER)
    said = f'fill="{_hex(fill)}" stroke="{_hex(stroke)}" fill-rule="evenodd"'
    if stroke is not None:
        said += f' stroke-width="{width * POINT_MM:.3f}"'
    if style in DASHED:
        said += f' stroke-dasharray="{" ".join(f"{d * POINT_MM:.2f}" for d in DASHED[style])}"'
    return said


def _hex(colour: object) -> str:
    return "none" if colour is None else "#" + str(colour.hexval())[2:]  # type: ignore[attr-defined]


def _item(item: Path | Circle | Label, height_mm: float) -> str:
    if isinstance(item, Label):
        anchor = {"start": "start", "middle": "middle"}.get(item.anchor, "end")
        family, weight = FACES[item.style]
        return (
            f'<text x="{item.at.x_mm:.2f}" y="{height_mm - item.at.y_mm:.2f}" text-anchor="{anchor}" '
            f'font-family="{family}" font-weight="{weight}" font-size="{item.size_mm:g}">{escape(item.text)}</text>'
        )
    if isinstance(item, Circle):
        return (
            f'<circle cx="{item.centre.x_mm:.2f}" cy="{height_mm - item.centre.y_mm:.2f}" '
            f'r="{item.radius_mm:.2f}" {_paint(item.style)}/>'
        )
    d = " ".join(
        letter + " ".join(f"{v if i % 2 == 0 else height_mm - v:.2f}" for i, v in enumerate(args))
        for letter, args in item.commands
    )
    return f'<path d="{d}" {_paint(item.style)}/>'
