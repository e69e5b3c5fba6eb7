"""What is assumed while nothing was typed, always shown as assumed."""

from __future__ import annotations

from waymark.core.rules.house import HouseDefault

ASSUMED: dict[str, HouseDefault] = {
    "crank": HouseDefault(172.5, "mm", "The commonest crank.", "house"),
    "seat_angle": HouseDefault(73.5, "°", "The commonest seat angle.", "house"),
    "nose_to_s": HouseDefault(150, "mm", "Nose to the 80 mm width of a common saddle.", "house"),
    "bb_height": HouseDefault(270, "mm", "A road wheel less a common drop.", "house"),
    "hand_ahead": HouseDefault(84, "mm", "A compact drop bar, hoods level.", "house"),
    "hand_above": HouseDefault(8, "mm", "A compact drop bar, hoods level.", "house"),
    "foot_stack": HouseDefault(25, "mm", "Pedal, cleat and a stiff sole.", "handbook 8"),
}
