"""The desk: where files are opened and edited. What is long is done before a write begins, never inside it.

A look reads the file's row, the house and the shelf's number; facts of earlier looks are taken over where they still
hold. An edit is worked out on them; then one short transaction makes sure that nobody else was quicker and keeps it.
"""

from __future__ import annotations

from collections import OrderedDict
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from threading import Lock
from typing import Any

from pydantic import BaseModel, ValidationError
from sqlalchemy import select
from sqlalchemy.orm import Session

from waymark.core.house import House
from waymark.core.rules.verdict import worst
from waymark.core.say import Said
from waymark.rooms.deps import refused
from waymark.rooms.files import history
from waymark.rooms.files.command import Command, Work
from waymark.rooms.files.facts import Facts
from waymark.rooms.files.fileio import FileFormat
from waymark.rooms.files.ledger import Miss, misses
from waymark.rooms.files.picture import CranksTurned
from waymark.rooms.files.registry import Registry, TrailPost
from waymark.rooms.files.sheet import HISTORY_SHOWN, Seen, Sheets
from waymark.rooms.files.tables import FitRow
from waymark.rooms.files.values import FileBase, MarkName, Marks
from waymark.rooms.house_rules import house_of
from waymark.rooms.riders import RiderRow, add_rider, profile_of, rider_seen
from waymark.rooms.schema import Point
from waymark.rooms.shelves import shelf_view
from waymark.rooms.telling import Told
from waymark.storage import Store

# Of marks just as far off the one that moves most is named.
WORST_FIRST: tuple[MarkName, ...] = ("hand", "saddle", "foot")
# Files of which the facts are kept in memory.
REMEMBERED = 24


class DueLine(BaseModel):
    """Something due of a file: the day, what kind of thing it is, and what is asked or awaited."""

    number: int
    on: str
    kind: str
    asks: str


class DayLine(BaseModel):
    """A fit file's line in the day book; ``words`` is what else it may be found by: what hurts, parts, what was said."""

    id: int
    title: str
    rider: str
    rider_id: int
    about: str
    bike: str
    reason: str
    changed_at: str
    trail: list[TrailPost]
    now: dict[str, Point]
    goal: dict[str, Point]
    worst: Miss | None
    worst_mark: str | None
    due: list[DueLine]
    words: list[Told]
    revision: int


@dataclass(frozen=True, slots=True)
class Look:
    """A file as it was read: its row and rider, and the facts of its newest content."""

    fit: FitRow
    facts: Facts

    @property
    def rider(self) -> RiderRow:
        """Whose file it is."""
        return self.fit.rider


