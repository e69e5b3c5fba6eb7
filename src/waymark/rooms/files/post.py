"""What a post of the file registers: its state, commands, layer, stage on the trail, and what it shows."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import TYPE_CHECKING

from pydantic import BaseModel

from waymark.core.callout import Placed
from waymark.core.say import Said
from waymark.rooms.files.command import Command
from waymark.rooms.files.facts import Facts
from waymark.rooms.files.values import LayerName, MarkName, Marks, PostState
from waymark.rooms.schema import Strict

if TYPE_CHECKING:
    from waymark.rooms.files.ledger import LedgerRow
    from waymark.rooms.files.picture import CranksTurned, Picture
    from waymark.rooms.files.registry import Registry
    from waymark.rooms.files.sheet import Dial


@dataclass(frozen=True, slots=True)
class Stage:
    """How far a post is: a word of four, a short note, and the sentence behind a stale one."""

    state: PostState
    note: Said | str = ""
    reason: Said | None = None


def _placed(_facts: Facts, _mark: MarkName) -> Placed | None:
    return None


@dataclass(frozen=True, slots=True)
class Layer:
    """A layer of marks that a post gives: the marks, the lines that lead to one, and how sure a measured one is."""

    name: LayerName
    marks: Callable[[Facts], Marks]
    explain: Callable[[Facts, MarkName], list[Said]]
    placed: Callable[[Facts, MarkName], Placed | None] = _placed


@dataclass(frozen=True, slots=True)
class Post:
    """A post. ``field`` is its place in the file where that is not its name, ``place`` its place on the trail.

    While it is looked at, ``show`` gives what only its bench shows, in the shape ``view``, and ``picture``, ``ledger``
    and ``dials`` what stands about it; ``turned`` is what of the picture moves with the cranks, at their angle.
    ``problems`` are told on every post; ``bike`` is the bike's name as this post has it and ``label_of`` a mark's, of
    which the last one counts. ``due`` gives what is due of it: its number, the day, what kind of thing, and what is
    asked; ``words`` what else a file may be found by in the day book.
    """

    name: str
    label: str
    stage: Callable[[Facts], Stage]
    state: type[Strict] | None = None
    field: str = ""
    commands: tuple[type[Command], ...] = ()
    layer: Layer | None = None
    view: type[BaseModel] | None = None
    show: Callable[[Facts], BaseModel | None] | None = None
    picture: Callable[[Facts], Picture | None] | None = None
    turned: Callable[[Facts, float], CranksTurned | None] | None = None
    ledger: Callable[[Registry, Facts], list[LedgerRow]] | None = None
    dials: Callable[[Facts], list[Dial]] | None = None
    problems: Callable[[Facts], list[Said]] | None = None
    bike: Callable[[Facts], str] | None = None
    label_of: Callable[[Facts, MarkName], str] | None = None
    due: Callable[[Facts], list[tuple[int, str, str, str]]] | None = None
    words: Callable[[Facts], Iterable[Said | str]] | None = None
    place: int = 0

    @property
    def kept_in(self) -> str:
        """The file's field that holds this post's state."""
        return self.field or self.name
