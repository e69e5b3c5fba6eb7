"""Reading and writing the shelves."""

from __future__ import annotations

from collections.abc import Sequence

from sqlalchemy import select
from sqlalchemy.orm import Session, selectinload

from waymark.core.errors import NotFoundError
from waymark.core.frame import derive
from waymark.rooms.shelves import csvio
from waymark.rooms.shelves.schemas import (
    PART,
    AuditMark,
    FrameSize,
    Imported,
    Part,
    ShelvedPart,
    ShelvedSize,
)
from waymark.rooms.shelves.tables import FrameRow, FrameSizeRow, PartRow

AUDITED = (
    "stack_mm", "reach_mm", "head_angle_deg", "seat_angle_deg", "ett_mm", "head_tube_mm", "fork_length_mm",
    "fork_offset_mm", "bb_drop_mm", "chainstay_mm", "front_centre_mm", "wheelbase_mm",
)  # fmt: skip


# A shelf is read once a session, however often one sheet asks for it; writing forgets what was read.
_FRAMES, _PARTS = "shelved frames", "shelved parts"


def _size(row: FrameSizeRow) -> FrameSize:
    f = row.frame
    return FrameSize.model_validate(
        {"frame": f.name, "kind": f.kind, "material": f.material, "size": row.size, "source": f.source,
         "chart": row.chart}
    )  # fmt: skip


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


def shelved(size_id: int, size: FrameSize) -> ShelvedSize:
    """A size as the shelf shows it, with what follows and what contradicts (chart audit)."""
    chart = size.chart
    geometry = chart.geometry()
    given = {k: v for k in AUDITED if (v := getattr(chart, k)) is not None}
    audit = [
        AuditMark(field=d.field, given=d.given, computed=d.computed, mends_all=d.mends_all)
        for d in derive(given).disagreements
    ]
    return ShelvedSize(
        id=size_id, size=size, ett_mm=geometry.ett_mm, trail_mm=geometry.trail_mm,
        wheelbase_mm=geometry.wheelbase_mm, audit=audit,
    )  # fmt: skip


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
        known = next((s for s in frame.sizes if s.size == size.size), None)
        if known is None:
            frame.sizes.append(FrameSizeRow(size=size.size, place=len(frame.sizes), chart=chart))
            added += 1
        else:
            known.chart = chart
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


def export_frames(session: Session) -> str:
    """The frames shelf as a file."""
    return csvio.write_frames(size for _, size in frame_sizes(session))


def export_parts(session: Session) -> str:
    """The parts shelf as a file."""
    return csvio.write_parts(p.part for p in parts(session))