class Desk:
    """A house's files: its store, its posts, and what was worked out of late."""

    def __init__(self, store: Store, registry: Registry) -> None:
        self.store, self.registry = store, registry
        self.sheets, self.format = Sheets(registry), FileFormat(registry)
        self._facts: OrderedDict[int, Facts] = OrderedDict()
        # Of each file the content last read, and what it is.
        self._read: dict[int, tuple[bytes, FileBase]] = {}
        self._lock = Lock()

    # -- looking ---------------------------------------------------------------------------------------------------

    def look(self, session: Session, fit_id: int) -> Look:
        """A file at its newest change; raises ``NotFoundError``."""
        fit = history.fit_row(session, fit_id)
        return self._looked(fit, self._house(session), shelf_view(session))

    def _house(self, session: Session) -> House:
        return house_of(session)

    def _looked(self, fit: FitRow, house: House, shelf: Any) -> Look:
        with self._lock:
            before, (content, file) = self._facts.get(fit.id), self._read.get(fit.id, (b"", None))
        if file is None or content != fit.content:
            file = history.file_of(self.registry, fit)
            with self._lock:
                self._read[fit.id] = fit.content, file
        return Look(fit, self.registry.facts(file, profile_of(fit.rider), shelf, house, before))

    def remember(self, fit_id: int, facts: Facts) -> None:
        """Keep a file's facts for the next look."""
        with self._lock:
            self._facts[fit_id] = facts
            self._facts.move_to_end(fit_id)
            while len(self._facts) > REMEMBERED:
                self._read.pop(self._facts.popitem(last=False)[0], None)

    def sheet(self, fit_id: int, view: str) -> bytes:
        """The sheet at its newest change, as the post ``view`` shows it."""
        with self.store.looking() as session:
            look = self.look(session, fit_id)
            seen = self._seen(session, look.fit, look.facts, view)
        made = self.sheets.json(seen, view)
        self.remember(fit_id, look.facts)
        return made

    def turned(self, fit_id: int, view: str, crank_deg: float) -> CranksTurned | None:
        """What of a post's elevation turns with the cranks."""
        post = self.registry.post(view)
        with self.store.looking() as session:
            facts = self.look(session, fit_id).facts
        made = post.turned(facts, crank_deg) if post.turned else None
        self.remember(fit_id, facts)
        return made

    def _seen(self, session: Session, fit: FitRow, facts: Facts, view: str) -> Seen:
        rows = history.LINE.about(session, fit.id, fit, HISTORY_SHOWN)
        rider = rider_seen(session, fit.rider, facts.profile, steps=view == "rider")
        return Seen(fit, facts, rows, rider)

    def looks(self) -> Iterator[Look]:
        """Every file at its newest change, the last changed first."""
        with self.store.looking() as session:
            house, shelf = self._house(session), shelf_view(session)
            rows = session.scalars(select(FitRow).order_by(FitRow.changed_at.desc(), FitRow.id.desc())).all()
        for row in rows:
            look = self._looked(row, house, shelf)
            yield look
            self.remember(row.id, look.facts)

    def day_lines(self) -> list[DayLine]:
        """Every fit file's line in the day book."""
        return [self._line(look) for look in self.looks()]

    def _line(self, look: Look) -> DayLine:
        facts, registry = look.facts, self.registry
        layers = {layer.name: layer.marks(facts) for layer in registry.layers}
        goal = layers.get("goal", {})
        found = misses("built", layers.get("built", {}), goal, facts.house) or misses(
            "plan", layers.get("plan", {}), goal, facts.house
        )
        mark: MarkName | None = None
        if found:
            word = worst(*(m.verdict for m in found.values()))
            mark = next((n for n in WORST_FIRST if n in found and found[n].verdict == word), None)
        names = [p.bike(facts) for p in registry.posts if p.bike]
        dues = [it for p in registry.posts if p.due for it in p.due(facts)]
        return DayLine(
            id=look.fit.id,
            title=look.fit.title,
            rider=look.rider.name,
            rider_id=look.rider.id,
            about=facts.profile.about,
            bike=next((n for n in reversed(names) if n), "") or facts.bike,
            reason=facts.file.reason,
            changed_at=look.fit.changed_at.isoformat(),
            trail=registry.trail(facts),
            now=_points(layers.get("now", {})),
            goal=_points(goal),
            worst=found[mark] if mark else None,
            worst_mark=registry.label_of(facts, mark) if mark else None,
            words=[it for p in registry.posts if p.words for it in p.words(facts) if it],
            revision=look.fit.head,
            due=sorted(
                (DueLine(number=n, on=on, kind=kind, asks=asks) for n, on, kind, asks in dues), key=lambda d: d.on
            ),
        )

    # -- writing ---------------------------------------------------------------------------------------------------

    def open(self, session: Session, rider: RiderRow, title: str, file: FileBase | None = None) -> FitRow:
        """Begin a fit file for a rider, empty or with a content."""
        now = datetime.now(UTC)
        fit = FitRow(
            rider_id=rider.id,
            rider=rider,
            title=title.strip() or "New fit",
            head=0,
            shown=0,
            depth=0,
            content=b"",
            made_at=now,
            changed_at=now,
        )
        session.add(fit)
        session.flush()
        history.begin(session, fit, file or self.registry.file_model())
        return fit

    def change(
        self,
        fit_id: int,
        base_revision: int,
        commands: Sequence[Command],
        by: str = "",
        view: str = "",
        have: Mapping[str, str] | None = None,
    ) -> bytes:
        """Carry out commands as one change, all or none: the sections of the sheet that are not as ``have`` names.

        Raises ``ConflictError`` on a stale base. What changes nothing leaves no change.
        """
        with self.store.looking() as session:
            look = self.look(session, fit_id)
        history.demand_head(look.fit, base_revision)
        facts, said, at = self.carried_out(look.facts, commands)
        with self.store.writing() as session:
            fit = history.fit_row(session, fit_id)
            history.demand_head(fit, base_revision)
            if facts is not look.facts:
                asked = [c.model_dump(mode="json", exclude_none=True) for c in commands]
                history.append(session, fit, facts.whole_file, said, asked, by, at)
            seen = self._seen(session, fit, facts, view or self.registry.names[0])
        made = self.sheets.json(seen, view, have) if view else b""
        self.remember(fit_id, facts)
        with self._lock:
            # What was just written need not be read again.
            self._read[fit_id] = fit.content, facts.whole_file
        return made

    def carried_out(self, facts: Facts, commands: Sequence[Command]) -> tuple[Facts, list[Said], datetime]:
        """The facts after commands, what each said, and when; the same facts where nothing changed."""
        at = datetime.now(UTC)
        work = Work(facts, at)
        said = [command.run(work) for command in commands]
        try:
            whole = work.file.whole()
        except ValidationError as wrong:
            raise refused(wrong) from wrong
        if whole == facts.whole_file:
            return facts, said, at
        return work.facts.changed(whole), said, at

    def step(
        self,
        fit_id: int,
        base_revision: int,
        way: str,
        by: str = "",
        view: str = "",
        have: Mapping[str, str] | None = None,
    ) -> bytes:
        """Take the newest change back, or bring back what an undo took."""
        with self.store.writing() as session:
            fit = history.fit_row(session, fit_id)
            history.demand_head(fit, base_revision)
            history.step(session, fit, way, by)
        with self.store.looking() as session:
            look = self.look(session, fit_id)
            seen = self._seen(session, look.fit, look.facts, view)
        made = self.sheets.json(seen, view, have)
        self.remember(fit_id, look.facts)
        return made

    def take_in(self, session: Session, found: Any) -> FitRow:
        """A new rider and file from one that was read (``format.read``)."""
        rider = add_rider(session, found.rider.name, found.rider.profile)
        return self.open(session, rider, found.title, found.fit)

    def export_fit(self, fit: FitRow) -> str:
        """The file's text."""
        return self.format.write(fit.title, fit.rider.name, profile_of(fit.rider), history.file_of(self.registry, fit))


def fits_of(session: Session, rider_id: int) -> list[FitRow]:
    """A rider's files, the first begun first."""
    return list(session.scalars(select(FitRow).where(FitRow.rider_id == rider_id).order_by(FitRow.id)))


def _points(marks: Marks) -> dict[str, Point]:
    return {name: Point(x_mm=at.x_mm, y_mm=at.y_mm) for name, at in marks.items()}
