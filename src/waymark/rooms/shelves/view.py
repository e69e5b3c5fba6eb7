"""The shelves as they stand, read once for each number they ever had."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property
from threading import Lock
from weakref import WeakKeyDictionary

from sqlalchemy import Engine, select
from sqlalchemy.orm import Session

from waymark.core.errors import NotFoundError
from waymark.rooms.shelves.parts import Part
from waymark.rooms.shelves.schemas import FrameSize, ShelvedPart
from waymark.rooms.shelves.service import frame_sizes, parts
from waymark.rooms.shelves.tables import ShelfNumberRow


@dataclass(frozen=True, eq=False)
class ShelfView:
    """Every frame size and part with its key. Two views are the same only if they are one object."""

    number: int
    sizes: tuple[tuple[int, FrameSize], ...]
    parts: tuple[ShelvedPart, ...]

    @cached_property
    def _sizes(self) -> dict[int, FrameSize]:
        return dict(self.sizes)

    @cached_property
    def _parts(self) -> dict[int, Part]:
        return {p.id: p.part for p in self.parts}

    @cached_property
    def keyed(self) -> tuple[tuple[str, Part], ...]:
        """Every part with its key in words, as the search takes them."""
        return tuple((str(p.id), p.part) for p in self.parts)

    def size(self, size_id: int) -> FrameSize:
        """One frame size; raises ``NotFoundError``."""
        found = self._sizes.get(size_id)
        if found is None:
            raise NotFoundError("This frame size is not on the shelf.", field="frame_size_id", kept=str(size_id))
        return found

    def part(self, part_id: int, *kinds: str) -> Part:
        """One part of one of ``kinds``; raises ``NotFoundError``."""
        found = self._parts.get(part_id)
        if found is None or found.kind not in kinds:
            wanted = " or ".join(k.replace("_", " ") for k in kinds)
            raise NotFoundError(f"No such {wanted} on the shelf.", field="part_id", kept=str(part_id))
        return found

    def of_kind(self, kind: str) -> tuple[Part, ...]:
        """Every part of one kind in the order they came."""
        return tuple(p.part for p in self.parts if p.part.kind == kind)


known_shelves: WeakKeyDictionary[Engine, ShelfView] = WeakKeyDictionary()
_reading = Lock()


def shelf_view(session: Session) -> ShelfView:
    """The shelves as they stand: only their number is read where nothing changed since the last look."""
    number = session.scalars(select(ShelfNumberRow.number)).one()
    engine = session.get_bind().engine
    view = known_shelves.get(engine)
    if view is not None and view.number == number:
        return view
    with _reading:
        view = known_shelves.get(engine)
        if view is None or view.number != number:
            view = ShelfView(number, tuple(frame_sizes(session)), tuple(parts(session)))
            known_shelves[engine] = view
    return view
