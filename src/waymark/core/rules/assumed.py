"""What is assumed while nothing was typed, always shown as assumed."""

from __future__ import annotations

from waymark.core.rules.house import HouseDefault

_FROM = "docs/formulas.md, Survey"

ASSUMED: dict[str, HouseDefault] = {
    "crank": HouseDefault(172.5, "mm", "The commonest crank.", "house"),
    "seat_angle": HouseDefault(73.5, "°", "The commonest seat angle.", "house"),
    "nose_to_s": HouseDefault(150, "mm", "Nose to the 80 mm width of a common saddle.", "house"),
    "bb_height": HouseDefault(270, "mm", "A road wheel less a common drop.", "house"),
    "hand_ahead": HouseDefault(84, "mm", "A compact drop bar, hoods level.", "house"),
    "hand_above": HouseDefault(8, "mm", "A compact drop bar, hoods level.", "house"),
    "hood_side": HouseDefault(205, "mm", "Half of a common bar's width at the hoods.", _FROM),
    "grip_side": HouseDefault(305, "mm", "Half of a common flat bar, the hand 55 in from its end.", _FROM),
    "extension_side": HouseDefault(60, "mm", "Extensions stand close together.", "house"),
    "pad_side": HouseDefault(90, "mm", "Half of a common pad width.", _FROM),
    "tops_side": HouseDefault(90, "mm", "The middle of the flat part.", "house"),
    "grip_inset": HouseDefault(55, "mm", "The palm's middle from the bar's end.", "docs/formulas.md, Cockpit"),
    "foot_stack": HouseDefault(25, "mm", "Pedal, cleat and a stiff sole.", "docs/formulas.md, Body"),
    "pad_behind": HouseDefault(20, "mm", "Pads stand a little behind the clamp.", "house"),
    "pad_above": HouseDefault(90, "mm", "Pads on a common stack of spacers.", "house"),
}

# How sure a stand-in is, as a standard deviation: what the house assumes, what a part or chart says, what was read.
ASSUMED_SD: dict[str, HouseDefault] = {
    "crank": HouseDefault(2.5, "mm", "One size either way.", "house"),
    "seat_angle": HouseDefault(1, "°", "Common frames lie within two.", "house"),
    "nose_to_s": HouseDefault(15, "mm", "Short and long saddles.", "house"),
    "bb_height": HouseDefault(12, "mm", "Tyres and drops of common bikes.", "house"),
    "hand_ahead": HouseDefault(20, "mm", "Short and long bars.", "house"),
    "hand_above": HouseDefault(15, "mm", "Ramps, hoods and rotation.", "house"),
    "hood_side": HouseDefault(10, "mm", "Bars of 38 to 44.", _FROM),
    "grip_side": HouseDefault(30, "mm", "Bars of 620 to 800.", "house"),
    "extension_side": HouseDefault(20, "mm", "Narrow and wide extensions.", "house"),
    "pad_side": HouseDefault(10, "mm", "Narrow and wide pads.", _FROM),
    "tops_side": HouseDefault(15, "mm", "Short and long flat parts.", "house"),
}
PART_SD: dict[str, HouseDefault] = {
    "seat_angle": HouseDefault(0.5, "°", "Charts are rounded.", "house"),
    "nose_to_s": HouseDefault(3, "mm", "A nose is round.", "house"),
    "bb_height": HouseDefault(5, "mm", "Tyres give, pressures differ.", "house"),
    "hand_ahead": HouseDefault(8, "mm", "Bars turn and levers slide.", "house"),
    "hand_above": HouseDefault(8, "mm", "Bars turn and levers slide.", "house"),
    "side": HouseDefault(3, "mm", "Hoods turned in, hands in from a bar's end.", "house"),
    "chart": HouseDefault(2, "mm", "Charts are rounded, frames are built to a millimetre or two.", _FROM),
    "stem": HouseDefault(1, "mm", "Stems are made to a millimetre.", _FROM),
    "stem_angle": HouseDefault(0.5, "°", "And to half a degree.", _FROM),
    "post": HouseDefault(2, "mm", "A tape along a round post.", _FROM),
    "setback": HouseDefault(1, "mm", "Posts are made to a millimetre.", _FROM),
    "rails": HouseDefault(2, "mm", "Rails are straight over a length.", _FROM),
    "rails_assumed": HouseDefault(8, "mm", "Where on its rails nobody read.", _FROM),
    "saddle": HouseDefault(2, "mm", "Saddles sag and differ.", _FROM),
    "ramp": HouseDefault(0.5, "°", "A ramp is not quite straight under an inclinometer.", _FROM),
    "hood_slope": HouseDefault(1.5, "°", "A hollow, read by hand.", _FROM),
    "hood": HouseDefault(4, "mm", "Bends, tape and hoods differ from their figures.", _FROM),
    "spacers": HouseDefault(1, "mm", "A pile of spacers seats on two faces more.", _FROM),
}
READ_SD: dict[str, HouseDefault] = {
    "crank": HouseDefault(0.3, "mm", "Printed on the arm.", "house"),
    "seat_angle": HouseDefault(0.3, "°", "A digital inclinometer.", "docs/formulas.md, Survey"),
    "side": HouseDefault(2, "mm", "Half of a width by tape.", "house"),
}
