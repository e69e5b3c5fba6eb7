"""A bar's rise against its roll at one height: spacers in, rise out, and what that does (docs/formulas.md, Handling)."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass

from waymark.core.cockpit import GripPlace, Stem, steering_arm_mm
from waymark.core.frame import steering_axis

EPS_MM = 1e-6


@dataclass(frozen=True, slots=True)
class Raised:
    """A rise with a roll at the height of the pair that is on, against that pair; mm and degrees.

    ``spacers_mm`` more under the stem keep the height; ``hands_mm`` is how far the hands then go forward; ``arm_mm`` the
    steering axis to the hand in space. ``stands`` is whether the pile that is on can give or take so much.
    """

    rise_mm: float
    roll_deg: float
    spacers_mm: float
    hands_mm: float
    arm_mm: float
    stands: bool


def rise_by_roll(
    stem: Stem,
    rise_mm: float,
    roll_deg: float,
    rises_mm: Sequence[float],
    rolls_deg: Sequence[float],
    grip_at: Callable[[float, float], GripPlace],
    head_angle_deg: float,
    pile_mm: float,
    most_pile_mm: float,
) -> list[list[Raised]]:
    """A row a rise, a column a roll; ``grip_at`` gives the grip of a rise and a roll from the bar clamp.

    With **u** along the steerer the pile changes by −Δy / u_y and the hands go Δx + spacers · u_x. ``pile_mm`` is under the
    stem now, ``most_pile_mm`` what the steerer allows.
    """
    here = grip_at(rise_mm, roll_deg)
    u, _ = steering_axis(head_angle_deg)

    def raised(rise: float, roll: float) -> Raised:
        grip = grip_at(rise, roll)
        moved = grip.at - here.at
        spacers = -moved.y_mm / u.y_mm
        stands = -EPS_MM <= pile_mm + spacers <= most_pile_mm + EPS_MM
        arm = steering_arm_mm(grip, stem, head_angle_deg)
        return Raised(rise, roll, spacers, moved.x_mm + spacers * u.x_mm, arm, stands)

    return [[raised(rise, roll) for roll in rolls_deg] for rise in rises_mm]
