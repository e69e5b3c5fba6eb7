"""One sheet: everything a post shows of a fit file, computed at once so that no two numbers can disagree.

It is sent in sections, each with a mark of its content; an edit's answer holds only the sections that changed.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from functools import cache
from hashlib import blake2b
from json import dumps
from typing import Any

from pydantic import BaseModel, TypeAdapter, create_model

from waymark.core.errors import WaymarkError
from waymark.core.rules.verdict import Word
from waymark.core.say import Said, with_semicolons
from waymark.rooms.files.facts import Facts
from waymark.rooms.files.history import said_of
from waymark.rooms.files.ledger import LedgerRow
from waymark.rooms.files.picture import Picture
from waymark.rooms.files.post import Post
from waymark.rooms.files.registry import Registry, TrailPost
from waymark.rooms.files.tables import FitChangeRow, FitRow
from waymark.rooms.riders import RiderOut
from waymark.rooms.schema import Point
from waymark.rooms.telling import Told
from waymark.storage import redone, undone

HISTORY_SHOWN = 30
# So many lines are held as they were made.
CHANGES_KEPT = 4096


class SidesDeg(BaseModel):
    """An angle of either leg, degrees."""

    left_deg: float
    right_deg: float


class Dial(BaseModel):
    """One read-out with its house window, the present bike's, that of the school not chosen, how sure it is, where it is of
    one crank angle the pedal axle there, and where the legs part either leg's: the verdict is then the worse of both."""

    name: str
    label: Told
    value_deg: float
    now_deg: float | None
    other_deg: float | None = None
    sd_deg: float | None = None
    pedal: Point | None = None
    sides: SidesDeg | None = None
    least_deg: float
    greatest_deg: float | None
    verdict: Word


class Change(BaseModel):
    """One line of the history."""

    number: int
    said: Told
    by: str
    made_at: str


class SheetBase(BaseModel):
    """Everything one post of one fit file shows. ``marks`` tells one content of a section from another."""

    id: int
    revision: int
    marks: dict[str, str]
    title: str
    rider: RiderOut
    undo: Told | None
    redo: Told | None
    trail: list[TrailPost]
    ledger: list[LedgerRow]
    problems: list[Told]
    dials: list[Dial]
    picture: Picture | None
    history: list[Change]


ALWAYS = ("id", "revision", "marks")


@cache
def sheet_models(registry: Registry) -> tuple[type[BaseModel], type[BaseModel]]:
    """The sheet whole, and the part of it that an edit answers with."""
    state: dict[str, Any] = {"state": (registry.file_model, ...)}
    whole = create_model(
        "Sheet",
        __base__=SheetBase,
        __doc__=SheetBase.__doc__,
        __module__=__name__,
        **state,
        **registry.view_fields,
    )
    kinds: dict[str, Any] = {name: it.annotation for name, it in whole.model_fields.items()}
    fields: dict[str, Any] = {
        name: (kind, ...) if name in ALWAYS else (kind | None, None) for name, kind in kinds.items()
    }
    part = create_model(
        "SheetPart",
        __doc__="The sections of a sheet that are not as they were.",
        __module__=__name__,
        **fields,
    )
    return whole, part


@dataclass(frozen=True, slots=True)
class Seen:
    """What a sheet is made of: the file's row, its facts, its newest changes, and the rider as shown."""

    fit: FitRow
    facts: Facts
    changes: Sequence[FitChangeRow]
    rider: RiderOut


class Sheets:
    """Makes sheets of a registry's posts."""

    def __init__(self, registry: Registry) -> None:
        self.registry = registry
        self.whole, self.part = sheet_models(registry)
        kinds: dict[str, Any] = {n: it.annotation for n, it in self.whole.model_fields.items() if n not in ALWAYS}
        self._kinds = {name: TypeAdapter(kind) for name, kind in kinds.items()}
        # A change never says anything else; by file, number and when it was made, for undone numbers come again.
        self._changes: dict[tuple[int, int, datetime], Change] = {}

    def json(self, seen: Seen, view: str, have: Mapping[str, str] | None = None) -> bytes:
        """The sheet as the post ``view`` shows it; of sections the asker has (by their marks) nothing is sent."""
        known = have or {}
        sent, marks = [], {}
        for name, value in self.sections(seen, view).items():
            written = self._kinds[name].dump_json(value)
            marks[name] = blake2b(written, digest_size=6).hexdigest()
            if known.get(name) != marks[name]:
                sent.append(b'"%s":%s' % (name.encode(), written))
        head = {"id": seen.fit.id, "revision": seen.fit.head, "marks": marks}
        sent += [b'"%s":%s' % (k.encode(), dumps(v).encode()) for k, v in head.items()]
        return b"{" + b",".join(sent) + b"}"

    def sections(self, seen: Seen, view: str) -> dict[str, Any]:
        """Every section by its name."""
        registry, facts, post = self.registry, seen.facts, self.registry.post(view)
        problems = [line for p in registry.posts if p.problems for line in p.problems(facts)]
        back, forth = undone(seen.changes, seen.fit), redone(seen.changes, seen.fit)
        made = {
            "title": seen.fit.title,
            "rider": seen.rider,
            "undo": _said(back) if back else None,
            "redo": _said(forth) if forth else None,
            "state": facts.file,
            "trail": registry.trail(facts),
            "ledger": post.ledger(registry, facts) if post.ledger else [],
            "picture": _picture(post, facts, problems),
            "problems": problems,
            "dials": post.dials(facts) if post.dials else [],
            "history": [self._change(row) for row in seen.changes if row.number > seen.fit.head - HISTORY_SHOWN],
        }
        views = {p.name: None for p in registry.posts if p.view is not None}
        return {**made, **views, **({view: post.show(facts)} if post.show else {})}

    def _change(self, row: FitChangeRow) -> Change:
        key = row.fit_id, row.number, row.made_at
        if key not in self._changes:
            if len(self._changes) >= CHANGES_KEPT:
                self._changes.clear()
            self._changes[key] = Change(number=row.number, said=_said(row), by=row.by, made_at=row.made_at.isoformat())
        return self._changes[key]


def _picture(post: Post, facts: Facts, problems: list[Said]) -> Picture | None:
    try:
        return post.picture(facts) if post.picture else None
    except WaymarkError as wrong:
        problems.append(wrong.said)
        return None


def _said(row: FitChangeRow) -> Said:
    return with_semicolons(said_of(row))
