"""What follows from a file, each thing worked out once.

A fact is a function of ``Facts``; what it read is noted while it runs. When the file changes, a fact stays as it was
where everything it read is still the same, so an edit works out only what it touched, and nothing twice.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass
from typing import Any, Generic, TypeVar, overload

from waymark.core.house import House
from waymark.rooms.files.values import FileBase
from waymark.rooms.riders import Profile
from waymark.rooms.schema import Strict
from waymark.rooms.shelves import ShelfView

T = TypeVar("T")
S = TypeVar("S", bound=Strict)


class Fact(Generic[T]):
    """A function of ``Facts`` that is worked out once.

    ``by_value`` lets what leans on it stay where it comes out equal; without it a new value is always another one.
    A ``reading`` only picks something out of the file, so that who leans on it need not lean on all the rest.
    """

    def __init__(self, work: Callable[[Facts], T], *, by_value: bool = True, reading: bool = False) -> None:
        self.work, self.by_value, self.reading = work, by_value, reading
        self.name = f"{work.__module__.rsplit('.', 1)[-1]}.{work.__name__}"
        self.__doc__ = work.__doc__

    def __call__(self, facts: Facts) -> T:
        value: T = facts.read(self)
        return value


@overload
def fact(work: Callable[[Facts], T]) -> Fact[T]: ...
@overload
def fact(*, by_value: bool = True, reading: bool = False) -> Callable[[Callable[[Facts], T]], Fact[T]]: ...
def fact(
    work: Callable[[Facts], T] | None = None, *, by_value: bool = True, reading: bool = False
) -> Fact[T] | Callable[[Callable[[Facts], T]], Fact[T]]:
    """Make a function of ``Facts`` a fact."""
    if work is not None:
        return Fact(work)
    return lambda it: Fact(it, by_value=by_value, reading=reading)


@dataclass(slots=True)
class _Known:
    value: Any
    error: Exception | None
    needs: list[tuple[Any, Any]]


class Facts:
    """One file with the rider, shelf and house it is seen with, and what follows.

    ``before`` are facts of an earlier state of the same file; of them whatever still holds is taken over.
    ``runs`` counts how often each fact that is more than a reading was worked out here.
    """

    def __init__(
        self, file: FileBase, profile: Profile, shelf: ShelfView, house: House, before: Facts | None = None
    ) -> None:
        roots: dict[Any, Any] = {kind: file.part(kind) for kind in file.parts}
        self._roots = {
            **roots,
            "profile": profile,
            "shelf": shelf,
            "house": house,
            "head": (file.bike, file.reason),
        }
        self._file = file if before is None else self._as_before(file, before)
        # Whatever was ever worked out of this file, the newest of each: it is only used where it still holds.
        self._before: dict[Fact[Any], _Known] = {}
        if before is not None:
            self._before = {**before._before, **before._known}
        self._known: dict[Fact[Any], _Known] = {}
        self._reading: list[list[tuple[Any, Any]]] = []
        self.runs: Counter[str] = Counter()
        # Told how far long work is; answers whether it is to go on.
        self.watch: Callable[[int, int], bool] | None = None

    def _as_before(self, file: FileBase, before: Facts) -> FileBase:
        """What is equal to what it was is the same thing from here on, so that it is compared in depth once."""
        made = file.model_copy()
        for key, was in before._roots.items():
            if key in self._roots and self._roots[key] == was:
                self._roots[key] = was
                if key in file.parts:
                    made.put(was)
        return before._file if made == before._file else made

    @property
    def file(self) -> FileBase:
        """The whole file; a fact that reads it holds only until anything in the file changes."""
        self._note("file", self._file)
        return self._file

    @property
    def whole_file(self) -> FileBase:
        """The whole file, for those who are no fact."""
        return self._file

    @property
    def bike(self) -> str:
        """The bike's name as typed."""
        self._note("head", self._roots["head"])
        return self._file.bike

    @property
    def profile(self) -> Profile:
        """The rider."""
        found: Profile = self._root("profile")
        return found

    @property
    def shelf(self) -> ShelfView:
        """What is on the shelves."""
        found: ShelfView = self._root("shelf")
        return found

    @property
    def house(self) -> House:
        """The house's numbers."""
        found: House = self._root("house")
        return found

    def part(self, kind: type[S]) -> S:
        """What one post keeps in the file."""
        found: S = self._root(kind)
        return found

    def read(self, it: Fact[Any]) -> Any:
        """A fact's value, worked out where it is not known yet; raises what working it out raised."""
        known = self._get(it)
        self._note(it, known)
        if known.error is not None:
            raise known.error
        return known.value

    def known(self, it: Fact[T]) -> T | None:
        """A fact's value where it needs no work: known here, or still holding from before."""
        found = self._known.get(it) or self._held(it)
        return None if found is None or found.error is not None else found.value

    def changed(self, file: FileBase) -> Facts:
        """Facts of the file as it is after an edit, with everything that still holds."""
        after = Facts(file, self._roots["profile"], self._roots["shelf"], self._roots["house"], self)
        after.runs = self.runs
        return after

    def supposing(self, part: Strict) -> Facts:
        """Facts of the file were one of its parts another; what does not lean on that part is taken over.

        Who asks leans on the whole file.
        """
        self._note("file", self._file)
        file = self._file.model_copy()
        file.put(part)
        return Facts(file, self._roots["profile"], self._roots["shelf"], self._roots["house"], self)

    def _root(self, key: Any) -> Any:
        value = self._roots[key]
        self._note(key, value)
        return value

    def _note(self, key: Any, value: Any) -> None:
        if self._reading:
            self._reading[-1].append((key, value))

    def _get(self, it: Fact[Any]) -> _Known:
        known = self._known.get(it) or self._held(it)
        if known is None:
            self._reading.append([])
            self.runs[it.name] += not it.reading
            value, error = None, None
            try:
                value = it.work(self)
            except Exception as wrong:  # kept, and raised again for everybody who asks
                error = wrong
            known = _Known(value, error, self._reading.pop())
            old = self._before.get(it)
            if it.by_value and old is not None and error is None and old.error is None and old.value == value:
                # Equal to what it was: what leans on it finds the same object.
                known.value = old.value
            self._known[it] = known
        return known

    def _held(self, it: Fact[Any]) -> _Known | None:
        """The fact as it was before, where all that it read is the same still."""
        old = self._before.get(it)
        if old is None or not all(self._same(key, was) for key, was in old.needs):
            return None
        self._known[it] = old
        return old

    def _same(self, key: Any, was: Any) -> bool:
        if isinstance(key, Fact):
            now = self._get(key)
            return now is was or (now.error is None and was.error is None and now.value is was.value)
        if key == "file":
            return self._file is was
        now = self._roots[key]
        return now is was or bool(now == was)
