"""The workshop card as one A4 page in mm from its lower left corner, black on white, read at a stand."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass, field

from waymark.core.drawing.bike import bike_items
from waymark.core.drawing.cockpit import Layer as Piece
from waymark.core.drawing.cockpit import steerer_close_up, steerer_layers
from waymark.core.drawing.layers import Layer, layer_mark
from waymark.core.drawing.model import BikeDrawing
from waymark.core.drawing.place import paper_label as word
from waymark.core.drawing.place import placed
from waymark.core.drawing.primitives import Command, DisplayList, Path, line, polyline
from waymark.core.figures import show_mm
from waymark.core.frame.geometry import steering_axis
from waymark.core.marks import Mark
from waymark.core.say import Angle, Reader, Said, Size, in_a_row, say, term
from waymark.core.setup import Step

WIDTH_MM, HEIGHT_MM, MARGIN_MM = 210.0, 297.0, 11.0
LEFT, RIGHT = MARGIN_MM, WIDTH_MM - MARGIN_MM
MOST_STEPS, MOST_WARNED = 10, 3
FOOT_MM = 12.5
BIKE_SCALE = 0.053
STACK_SCALE = 0.31
STEP_MM = 8.3
# The width of a figure beside its height, and what an upright dimension may take.
FIGURE_SHARE, UPRIGHT_MM = 0.62, 14.0
LAYERS: dict[Layer, Said] = {"now": say("Now"), "goal": say("Goal"), "plan": say("Plan"), "built": say("Built")}


@dataclass(frozen=True, slots=True)
class CardRow:
    """A mark's line: its layers' figures and how near it must come."""

    label: str
    now: Mark | None
    goal: Mark | None
    plan: Mark | None
    within: Said


@dataclass(frozen=True, slots=True)
class CardContent:
    """All that the card says, and who reads it; with ``warnings`` it says in large letters not to build from it.

    ``controls`` are what is set, from where to where, left and right; they go on a page of their own.
    """

    rider: str
    bike: str
    under: Said
    rows: tuple[CardRow, ...]
    steps: tuple[Step, ...]
    cautions: tuple[Said, ...]
    parts: tuple[Said, ...]
    drawing: BikeDrawing
    saddle: Mark
    hand: Mark
    warnings: tuple[Said, ...] = ()
    controls: tuple[tuple[Said, Said, Said, Said], ...] = ()
    controls_note: Said | None = None
    reader: Reader = field(default_factory=Reader)


def card_pages(c: CardContent) -> list[DisplayList]:
    """The card: heading, dimensioned bike, steerer stack, marks, steps, cautions, on one page.

    Cautions that find no room on it go on to a second page; none is ever dropped.
    """
    page, body = DisplayList(), DisplayList()
    low = _not_yet(page, c)
    _heading(page, c)
    for part in (_bike, _stack, _marks, _steps):
        part(body, c)
    page.extend(placed(body.items, 1.0, Mark(0, -low)))
    left = _foot(page, c, low)
    if not left and not c.controls:
        return [page]
    second = DisplayList()
    _heading(second, c)
    y = _controls(second, c, 264.0) if c.controls else 264.0
    if left:
        second.add(word(Mark(LEFT, y), c.reader.tell(say("Before it leaves, continued")), "strong", 4.0))
        _cautions(second, c, left, LEFT, y - 7.0)
    return [page, second]


def _controls(page: DisplayList, c: CardContent, y: float) -> float:
    """Levers, remotes and grips, left and right; gives back where the page goes on."""
    tell = c.reader.tell
    page.add(word(Mark(LEFT, y), tell(say("Controls")), "strong", 4.0))
    for said, x in ((say("left"), 150.0), (say("right"), RIGHT)):
        page.add(word(Mark(x, y), tell(said), "plain", 3.4, "end"))
    _rule(page, y - 2.6)
    for what, how, left, right in c.controls:
        y -= STEP_MM
        page.add(word(Mark(LEFT, y), tell(what), "strong", 3.6))
        page.add(word(Mark(LEFT + 40, y), tell(how), "plain", 3.1))
        for said, x in ((left, 150.0), (right, RIGHT)):
            page.add(word(Mark(x, y), tell(said), "figure-strong", 4.2, "end"))
        _rule(page, y - 2.8, "fine")
    if c.controls_note is not None:
        y -= STEP_MM
        page.add(word(Mark(LEFT, y), tell(c.controls_note), "plain", 3.4))
    return y - 14.0


def _not_yet(page: DisplayList, c: CardContent) -> float:
    """The mark of a card that is not to be built from, and why; gives how far all below the heading goes down, mm."""
    if not c.warnings:
        return 0.0
    said = c.reader.tell(say("NOT TO BE BUILT"))
    for at in (226.0, 96.0):
        page.add(word(Mark(WIDTH_MM / 2, at), said, "pale", 21.0, "middle"))
    lines = wrapped(c.reader.tell(in_a_row(c.warnings)), 74)
    shown = lines if len(lines) <= MOST_WARNED else [*lines[: MOST_WARNED - 1], f"{lines[MOST_WARNED - 1]} …"]
    low = 5.4 + 4.2 * max(2, len(shown))
    top, bottom = 271.5, 273.0 - low
    corners = (Mark(LEFT, bottom), Mark(RIGHT, bottom), Mark(RIGHT, top), Mark(LEFT, top))
    page.add(polyline(corners, "rule", closed=True))
    page.add(word(Mark(LEFT + 3, top - 5.8), said, "strong", 5.4))
    page.add(word(Mark(LEFT + 3, top - 10.2), c.reader.tell(say("Ask the fitter first.")), "plain", 3.2))
    for i, text in enumerate(shown):
        page.add(word(Mark(LEFT + 62, top - 5.2 - 4.2 * i), text, "strong", 3.3))
    return low


def _rule(page: DisplayList, y: float, style: str = "rule", left: float = LEFT, right: float = RIGHT) -> None:
    page.add(line(Mark(left, y), Mark(right, y), style))


def _heading(page: DisplayList, c: CardContent) -> None:
    x, y = LEFT + 1.5, 278.0
    page.add(
        polyline(
            (Mark(x + 1.2, y), Mark(x + 2.8, y), Mark(x + 2.8, y + 4.4), Mark(x + 1.2, y + 4.4)),
            "solid",
            closed=True,
        )
    )
    sign = ((-0.8, 5.4), (3.6, 5.4), (5.2, 7.2), (3.6, 9.0), (-0.8, 9.0))
    page.add(polyline([Mark(x + dx, y + dy) for dx, dy in sign], "outline", closed=True))
    page.add(word(Mark(LEFT + 9, 281.5), _fit(f"{c.rider}, {c.bike}", 38), "strong", 7.6))
    page.add(word(Mark(LEFT + 9, 276), c.reader.tell(c.under), "plain", 3.3))
    for label, at in ((say("mechanic"), 284.5), (say("date"), 278.0)):
        page.add(word(Mark(RIGHT - 21, at), c.reader.tell(label), "plain", 3.1, "end"))
        _rule(page, at - 0.8, "fine", RIGHT - 20)
    _rule(page, 272.5)


def _fit(text: str, most: int) -> str:
    return text if len(text) <= most else f"{text[: most - 1]}…"


def _bike(page: DisplayList, c: CardContent) -> None:
    at = Mark(52.0, 219.0)

    def on(point: Mark) -> Mark:
        return at + point.scaled(BIKE_SCALE)

    page.extend(placed(bike_items(c.drawing), BIKE_SCALE, at, prefix="card-"))
    saddle, hand = on(c.saddle), on(c.hand)
    figure = _whole(c.reader)
    top = max(saddle.y_mm, hand.y_mm) + 6.5
    page.add(line(Mark(at.x_mm, at.y_mm), Mark(at.x_mm, top + 1), "dots"))
    _across(page, top, saddle.x_mm, at.x_mm, figure(abs(c.saddle.x_mm)))
    _across(page, top, at.x_mm, hand.x_mm, figure(abs(c.hand.x_mm)))
    low = at.y_mm
    left, right = at.x_mm - 41.5, at.x_mm + 49.0
    _upright(page, left, low, saddle.y_mm, figure(c.saddle.y_mm), saddle.x_mm)
    _upright(page, right, low, hand.y_mm, figure(c.hand.y_mm), hand.x_mm)
    page.add(line(Mark(left, low), Mark(right, low), "dots"))
    page.add(line(saddle, Mark(saddle.x_mm, top + 1), "dots"), line(hand, Mark(hand.x_mm, top + 1), "dots"))
    for mark in (saddle, hand):
        page.extend(layer_mark("plan", mark, 1.35))
    middle = saddle.toward(at, 0.42)
    page.add(
        _patch(middle, _wide(figure(c.saddle.length_mm), 3.6), 4.2),
        word(middle + Mark(0, -1.2), figure(c.saddle.length_mm), "figure", 3.6, "middle"),
    )


def _patch(at: Mark, wide: float, high: float) -> Path:
    w, h = wide / 2, high / 2
    return polyline([at + Mark(x, y) for x, y in ((-w, -h), (w, -h), (w, h), (-w, h))], "patch", closed=True)


def _across(page: DisplayList, y: float, x1: float, x2: float, text: str) -> None:
    page.add(line(Mark(x1, y), Mark(x2, y), "fine"))
    for x in (x1, x2):
        page.add(line(Mark(x - 0.8, y - 0.8), Mark(x + 0.8, y + 0.8), "tick"))
    # Figures wider than what they measure stand over their line.
    raised = 3.4 if _wide(text, 3.8) > abs(x2 - x1) - 2 else 0.0
    middle = Mark((x1 + x2) / 2, y + raised)
    page.add(_patch(middle, _wide(text, 3.8), 4), word(middle + Mark(0, -1.3), text, "figure", 3.8, "middle"))


def _upright(page: DisplayList, x: float, y1: float, y2: float, text: str, from_x: float) -> None:
    page.add(line(Mark(x, y1), Mark(x, y2), "fine"), line(Mark(x, y2), Mark(from_x, y2), "dots"))
    for y in (y1, y2):
        page.add(line(Mark(x - 0.8, y - 0.8), Mark(x + 0.8, y + 0.8), "tick"))
    middle = Mark(x, (y1 + y2) / 2)
    high = 3.8 if _wide(text, 3.8) <= UPRIGHT_MM else 3.0
    page.add(_patch(middle, _wide(text, high), 4.4), word(middle + Mark(0, -1.3), text, "figure", high, "middle"))


def _wide(text: str, height_mm: float) -> float:
    """How wide figures stand, with a little room; they all take the same."""
    return max(9.0, FIGURE_SHARE * height_mm * len(text) + 1.0)


def _stack(page: DisplayList, c: CardContent) -> None:
    left = 116.0
    page.add(line(Mark(left - 3, 269.5), Mark(left - 3, 197), "fine"))
    page.add(word(Mark(left, 266.5), c.reader.tell(say("Stack, from the frame up")), "strong", 4.0))
    page.add(word(Mark(left, 262), c.reader.tell(say("hatched: goes under the stem")), "plain", 2.9))
    frame, front = c.drawing.frame, c.drawing.front
    clamp = c.drawing.clamp
    middle = frame.head_top.toward(clamp, 0.5)
    at = Mark(left + 26, 226.0) - middle.scaled(STACK_SCALE)
    items = steerer_close_up(frame, front)
    page.extend(placed(items, STACK_SCALE, at, prefix="card-"))
    layers = steerer_layers(frame, front)
    _stack_labels(page, c.reader, [(p, at + p.middle.scaled(STACK_SCALE)) for p in layers], left + 57)
    stem = front.stem
    text = c.reader.tell(say("{length} {angle}", length=Size(stem.length_mm), angle=Angle(stem.angle_deg, signed=True)))
    for layer in layers:
        if layer.kind == "stem":
            body = at + layer.middle.toward(clamp, 0.5).scaled(STACK_SCALE)
            page.add(word(body + Mark(0, -1.2), text, "figure-strong", 3.4, "middle"))
        elif layer.kind == "under":
            page.add(_hatched(frame.head_angle_deg, layer, at))


def _hatched(head_angle_deg: float, piece: Piece, at: Mark) -> Path:
    """Hatching over one spacer, so that what goes under the stem is plain without colour."""
    u, n = steering_axis(head_angle_deg)
    commands: list[Command] = []
    for i in range(-4, 5):
        low = piece.middle + n.scaled(i * 4.0 - 1.5) - u.scaled(piece.height_mm / 2)
        high = piece.middle + n.scaled(i * 4.0 + 1.5) + u.scaled(piece.height_mm / 2)
        for letter, point in (("M", low), ("L", high)):
            there = at + point.scaled(STACK_SCALE)
            commands.append((letter, (there.x_mm, there.y_mm)))
    return Path(tuple(commands), "fine")


def _stack_labels(page: DisplayList, reader: Reader, pieces: list[tuple[Piece, Mark]], x: float) -> None:
    low = [p for p in pieces if p[0].kind in ("cover", "under")]
    high = [p for p in pieces if p[0].kind in ("over", "cap")]
    ys = [199.0 + 4.6 * i for i in range(len(low))]
    ys += [257.5 - 4.6 * (len(high) - 1 - i) for i in range(len(high))]
    for (piece, at), y in zip([*low, *high], ys, strict=True):
        page.add(polyline((at, Mark(x - 6, y + 1.1), Mark(x - 1.5, y + 1.1)), "fine"))
        page.add(word(Mark(x, y), reader.tell(_piece(piece)), "strong", 3.2))


def _piece(piece: Piece) -> Said:
    high = Size(piece.height_mm)
    match piece.kind:
        case "cover":
            return say("cover {height}", height=high)
        case "under":
            return say("{height} below", height=high)
        case "over":
            return say("{height} above, spare", height=high)
    return say("cap") if piece.kind == "cap" else say("stem")


def _whole(reader: Reader) -> Callable[[float], str]:
    """How a dimension of the drawing is shown: to the whole mm, or in sixteenths."""
    return show_mm if reader.unit == "mm" else reader.figure


def _marks(page: DisplayList, c: CardContent) -> None:
    y = 191.5
    columns = {"now": 50.0, "goal": 84.0, "plan": 118.0, "built": 151.0}
    page.add(word(Mark(LEFT, y), c.reader.tell(say("Marks")), "strong", 4.0))
    for layer, x in columns.items():
        name: Layer = layer  # type: ignore[assignment]
        page.extend(layer_mark(name, Mark(x - 6, y + 1.3), 1.5))
        page.add(word(Mark(x - 3, y), c.reader.tell(LAYERS[name]), "strong", 4.0))
    page.add(word(Mark(RIGHT, y), c.reader.tell(say("Within")), "strong", 4.0, "end"))
    _rule(page, y - 3)
    y -= 10
    inches = c.reader.unit == "in"
    for row in c.rows:
        page.add(word(Mark(LEFT, y), c.reader.tell(term(row.label)), "strong", 4.2))
        for layer, at in (("now", row.now), ("goal", row.goal), ("plan", row.plan)):
            if at is not None:
                style = "figure-strong" if layer == "plan" else "figure"
                figures = c.reader.figure(at.x_mm), c.reader.figure(at.y_mm)
                # Sixteenths take more letters: there the one stands over the other.
                places = ((17.0, 2.6), (17.0, -2.0)) if inches else ((2.0, 0.0), (17.0, 0.0))
                for figure, (dx, dy) in zip(figures, places, strict=True):
                    at_figure = Mark(columns[layer] + dx, y + dy)
                    page.add(word(at_figure, figure, style, 3.8 if inches else 5.0, "end"))
        if inches:
            for way, dy in ((say("fore"), 2.6), (say("up"), -2.0)):
                page.add(word(Mark(LEFT + 22, y + dy), c.reader.tell(way), "plain", 2.9))
        for dx in (-8.0, 7.0):
            x = columns["built"] + dx
            box = [Mark(x, y - 2.2), Mark(x + 14, y - 2.2), Mark(x + 14, y + 5.6), Mark(x, y + 5.6)]
            page.add(polyline(box, "box", closed=True))
        page.add(word(Mark(RIGHT, y), c.reader.tell(row.within), "figure", 2.9 if inches else 3.6, "end"))
        _rule(page, y - 3.6, "fine")
        y -= 10.2


def _steps(page: DisplayList, c: CardContent) -> None:
    y = 149.0
    page.add(word(Mark(LEFT, y), c.reader.tell(say("In this order")), "strong", 4.0))
    page.add(word(Mark(RIGHT, y), c.reader.tell(say("torque: write what is printed on the part")), "plain", 2.9, "end"))
    _rule(page, y - 2.6)
    y -= 7.0
    for i, step in enumerate(c.steps[:MOST_STEPS], start=1):
        what, check = c.reader.tell(step.what), c.reader.tell(step.check)
        box = [Mark(LEFT, y - 1.6), Mark(LEFT + 4.6, y - 1.6), Mark(LEFT + 4.6, y + 3), Mark(LEFT, y + 3)]
        page.add(polyline(box, "box", closed=True))
        page.add(word(Mark(LEFT + 12.5, y - 0.6), f"{i}", "figure-strong", 3.8, "end"))
        page.add(word(Mark(LEFT + 16, y + 0.7), what, "strong", _size(what, 3.45, 74)))
        page.add(word(Mark(LEFT + 16, y - 2.9), check, "plain", _size(check, 2.7, 98)))
        if step.bolt:
            page.add(word(Mark(152, y - 0.4), c.reader.tell(step.bolt), "plain", 3.1))
            _rule(page, y - 1.2, "fine", 176, 192)
            page.add(word(Mark(RIGHT, y - 0.4), "Nm", "strong", 3.3, "end"))
        _rule(page, y - 4.2, "fine")
        y -= STEP_MM


def _size(text: str, height_mm: float, most: int) -> float:
    """The height of a line in the steps' column, smaller where its letters are more than fit beside the bolts."""
    return height_mm * min(1.0, most / max(1, len(text)))


