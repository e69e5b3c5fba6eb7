"""Every prompt of the call-out in the order of work (docs/formulas.md, Order of work; Measuring; Survey; Cockpit; Crank and foot).

The eighteen usual sights are chosen so that almost every one is checked by others and told from them
(docs/measuring.md has the rates). To add one, add its entry in its place here; where it sights a mark, its ``Sight`` makes the survey take it.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from waymark.core.callout.prompt import BarKind, Prompt, Side, Sight, key_of

ROAD: tuple[BarKind, ...] = ("drop", "aero")

PROMPTS: tuple[Prompt, ...] = (
    # Level: what the bike stands on, before anything is sighted against plumb or floor.
    Prompt("front_axle", "level", "Front axle above the floor", "Plumb, tape standing on the level floor or line.", 140, 420, usual=True),
    Prompt("rear_axle", "level", "Rear axle above the floor", "Plumb, from the same level line.", 140, 420, usual=True),
    Prompt("wheelbase", "level", "Axle to axle", "Straight along one side, axle centre to axle centre.", 550, 1500, usual=True),
    Prompt("front_radius", "level", "Front wheel radius, loaded", "Axle centre to where the tyre stands, as it is pumped.", 120, 400),
    Prompt("rear_radius", "level", "Rear wheel radius, loaded", "Axle centre to where the tyre stands, as it is pumped.", 120, 400),
    Prompt("pitch", "level", "Inclinometer along the wheels", "On a straight edge over both axles; nose up is plus.", -12, 12, "°"),
    Prompt("bb_floor", "level", "BB above the floor", "Axle centre of the crank, plumb. It lets every floor height be checked.", 150, 450, sight=Sight("floor_height", "bb"), usual=True),
    # Saddle: S first, the nose beside it.
    Prompt("s_straight", "saddle", "BB to saddle mark", "Straight, axle centre to the saddle mark, 80 mm wide.", 220, 1100, sight=Sight("distance", "s"), usual=True),
    Prompt("s_plumb", "saddle", "Saddle mark above BB", "Plumb height over the axle centre.", 220, 1100, sight=Sight("y", "s"), usual=True),
    Prompt("s_seat_tube", "saddle", "BB up the seat tube", "Along the tube to the height of the saddle mark.", 220, 1150, sight=Sight("y", "s", turn="up_seat_tube")),
    Prompt("s_pedal", "saddle", "Pedal axle to saddle mark", "Crank in line with the seat: the longest reading.", 300, 1300, sight=Sight("distance", "s", turn="less_crank")),
    Prompt("s_pedal_six", "saddle", "Pedal axle to saddle mark, crank at six", "Crank straight down: some 6 mm less.", 300, 1300, sight=Sight("distance", "s", turn="from_pedal_six")),
    Prompt("s_behind", "saddle", "Saddle mark behind BB", "Plumb line from the mark, level to the axle.", -150, 400, sight=Sight("x", "s", turn="negated"), usual=True),
    Prompt("s_angle", "saddle", "Angle of the seat line", "The line BB to saddle mark, above level.", 60, 90, "°", sight=Sight("angle", "s", turn="from_behind")),
    Prompt("s_floor", "saddle", "Saddle mark above the floor", "Plumb, tape standing on the floor.", 380, 1400, sight=Sight("floor_height", "s"), usual=True),
    Prompt("s_nose", "saddle", "Saddle mark to nose", "Along the top, to the very tip.", 60, 240, sight=Sight("distance", "nose", "s"), usual=True),
    Prompt("nose_behind", "saddle", "Nose behind BB", "Plumb line from the tip, level to the axle; minus where it is ahead.", -300, 250, sight=Sight("x", "nose", turn="negated"), usual=True),
    Prompt("nose_floor", "saddle", "Nose above the floor", "Plumb, tape standing on the floor.", 380, 1400, sight=Sight("floor_height", "nose"), usual=True),
    Prompt("nose_up", "saddle", "Nose above BB", "Plumb height over the axle centre.", 220, 1100, sight=Sight("y", "nose")),
    Prompt("tilt", "saddle", "Saddle tilt", "A plate across the highest points; nose up is plus.", -15, 15, "°", usual=True),
    Prompt("saddle_model", "saddle", "Saddle", "As it is printed, with its width.", unit="words"),
    Prompt("rail_place", "saddle", "Rail scale at the clamp", "The number under the clamp's front edge, as printed.", unit="words"),
    # Bar: the clamp, then the hand.
    Prompt("nose_clamp", "bar", "Nose to bar clamp", "Straight, tip to the centre of the clamp.", 120, 1000, sight=Sight("distance", "clamp", "nose"), usual=True),
    Prompt("s_clamp", "bar", "Saddle mark to bar clamp", "Straight, to the centre of the clamp.", 220, 1100, sight=Sight("distance", "clamp", "s"), usual=True),
    Prompt("clamp_floor", "bar", "Bar clamp above the floor", "Plumb, tape standing on the floor.", 400, 1500, sight=Sight("floor_height", "clamp"), usual=True),
    Prompt("clamp_ahead", "bar", "Bar clamp ahead of BB", "Plumb line from the clamp's centre, level to the axle.", 100, 1000, sight=Sight("x", "clamp")),
    Prompt("clamp_up", "bar", "Bar clamp above BB", "Plumb height over the axle centre.", 200, 1200, sight=Sight("y", "clamp"), usual=True),
    Prompt("bb_clamp", "bar", "BB to bar clamp", "Straight, axle centre to the centre of the clamp.", 220, 1300, sight=Sight("distance", "clamp"), usual=True),
    Prompt("s_hand", "bar", "Saddle mark to {hand}", "Straight, with the tape, out to {hold}.", 220, 1200, sight=Sight("distance", "h", "s", turn="to_hand"), sided="both", usual=True),
    Prompt("nose_hand", "bar", "Nose to {hand}", "Straight, out to {hold}.", 120, 1100, sight=Sight("distance", "h", "nose", turn="to_hand"), sided="one", usual=True),
    Prompt("hand_floor", "bar", "{hand} above the floor", "Plumb from the floor to {hold}.", 400, 1500, sight=Sight("floor_height", "h"), sided="one", usual=True),
    Prompt("hand_ahead", "bar", "{hand} ahead of BB", "Plumb line from {hold}, level to the axle.", 100, 1000, sight=Sight("x", "h"), sided="one", usual=True),
    Prompt("hand_up", "bar", "{hand} above BB", "Plumb height over the axle centre.", 200, 1200, sight=Sight("y", "h"), sided="one", usual=True),
    Prompt("drop", "bar", "Drop, saddle mark to {hand}", "How much lower the hand lies; minus is a rise.", -400, 400, sight=Sight("y", "h", "s", "negated")),
    Prompt("bb_hand", "bar", "BB to {hand}", "Straight, axle centre out to {hold}.", 220, 1400, sight=Sight("distance", "h", turn="to_hand"), sided="one"),
    Prompt("clamp_hand", "bar", "Bar clamp to {hand}", "Seen from the side: straight, held level with the bike's plane.", 5, 320, sight=Sight("distance", "h", "clamp"), sided="one"),
    Prompt("off_ahead", "bar", "{hand} ahead of the clamp", "Level, seen from the side.", -200, 320, sight=Sight("x", "h", "clamp")),
    Prompt("off_above", "bar", "{hand} above the clamp", "Plumb, seen from the side.", -100, 250, sight=Sight("y", "h", "clamp")),
    Prompt("s_drops", "bar", "Saddle mark to drops", "Straight, out to the hollow of the {side} drop.", 300, 1200, sight=Sight("distance", "drops", "s", turn="to_hand"), sided="one", bars=("drop",)),
    Prompt("drops_floor", "bar", "Drops above the floor", "Plumb, to the hollow of the {side} drop.", 400, 1400, sight=Sight("floor_height", "drops"), sided="one", bars=("drop",)),
    Prompt("s_tops", "bar", "Saddle mark to tops", "Straight, out to the middle of the {side} flat part.", 250, 1100, sight=Sight("distance", "tops", "s", turn="to_tops"), sided="one", bars=("drop",)),
    Prompt("tops_floor", "bar", "Tops above the floor", "Plumb, to the middle of the {side} flat part.", 500, 1500, sight=Sight("floor_height", "tops"), sided="one", bars=("drop",)),
    Prompt("s_pad", "bar", "Saddle mark to arm pad", "Straight, out to the middle of the {side} pad.", 200, 1000, sight=Sight("distance", "pad", "s", turn="to_pad"), sided="both", bars=("aero",), usual=True),
    Prompt("pad_floor", "bar", "Arm pad above the floor", "Plumb, to the middle of the {side} pad.", 500, 1500, sight=Sight("floor_height", "pad"), sided="one", bars=("aero",), usual=True),
    Prompt("pad_ahead", "bar", "Arm pad ahead of BB", "Plumb line from the middle of the {side} pad.", 0, 900, sight=Sight("x", "pad"), sided="one", bars=("aero",), usual=True),
    Prompt("pad_up", "bar", "Arm pad above BB", "Plumb height over the axle centre, to the middle of the {side} pad.", 100, 1200, sight=Sight("y", "pad"), sided="one", bars=("aero",)),
    Prompt("pad_clamp", "bar", "Bar clamp to arm pad", "Seen from the side: straight, held level with the bike's plane.", 5, 320, sight=Sight("distance", "pad", "clamp"), sided="one", bars=("aero",)),
    Prompt("pad_width", "bar", "Pads, middle to middle", "Across the bike.", 60, 420, bars=("aero",), usual=True),
    Prompt("stem_length", "bar", "Stem length, printed", "As it is printed; steerer axis to clamp centre.", 20, 180, usual=True),
    Prompt("stem_angle", "bar", "Stem angle, printed", "As it stands, from square to the steerer; up is plus.", -60, 60, "°", usual=True),
    Prompt("stem_taped", "bar", "Stem length by tape", "Middle of the top cap to the centre of the clamp.", 20, 180),
    Prompt("stem_slope", "bar", "Stem slope by inclinometer", "On the stem's back, above level; front up is plus.", -60, 70, "°"),
    Prompt("spacers_under", "bar", "Spacers under the stem", "All of them, without the top cover.", 0, 120, usual=True),
    Prompt("spacers_over", "bar", "Spacers over the stem", "All of them, without the cap.", 0, 120, usual=True),
    Prompt("bar_width", "bar", "Bar width", "Drop: middle to middle at the hoods. Flat: end to end.", 300, 900, usual=True),
    Prompt("bar_rotation", "bar", "Bar rotation", "Inclinometer on the ramp; rising to the hoods is plus.", -30, 40, "°"),
    Prompt("bar_model", "bar", "Bar", "As it is printed.", unit="words"),
    # Feet: crank, pedals, cleats, shoes.
    Prompt("crank", "feet", "Crank length", "Printed inside the arm.", 75, 220, usual=True),
    Prompt("q_factor", "feet", "Cranks, face to face (Q)", "Outer face to outer face, where the pedals screw in.", 120, 260),
    Prompt("pedal_centre", "feet", "Crank face to pedal's middle", "Along the axle, to the middle of where the sole stands.", 30, 110),
    Prompt("heel_stay", "feet", "Heel to chain stay", "Where they pass nearest, the foot as it rides.", 0, 80, sided="both"),
    Prompt("pedal_model", "feet", "Pedals", "As printed; axle extras too.", unit="words", usual=True),
    Prompt("foot_stack", "feet", "Pedal axle to sole", "Pedal, cleat and sole together.", 5, 80),
    Prompt("shoe", "feet", "Shoes", "Model and size; insoles, wedges.", unit="words", usual=True),
    Prompt("cleat_behind", "feet", "Cleat behind the ball", "Ball of the foot to the pedal axle, along the sole.", -15, 60, sided="both", usual=True),
    Prompt("cleat_inward", "feet", "Cleat moved inward", "From the middle of its travel; outward is minus.", -15, 15, sided="both"),
    Prompt("cleat_turn", "feet", "Cleat turned, heel in", "From straight ahead; heel out is minus.", -20, 20, "°", sided="both"),
    # Controls.
    Prompt("hood_slope", "controls", "Hood slope", "Inclinometer in the hollow; tip up is plus.", -30, 60, "°", sided="both", bars=ROAD, usual=True),
    Prompt("lever_slope", "controls", "Lever slope", "Blade below level; up is minus.", -30, 80, "°", sided="both", bars=("flat",), usual=True),
    Prompt("lever_reach", "controls", "Lever reach", "Bar to blade where the finger pulls.", 25, 140, sided="both", usual=True),
    Prompt("lever_model", "controls", "Levers", "As printed.", unit="words"),
    # The bike itself, where it is not on the shelf.
    Prompt("post_exposed", "bike", "Post showing", "Seat-tube top to the middle of the rail clamp.", 0, 500, usual=True),
    Prompt("post_mark", "bike", "Insertion mark", "Hidden, or how much shows.", unit="words", usual=True),
    Prompt("post_setback", "bike", "Post setback, printed", "Rail clamp behind the post's own line; ahead of it is minus.", -40, 60),
    Prompt("rails_ahead", "bike", "Saddle on its rails", "Middle of the straight rails ahead of the clamp's middle; behind is minus.", -40, 40),
    Prompt("top_tube_level", "bike", "Top tube, level", "From the head tube's top, held level, to the middle of seat tube or post.", 280, 750),
    Prompt("top_tube_along", "bike", "Top tube, along it", "Along the sloping tube, middle of the head tube to middle of the seat tube.", 250, 750),
    Prompt("top_tube_slope", "bike", "Top tube slope", "Inclinometer on the tube; rising to the front is plus.", -10, 35, "°"),
    Prompt("seat_angle", "bike", "Seat-tube angle", "From the chart, or the inclinometer on the tube.", 60, 85, "°"),
    Prompt("head_angle", "bike", "Head-tube angle", "From the chart, or the inclinometer on the tube.", 58, 80, "°"),
    Prompt("frame_stack", "bike", "Frame stack", "From the chart.", 200, 800),
    Prompt("frame_reach", "bike", "Frame reach", "From the chart.", 150, 600),
    Prompt("chainstay", "bike", "Chainstay", "From the chart, or BB to rear axle.", 250, 520),
    Prompt("front_tyre", "bike", "Front tyre", "Size as printed, and the pressure.", unit="words", usual=True),
    Prompt("rear_tyre", "bike", "Rear tyre", "Size as printed, and the pressure.", unit="words", usual=True),
    # The rider on it, where somebody holds a goniometer or a camera: the body's model is set to these.
    Prompt("knee_still", "rider", "Knee, held still", "Goniometer, the leg at its longest: bent from straight.", 5, 80, "°", sided="both"),
    Prompt("knee_riding", "rider", "Knee, riding", "Camera, where the leg is straightest: bent from straight.", 5, 80, "°", sided="both"),
    Prompt("hip_angle", "rider", "Hip at its tightest", "Thigh to trunk, the crank a little past the top.", 15, 120, "°", sided="both"),
    Prompt("trunk_angle", "rider", "Trunk", "Hip to shoulder, above level, the hands where they ride.", -5, 95, "°"),
    Prompt("shoulder_angle", "rider", "Arm to trunk", "At the shoulder, from trunk to hand; on pads to the elbow.", 20, 140, "°"),
    Prompt("elbow_angle", "rider", "Elbow", "Between upper arm and forearm: straight is 180.", 60, 180, "°", bars=("drop", "flat")),
    Prompt("toe_down", "rider", "Toes down at the bottom", "The sole below level, the crank straight down.", -20, 60, "°", sided="both"),
)  # fmt: skip
BY_NAME: dict[str, Prompt] = {p.name: p for p in PROMPTS}
USUAL: tuple[str, ...] = tuple(p.name for p in PROMPTS if p.usual)


def in_order(bar: BarKind, asked: Iterable[str] = USUAL) -> Iterator[tuple[Prompt, Side | None]]:
    """Prompts asked of a bike with this bar, in the order of work; sided ones right, then left where both."""
    wanted = set(asked)
    for prompt in PROMPTS:
        if prompt.name in wanted and bar in prompt.bars:
            sides = prompt.sides()
            for side in sides if prompt.sided == "both" else sides[:1]:
                yield prompt, side


def every_key() -> dict[str, tuple[Prompt, Side | None]]:
    """Every key a reading may have."""
    return {key_of(p.name, side): (p, side) for p in PROMPTS for side in p.sides()}
