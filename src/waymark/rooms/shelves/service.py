"""Reading and writing the shelves."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from pydantic import ValidationError
from sqlalchemy import select
from sqlalchemy.orm import Session, selectinload

from waymark.core.errors import InputError, NotFoundError
from waymark.core.frame.audit import audit_sizes
from waymark.rooms.shelves import csvio
from waymark.rooms.shelves.parts import PART, Part
from waymark.rooms.shelves.schemas import (
    AuditMark,
    FrameSize,
    Imported,
    Marks,
    ShelvedPart,
    ShelvedSize,
    SizeEdit,
)
from waymark.rooms.shelves.tables import FrameRow, FrameSizeRow, PartRow

# A shelf is read once a session, however often one sheet asks for it; writing forgets what was read.
_FRAMES, _PARTS = "shelved frames", "shelved parts"


def _size(row: FrameSizeRow) -> FrameSize:
    f = row.frame
    return FrameSize.model_validate(
        {
            **row.facts,
            "frame": f.name,
            "kind": f.kind,
            "material": f.material,
            "size": row.size,
            "source": f.source,
            "chart": row.chart,
        }
    )


def frame_sizes(session: Session) -> list[tuple[int, FrameSize]]:
    """Every frame size on the shelf with its key, frames by name, sizes in their own order."""
    kept: list[tuple[int, FrameSize]] | None = session.info.get(_FRAMES)
    if kept is not None:
        return kept
    frames = session.scalars(select(FrameRow).options(selectinload(FrameRow.sizes)).order_by(FrameRow.name))
    found = [(row.id, _size(row)) for frame in frames for row in frame.sizes]
    session.info[_FRAMES] = found
    return found


def frame_size(session: Session, size_id: int) -> FrameSize:
    """One frame size; raises ``NotFoundError``."""
    row = session.get(FrameSizeRow, size_id)
    if row is None:
        raise NotFoundError("This frame size is not on the shelf.", field="frame_size_id", kept=str(size_id))
    return _size(row)


def shelved(size_id: int, size: FrameSize, marks: Sequence[AuditMark]) -> ShelvedSize:
    """A size as the shelf shows it, with what follows from its chart and what contradicts it."""
    geometry = size.chart.geometry()
    return ShelvedSize(
        id=size_id,
        size=size,
        ett_mm=geometry.ett_mm,
        trail_mm=geometry.trail_mm,
        wheelbase_mm=geometry.wheelbase_mm,
        audit=list(marks),
    )


def audited(sizes: Sequence[FrameSize]) -> list[list[AuditMark]]:
    """The likely misprints of each size, judged beside the sizes of the same frame, in their own order."""
    made: list[list[AuditMark]] = [[] for _ in sizes]
    frames: dict[str, list[int]] = {}
    for i, size in enumerate(sizes):
        frames.setdefault(size.frame, []).append(i)
    for its in frames.values():
        charts = [sizes[i].chart for i in its]
        found = audit_sizes([c.given() for c in charts], [c.stated_kinds for c in charts])
        for i, marks in zip(its, found, strict=True):
            made[i] = [
                AuditMark(field=d.field, given=d.given, computed=d.computed, mends_all=d.mends_all) for d in marks
            ]
    return made


def shelved_sizes(session: Session) -> list[ShelvedSize]:
    """Every size on the shelf as it shows them."""
    kept = frame_sizes(session)
    marks = audited([size for _, size in kept])
    return [shelved(key, size, m) for (key, size), m in zip(kept, marks, strict=True)]


def _shelved_one(session: Session, size_id: int, size: FrameSize) -> ShelvedSize:
    """One size, new or changed, judged beside those of its frame on the shelf."""
    beside = [(k, s) for k, s in frame_sizes(session) if s.frame == size.frame and k != size_id]
    at = next((i for i, (_, s) in enumerate(beside) if s.chart.stack_mm > size.chart.stack_mm), len(beside))
    row = [s for _, s in beside]
    return shelved(size_id, size, audited([*row[:at], size, *row[at:]])[at])


def parts(session: Session, kind: str | None = None) -> list[ShelvedPart]:
    """Parts on the shelf, by kind and in the order they came."""
    every: list[ShelvedPart] | None = session.info.get(_PARTS)
    if every is None:
        rows = session.scalars(select(PartRow).order_by(PartRow.kind, PartRow.id))
        every = [ShelvedPart(id=row.id, part=_part(row)) for row in rows]
        session.info[_PARTS] = every
    return [p for p in every if kind is None or p.part.kind == kind]


def _part(row: PartRow) -> Part:
    return PART.validate_python({**row.spec, "kind": row.kind, "name": row.name})


def part(session: Session, part_id: int, *kinds: str) -> Part:
    """One part of one of ``kinds``; raises ``NotFoundError``."""
    row = session.get(PartRow, part_id)
    if row is None or row.kind not in kinds:
        wanted = " or ".join(k.replace("_", " ") for k in kinds)
        raise NotFoundError(f"No such {wanted} on the shelf.", field="part_id", kept=str(part_id))
    return _part(row)


def put_frames(session: Session, sizes: Sequence[FrameSize]) -> tuple[int, int]:
    """Add sizes, replacing those of the same frame and size: (added, replaced)."""
    frames = {f.name: f for f in session.scalars(select(FrameRow).options(selectinload(FrameRow.sizes)))}
    added = replaced = 0
    for size in sizes:
        frame = frames.get(size.frame)
        if frame is None:
            frame = FrameRow(name=size.frame, kind=size.kind, material=size.material, source=size.source)
            frames[size.frame] = frame
            session.add(frame)
        frame.kind, frame.material, frame.source = size.kind, size.material, size.source
        chart = size.chart.model_dump(exclude_none=True)
        facts = size.model_dump(include=set(csvio.FACTS))
        said = {k: v for k, v in facts.items() if k in size.model_fields_set}
        known = next((s for s in frame.sizes if s.size == size.size), None)
        if known is None:
            frame.sizes.append(FrameSizeRow(size=size.size, place=len(frame.sizes), chart=chart, facts=facts))
            added += 1
        else:
            # What the file or page does not speak of, such as a mark of stock, stays as it was.
            known.chart, known.facts = chart, {**known.facts, **said}
            replaced += 1
    session.flush()
    session.info.pop(_FRAMES, None)
    return added, replaced


def put_parts(session: Session, these: Sequence[Part]) -> tuple[int, int]:
    """Add parts, replacing those of the same kind and name: (added, replaced)."""
    known = {(row.kind, row.name): row for row in session.scalars(select(PartRow))}
    added = replaced = 0
    for it in these:
        spec = it.model_dump(exclude={"kind", "name"})
        row = known.get((it.kind, it.name))
        if row is None:
            row = PartRow(kind=it.kind, name=it.name, spec=spec)
            known[it.kind, it.name] = row
            session.add(row)
            added += 1
        else:
            row.spec = spec
            replaced += 1
    session.flush()
    session.info.pop(_PARTS, None)
    return added, replaced


def import_frames(session: Session, text: str, *, apply: bool) -> Imported:
    """Read a frames file; with ``apply`` put its good lines on the shelf."""
    taken, refused = csvio.read_frames(text)
    added, replaced = put_frames(session, taken) if apply else (0, 0)
    return Imported(taken=len(taken), added=added, replaced=replaced, refused=refused, applied=apply)


def import_parts(session: Session, text: str, *, apply: bool) -> Imported:
    """Read a parts file; with ``apply`` put its good lines on the shelf."""
    taken, refused = csvio.read_parts(text)
    added, replaced = put_parts(session, taken) if apply else (0, 0)
    return Imported(taken=len(taken), added=added, replaced=replaced, refused=refused, applied=apply)


def export_frames(session: Session, *, as_json: bool = False) -> str:
    """The frames shelf as a file."""
    sizes = [size for _, size in frame_sizes(session)]
    return csvio.write_json(map(csvio.frame_row, sizes)) if as_json else csvio.write_frames(sizes)


def export_parts(session: Session, *, as_json: bool = False) -> str:
    """The parts shelf as a file."""
    every = [p.part for p in parts(session)]
    return csvio.write_json(p.model_dump() for p in every) if as_json else csvio.write_parts(every)


def enter_size(session: Session, edit: SizeEdit, size_id: int | None = None) -> ShelvedSize:
    """A size as entered by hand, made whole and audited; kept where ``edit.apply`` says so.

    With ``size_id`` it takes that size's place, under a new name if it has one. Raises ``InputError`` naming
    the chart's field.
    """
    row = None if size_id is None else _size_row(session, size_id)
    facts = {} if row is None else {k: v for k, v in row.facts.items() if k in ("owned", "in_stock")}
    cells = {k: v for k, v in edit.chart.items() if v not in (None, "") and k not in csvio.MARKED}
    raw = {**facts, **edit.model_dump(exclude={"chart", "apply"}, exclude_none=True), "chart": cells}
    try:
        size = FrameSize.model_validate(raw)
        made = _shelved_one(session, size_id or 0, size)
    except ValidationError as wrong:
        raise _refused(wrong, raw) from wrong
    if not edit.apply:
        return made
    clash = next((k for k, s in frame_sizes(session) if s.label == size.label and k != size_id), None)
    if clash is not None:
        raise InputError(
            f"{size.label} is on the shelf already.",
            field="size",
            allowed="another size label",
            kept=size.size,
        )
    if row is not None and row.frame.name == size.frame:
        row.size = size.size
    elif row is not None:
        _take_out(session, row)
    put_frames(session, [size])
    key = next(k for k, s in frame_sizes(session) if s.label == size.label)
    return _shelved_one(session, key, size)


def _refused(wrong: ValidationError, raw: dict[str, Any]) -> InputError:
    bad = csvio.bad_line(0, wrong, {**raw, **raw["chart"]} if "chart" in raw else raw)
    return InputError(f"{bad.reason[0].upper()}{bad.reason[1:]}.", field=bad.column, kept=bad.kept)


def _size_row(session: Session, size_id: int) -> FrameSizeRow:
    row = session.get(FrameSizeRow, size_id)
    if row is None:
        raise NotFoundError("This frame size is not on the shelf.", field="size_id", kept=str(size_id))
    return row


def _take_out(session: Session, row: FrameSizeRow) -> None:
    frame = row.frame
    frame.sizes.remove(row)
    session.flush()
    if not frame.sizes:
        session.delete(frame)
        session.flush()
    session.info.pop(_FRAMES, None)


def remove_size(session: Session, size_id: int) -> None:
    """Take a size off the shelf; fit files keep their own copy of what was chosen."""
    _take_out(session, _size_row(session, size_id))


def mark_frame(session: Session, size_id: int, marks: Marks) -> list[ShelvedSize]:
    """Mark every size of the frame that ``size_id`` belongs to."""
    frame = _size_row(session, size_id).frame
    for row in frame.sizes:
        row.facts = {**row.facts, **marks.model_dump(exclude_none=True)}
    session.flush()
    session.info.pop(_FRAMES, None)
    sizes = [_size(row) for row in frame.sizes]
    marked = zip(frame.sizes, sizes, audited(sizes), strict=True)
    return [shelved(row.id, size, found) for row, size, found in marked]


def _part_row(session: Session, part_id: int) -> PartRow:
    row = session.get(PartRow, part_id)
    if row is None:
        raise NotFoundError("This part is not on the shelf.", field="part_id", kept=str(part_id))
    return row


def mark_part(session: Session, part_id: int, marks: Marks) -> ShelvedPart:
    """Mark one part."""
    row = _part_row(session, part_id)
    row.spec = {**row.spec, **marks.model_dump(exclude_none=True)}
    session.flush()
    session.info.pop(_PARTS, None)
    return ShelvedPart(id=row.id, part=_part(row))


def enter_part(session: Session, cells: dict[str, Any], part_id: int | None = None) -> ShelvedPart:
    """A part as entered by hand, new or in the place of another; raises ``InputError`` naming the field."""
    row = None if part_id is None else _part_row(session, part_id)
    kept = {k: v for k, v in cells.items() if v not in (None, "")}
    try:
        made = PART.validate_python(kept)
    except ValidationError as wrong:
        raise _refused(wrong, kept) from wrong
    clash = session.scalar(select(PartRow).where(PartRow.kind == made.kind, PartRow.name == made.name))
    if clash is not None and clash is not row:
        raise InputError(f"{made.name} is on the shelf already.", field="name", kept=made.name)
    if row is None:
        row = PartRow(kind=made.kind, name=made.name, spec={})
        session.add(row)
    row.kind, row.name, row.spec = made.kind, made.name, made.model_dump(exclude={"kind", "name"})
    session.flush()
    session.info.pop(_PARTS, None)
    return ShelvedPart(id=row.id, part=made)


def remove_part(session: Session, part_id: int) -> None:
    """Take a part off the shelf; fit files keep their own copy."""
    session.delete(_part_row(session, part_id))
    session.flush()
    session.info.pop(_PARTS, None)