def _foot(page: DisplayList, c: CardContent, low: float = 0.0) -> tuple[Said, ...]:
    """Parts and cautions, ``low`` mm lower than usual; gives back the cautions that found no room."""
    y = 54.0 - low
    page.add(word(Mark(LEFT, y), c.reader.tell(say("Parts")), "strong", 4.0))
    apart = min(4.9, (y - 6 - FOOT_MM) / max(1, len(c.parts) - 1))
    for i, part in enumerate(c.parts):
        page.add(word(Mark(LEFT, y - 6 - apart * i), c.reader.tell(part), "plain", 3.2))
    x = 84.0
    page.add(word(Mark(x, y), c.reader.tell(say("Before it leaves")), "strong", 4.0))
    page.add(word(Mark(LEFT, 9), c.reader.tell(say("Where the maker's word differs, follow it:")), "plain", 2.9))
    _rule(page, 8.2, "fine", LEFT + 57)
    return _cautions(page, c, c.cautions, x, y - 6)


def _cautions(page: DisplayList, c: CardContent, cautions: tuple[Said, ...], x: float, at: float) -> tuple[Said, ...]:
    """Cautions with boxes to tick from ``at`` down, as many as fit; gives back the rest."""
    for n, caution in enumerate(cautions):
        lines = wrapped(c.reader.tell(caution), 78)
        if at - 3.5 * (len(lines) - 1) < FOOT_MM:
            return cautions[n:]
        box = [Mark(x, at - 0.7), Mark(x + 3.2, at - 0.7), Mark(x + 3.2, at + 2.5), Mark(x, at + 2.5)]
        page.add(polyline(box, "box", closed=True))
        for i, text in enumerate(lines):
            page.add(word(Mark(x + 5, at - 3.5 * i), text, "plain", 2.9))
        at -= 3.5 * len(lines) + 1.3
    return ()


def wrapped(text: str, most: int) -> list[str]:
    """Words broken into lines of at most ``most`` letters."""
    lines = [""]
    for part in text.split():
        if lines[-1] and len(lines[-1]) + 1 + len(part) > most:
            lines.append(part)
        else:
            lines[-1] = f"{lines[-1]} {part}".strip()
    return lines
