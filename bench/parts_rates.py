"""How often one wrong stem, pile or frame size is named, by planting it in bikes that are read whole.

Run with ``make rates``; ``--bikes N`` for more or fewer bikes of each kind.
"""

from __future__ import annotations

import argparse
from collections.abc import Iterator
from dataclasses import dataclass, replace

import numpy as np

from waymark.core.callout import FrameFront, PartsBike, agreement
from waymark.core.cockpit import Stem
from waymark.core.marks import Mark
from waymark.core.rules.assumed import PART_SD

SD = {name: it.value for name, it in PART_SD.items()}
# Sizes of one maker: stack, reach, head angle.
SIZES = tuple(FrameFront(f"size {i}", Mark(372 + 7.5 * i, 500 + 19.5 * i), 71 + 0.4 * i, 8) for i in range(6))
# How sure a full call-out is of the clamp, fore and up.
TAPE_SD = (1.6, 1.3)
KINDS = ("stem", "turned", "spacers", "size")
FAR = 4.0


@dataclass(frozen=True)
class Rates:
    """Of bikes whose parts lie more than four standard deviations from the tape: how many, and how many were named."""

    kind: str
    planted: int
    named: int
    first: int

    @property
    def share(self) -> float:
        """The share named, of those planted."""
        return self.named / self.planted if self.planted else 1.0


def bikes(rng: np.random.Generator) -> Iterator[PartsBike]:
    """Bikes as workshops see them."""
    while True:
        front = SIZES[rng.integers(len(SIZES))]
        stem = Stem(float(rng.choice(np.arange(70, 135, 10))), float(rng.choice([-17.0, -6.0, 6.0])), 40)
        yield PartsBike(front, stem, float(rng.choice(np.arange(0, 45, 5))), SD)


def planted(kind: str, said: PartsBike, rng: np.random.Generator) -> tuple[PartsBike, str]:
    """The bike as it truly is where one thing of what was said is wrong, and how that is asked after."""
    if kind == "stem":
        length = float(rng.choice([x for x in np.arange(60, 145, 10) if x != said.stem.length_mm]))
        return replace(said, stem=replace(said.stem, length_mm=length)), f"is the stem a {length:g}"
    if kind == "turned":
        return replace(said, stem=said.stem.turned_over()), "does the stem stand the other way round"
    if kind == "spacers":
        pile = float(rng.choice([x for x in np.arange(0, 42.5, 2.5) if x != said.spacers_mm]))
        return replace(said, spacers_mm=pile), f"are there {pile:g} of spacers under it"
    front = SIZES[rng.choice([i for i, s in enumerate(SIZES) if s != said.front])]
    return replace(said, front=front), f"is it the {front.label}"


def rates(kind: str, number: int, seed: int = 5) -> Rates:
    """Plant, tape with its errors, ask."""
    rng = np.random.default_rng(seed)
    tape = np.diag(np.square(TAPE_SD))
    found = named = first = 0
    many = bikes(rng)
    while found < number:
        said = next(many)
        true, asked = planted(kind, said, rng)
        d = np.array([true.at.x_mm - said.at.x_mm, true.at.y_mm - said.at.y_mm])
        if d @ np.linalg.solve(tape + said.covariance, d) <= FAR**2:
            continue
        found += 1
        # The true bike is as its own parts have it, to their tolerances, and the tape reads it with its errors.
        at = rng.multivariate_normal([true.at.x_mm, true.at.y_mm], tape + true.covariance)
        mends = [str(m) for m in agreement(said, Mark(*at), tape, [s for s in SIZES if s != said.front]).mends]
        near = [m for m in mends if _alike(m, asked)]
        named += bool(near)
        first += bool(mends and _alike(mends[0], asked))
    return Rates(kind, found, named, first)


def _alike(said: str, asked: str) -> bool:
    """Whether what is asked after is what was planted; a stem or pile to the next size up or down."""
    if said == asked:
        return True
    a, b = ("".join(c if c.isdigit() or c == "." else " " for c in x).split() for x in (said, asked))
    same = said.split()[:2] == asked.split()[:2] and bool(a) and bool(b) and not said.startswith("is it")
    return same and abs(float(a[0]) - float(b[0])) <= 5


def main() -> None:
    """Print the rates."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--bikes", type=int, default=1000)
    number = parser.parse_args().bikes
    print("planted       bikes  named  named first")
    for kind in KINDS:
        r = rates(kind, number)
        print(f"{kind:<12} {r.planted:6} {100 * r.share:5.1f}% {100 * r.first / r.planted:11.1f}%")


if __name__ == "__main__":
    main()
