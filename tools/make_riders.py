"""Writes the demo riders' fit files: each is typed in through the same edits a fitter makes, then exported.

Run it after the shelves: ``.venv/bin/python tools/make_riders.py``.
"""

from __future__ import annotations

import re
import tempfile
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import demo_ride

from waymark.demo import demo_shelves
from waymark.rooms import riders, shelves
from waymark.rooms.files import Desk, fit_row
from waymark.rooms.live import KeptPlan
from waymark.rooms.posts import registry
from waymark.rooms.shelves import ShelfView, shelf_view
from waymark.storage import open_store, upgrade

FILES = Path(__file__).parent.parent / "src" / "waymark" / "demo" / "files"


# Two rides with a change between them, and a trial that is one run from its end.
FIRST_RIDE = {("hands", "climb"): 2, ("hands", "down"): 6, ("low_back", "climb"): 3, ("seat", "gravel"): 2}
SECOND_RIDE = {
    ("hands", "climb"): 1, ("hands", "down"): 4, ("low_back", "climb"): 4, ("seat", "gravel"): 2, ("neck", "down"): 1,
}  # fmt: skip
STEERING, HANDS = (6, 8, 7, 6, 7, 5, 6), (4, 3, 3, 5, 3, 4, 4)
SITTING = demo_ride.ridden(KeptPlan(seed=12, runs=8, ride_s=240, rest_s=120, power_w=180))
RIDDEN: list[dict[str, Any]] = [
    {"do": "ride.log", "on": "2026-11-15", "hours": 2, "better": "turns like the old one", "worse": "hands on the way down"},
    *(
        {"do": "ride.rate", "ride": 1, "region": region, "ground": ground, "value": value}
        for (region, ground), value in FIRST_RIDE.items()
    ),
    {"do": "ride.spot", "ride": 1, "what": "Hands", "value": 3}, {"do": "ride.spot", "ride": 1, "what": "Low back", "value": 2},
    {"do": "ride.try", "cause": "nose_down", "on": "2026-11-16"},
    {"do": "ride.log", "on": "2026-11-22", "hours": 2.5, "better": "hands, mostly", "worse": "low back on the last climb"},
    *(
        {"do": "ride.rate", "ride": 3, "region": region, "ground": ground, "value": value}
        for (region, ground), value in SECOND_RIDE.items()
    ),
    {"do": "ride.spot", "ride": 3, "what": "Hands", "value": 2}, {"do": "ride.spot", "ride": 3, "what": "Low back", "value": 3},
    {"do": "ride.judge", "tried": 2, "outcome": "kept"},
    {
        "do": "ride.trial", "on": "2026-11-28", "differs": "stem", "treatments": ["stem 80", "stem 70"], "seed": 12,
        "outcomes": ["Steering", "Hands"], "measured": ["cadence_rpm", "heart_rate_bpm"], "blocks": 2, "minutes": 4, "rest_minutes": 2, "power_w": 180, "blind": False,
    },
    *(
        {"do": "ride.found", "trial": 4, "outcome": outcome, "run_number": run, "value": value}
        for outcome, values in (("Steering", STEERING), ("Hands", HANDS))
        for run, value in enumerate(values)
    ),
    *(
        {"do": "ride.measured", "trial": 4, "run_number": span.run, "means": {c: round(m.mean, 1) for c, m in SITTING.means(span).items()}}
        for span in SITTING.spans(demo_ride.OVER_S)
    ),
    {"do": "ride.due", "on": "2026-11-22", "in_days": 42, "asks": "is the low back quiet on long climbs?"},
    {"do": "ride.due", "on": "2026-12-04", "kind": "part", "asks": "stem 70, ordered"},
]  # fmt: skip

RIDERS: list[dict[str, Any]] = [
    {
        "file": "1-tamsin-orre", "name": "Tamsin Orre", "about": "ferry engineer, 41, eight hours a week",
        "words": "The gravel day of the Ring is mine this year. On the road bike my hands go numb after "
        "three hours, and the coast track is longer than that.",
        "measures": {"height": "5'9 1/4\"", "inseam": "824", "trunk": "508", "shoulder_width": "362", "foot": "258", "mass": "64 kg"},
        "title": "Gravel day of the Ring", "reason": "A gravel bike that sits like the road bike, a little higher.",
        "frame": "Haldery Fieldway 3", "bar": "Petrel 40", "saddle": "Plover 143",
        "facts": {
            "history": "Left collarbone broken in 2019, healed. No numbness off the bike.", "keeps": "her saddle and shoes",
            "races": "the gravel day, no start number", "grounds": ["gravel", "rough asphalt"], "hold": "hoods", "off_bike": "seldom",
            "budget": "frame", "age": 41, "shoe_size": 41, "consent": {"on": "2026-09-12", "note": "Kept while she rides with us; photos too."},
        },
        "mobility": {
            "flat_back": {"one": "58"}, "hamstrings": {"left": "62", "right": "71"}, "hip_bend": {"left": "112", "right": "116"},
            "hip_turn_in": {"left": "28", "right": "31"}, "ankle_bend": {"left": "21", "right": "20"},
            "shoulder_lift": {"left": "164", "right": "170"}, "neck_back": {"one": "58"},
        },
        "hurts": [
            {"view": "front", "x": 0.10, "y": 0.56, "what": "Little fingers", "feeling": "numb", "severity": 4, "when": "after 3 h, on the hoods, gone in a day"},
            {"view": "front", "x": 0.90, "y": 0.56, "what": "Little fingers, left worse", "feeling": "numb", "severity": 4, "when": "after 3 h, on the hoods"},
            {"view": "back", "x": 0.50, "y": 0.44, "what": "Low back", "feeling": "tired", "severity": 2, "when": "after long climbs"},
        ],
        "uses": [
            {"use": "gravel", "share": 60, "hours": 4, "note": "alone"}, {"use": "road", "share": 25, "hours": 2, "note": "the club"},
            {"use": "trainer", "share": 10, "hours": 1, "note": "winter"}, {"use": "city", "share": 5},
        ],
        "measure": [
            ("front_axle", "341"), ("rear_axle", "340"), ("wheelbase", "1014"),
            ("bb_floor", "268"), ("s_straight", "727"), ("s_plumb", "701"), ("s_behind", "197"), ("s_floor", "967"),
            ("s_nose", "152"), ("nose_behind", "47"), ("nose_floor", "969"), ("tilt", "-0.5"), ("rail_place", "4.5"), ("nose_clamp", "538"), ("s_clamp", "687"),
            ("clamp_floor", "905"), ("clamp_up", "639"), ("bb_clamp", "803"), ("s_hand.right", "794"), ("s_hand.left", "793"),
            ("nose_hand.right", "646"), ("hand_floor.right", "921"), ("hand_ahead.right", "571"), ("hand_up.right", "653"), ("stem_length", "120"),
            ("stem_angle", "-6"), ("spacers_under", "10"), ("spacers_over", "10"), ("bar_width", "400"), ("crank", "170"),
            ("pedal_model", "clip, small, 53 mm axle"), ("shoe", "stiff, 41, grey insole"), ("cleat_behind.right", "6"),
            ("cleat_behind.left", "6"), ("bar_rotation", "1"), ("hood_slope.right", "6"), ("hood_slope.left", "6"), ("lever_reach.right", "68"),
            ("lever_reach.left", "68"), ("post_exposed", "182"), ("post_mark", "hidden"), ("front_tyre", "28, 5.0 bar"),
            ("rear_tyre", "28, 5.4 bar"),
        ],
        "chain": [
            {"do": "goal.carry", "use": "gravel"},
            {"do": "goal.set", "id": 1, "step": {"kind": "discipline", "to": "gravel", "strength": 0.6}},
            {"do": "goal.words", "id": 1, "words": "The coast track is long, and rough after the second ferry."},
            {"do": "goal.add", "step": {"kind": "crank", "to_mm": 165}, "words": "Perhaps, once the new bike is ridden."},
            {"do": "goal.park", "id": 2},
            {"do": "goal.nudge", "mark": "hand", "by_x_mm": -1},
        ],
        "chosen": "Ostrel Drift M", "held": "Mossfoot Peat 52",
    },
    {
        "file": "2-brona-askwith", "name": "Brona Askwith", "about": "midwife, 36, rides between night shifts",
        "words": "My sister's old frame, always a bit long. I have saved for one good bike for the road day.",
        "measures": {"height": "1.63 m", "inseam": "29 3/4 in", "shoulder_width": "345", "foot": "238"},
        "title": "A road bike of her own", "reason": "First frame bought new; keep the position, lose the stretch.",
        "bar": "Petrel 38", "saddle": "Dunlin Short",
        "measure": [
            ("crank", "167,5"), ("s_nose", "118"), ("bb_floor", "26.8 cm"),
            ("s_pedal", "82.2 cm"), ("nose_behind", "46"),
            ("nose_clamp", "21 1/8 in"), ("hand_floor.right", "864"),
        ],
        "goal": ("road", (0, 0), (-8, 0)),
    },
    {
        "file": "3-halvard-stroud", "name": "Halvard Stroud", "about": "retired land surveyor, 68",
        "words": "I measured half this island. I should like to look at it again without my neck aching.",
        "measures": {"height": "1815", "inseam": "860", "trunk": "520", "shoulder_width": "395", "foot": "272", "mass": "84"},
        "title": "Higher, for the road day", "reason": "Neck and hands; the bar comes up and nearer.",
        "frame": "Pellmore Gannet L", "bar": "Petrel 44", "saddle": "Plover 155",
        "measure": [
            ("crank", "175"), ("front_axle", "343"), ("rear_axle", "342"), ("wheelbase", "1008"),
            ("bb_floor", "269"), ("s_straight", "759"), ("s_plumb", "726"), ("s_behind", "218"), ("s_floor", "997"), ("s_nose", "146"),
            ("nose_behind", "72"), ("nose_floor", "998"), ("nose_clamp", "560"), ("s_clamp", "706"), ("clamp_floor", "923"), ("clamp_up", "654"), ("bb_clamp", "810"),
            ("s_hand.right", "817"), ("s_hand.left", "815"), ("nose_hand.right", "678"), ("hand_floor.right", "935"), ("hand_ahead.right", "566"), ("hand_up.right", "667"),
            ("stem_length", "110"), ("stem_angle", "6"), ("spacers_under", "25"), ("spacers_over", "5"),
        ],
        "setup": {"by": "Maud Orrin", "note": "as he came in, March"},
        "measure_after": [("s_straight", "761"), ("s_plumb", "727"), ("s_floor", "995"), ("hand_floor.right", "947"), ("hand_up.right", "679"), ("clamp_floor", "935"), ("clamp_up", "666"),
                          ("nose_clamp", "558"), ("bb_clamp", "821"), ("s_hand.right", "813"), ("s_hand.left", "811")],
        "facts": {
            "history": "Neck stiff since a fall in spring; asked the physiotherapist, who is content.", "keeps": "saddle, and his old brass bell",
            "grounds": ["asphalt"], "hold": "tops", "off_bike": "never", "budget": "frame", "age": 68, "shoe_size": 43,
            "consent": {"on": "2026-03-14", "note": "Kept for ten years, he says, then burn it."},
        },
        "mobility": {"flat_back": {"one": "41"}, "hamstrings": {"left": "58", "right": "57"}, "hip_bend": {"left": "104", "right": "106"}, "neck_back": {"one": "38"}},
        "hurts": [{"view": "back", "x": 0.5, "y": 0.19, "what": "Neck", "feeling": "stiff", "severity": 3, "when": "from the second hour"}],
        "uses": [{"use": "endurance", "share": 80, "hours": 3}, {"use": "city", "share": 20}],
        "goal": ("endurance", (0, 0), (-22, 34)), "chosen": "Corvane Lull 58",
        "after": [
            {"do": "goal.as_measured", "mark": "saddle"}, {"do": "goal.nudge", "mark": "saddle", "by_y_mm": -6},
        ],
    },
    {
        "file": "4-odile-marrack", "name": "Odile Marrack", "about": "choir leader, 57, scores in the basket",
        "words": "I stop at every chapel. I want to step through it in a skirt and put a foot down.",
        "measures": {"height": "5'6\"", "inseam": "775", "shoulder_width": "352", "foot": "245", "foot_lift": "460"},
        "facts": {"history": "Right hip stiff since winter; she gets on from the left.", "age": 57, "off_bike": "often"},
        "title": "To rehearsals, stepping through", "reason": "A step-through in place of the old cross bar.",
        "frame": "Pellmore Ferry L", "bar": "Rail 700 Rise", "saddle": "Curlew Wide",
        "measure": [
            ("crank", "170"), ("s_seat_tube", "688"), ("s_behind", "208"),
            ("hand_ahead.right", "408"), ("hand_up.right", "728"),
            ("stem_length", "90"), ("stem_angle", "6"), ("spacers_under", "30"), ("spacers_over", "20"),
        ],
        "goal": ("city", (0, -4), (-4, 14)), "chosen": "Haldery Landing M",
    },
    {
        "file": "5-piran-lowe", "name": "Piran Lowe", "about": "lighthouse keeper, 33, 2.08 m",
        "words": "Every bike I have had was a child's bike with a long post.",
        "measures": {"height": "2.08 m", "inseam": "1015", "trunk": "600", "shoulder_width": "440", "foot": "318", "mass": "98 kg"},
        "title": "Anything that is tall enough", "reason": "No frame on the island fits; find out what would.",
        "bar": "Fulmar 46", "saddle": "Sanderling",
        "measure": [
            ("crank", "180"), ("s_straight", "922"), ("s_behind", "258"),
            ("s_hand.right", "934"), ("drop", "12"),
        ],
        "goal": ("endurance", (0, 0), (0, 0)),
    },
    {
        "file": "6-jory-penhale", "name": "Jory Penhale", "about": "quarry surgeon, 29, races the coast path",
        "words": "The new bike should turn like the old one and not pitch me over the bar.",
        "measures": {"height": "1.74 m", "inseam": "812", "shoulder_width": "378", "foot": "260"},
        "hurts": [
            {"view": "front", "x": 0.10, "y": 0.56, "what": "Hands", "feeling": "numb", "severity": 4, "when": "on long descents"},
            {"view": "back", "x": 0.50, "y": 0.44, "what": "Low back", "feeling": "tired", "severity": 2, "when": "after long climbs"},
        ],
        "title": "Cross-country, new frame", "reason": "Frame cracked; same position on what the shop has.",
        "frame": "Haldery Tern M", "bar": "Boom 720", "saddle": "Knot Carbon",
        "measure": [
            ("crank", "170"), ("s_straight", "716"), ("s_angle", "75.6"),
            ("hand_ahead.right", "461"), ("hand_up.right", "672"),
        ],
        "goal": ("cross-country", (0, 0), (0, 0)), "chosen": "Haldery Whin M",
        "after": [
            {"do": "setup.built", "mark": mark, "typed": typed}
            for mark, typed in (("saddle_x", "-177"), ("saddle_y", "693"), ("hand_x", "462"), ("hand_y", "675"))
        ] + RIDDEN,
    },
    {
        "file": "7-wenna-tolland", "name": "Wenna Tolland", "about": "baker, 24, first fit here",
        "words": "I start at four and ride when it is light. Tell me what to bring.",
        "measures": {"height": "1.68 m", "foot": "247"},
        "title": "First fit", "reason": "Borrowed bike; to be measured on Saturday.", "measure": [],
    },
    {
        "file": "8-merryn-ashcombe", "name": "Merryn Ashcombe", "about": "harbour pilot, 38, up before the tide",
        "words": "It fits, I think. I want to know what I sit on before I change any of it.",
        "measures": {"height": "1.69 m", "inseam": "791; 793", "foot": "L 246 R 248", "shoulder_width": "356", "mass": "139 lb"},
        "facts": {"grounds": ["asphalt", "gravel"], "hold": "hoods", "shoe_size": 39},
        "uses": [{"use": "endurance", "share": 70, "hours": 3}, {"use": "gravel", "share": 30, "hours": 2}],
        "title": "What is there now", "reason": "Measure it properly, change nothing yet.", "bar": "Petrel 40",
        "measure": [
            ("front_axle", "339"), ("rear_axle", "340"), ("wheelbase", "991"),
            ("bb_floor", "270"), ("s_straight", "693"), ("s_plumb", "671"), ("s_behind", "182"), ("s_floor", "940"), ("s_nose", "147"),
            ("nose_behind", "34"), ("nose_floor", "935"), ("tilt", "0"), ("s_clamp", "640"), ("clamp_floor", "875"), ("clamp_up", "604"), ("nose_clamp", "439"),
            ("bb_clamp", "755"),
        ],
    },
    {
        "file": "9-kerra-lannick", "name": "Kerra Lannick", "about": "rowing coach, 44, races alone against the clock",
        "words": "I can hold these pads for the hour. The frame is lent and goes back in spring; nothing else may move.",
        "measures": {"height": "1.69 m", "inseam": "797", "shoulder_width": "352", "foot": "244", "mass": "61 kg"},
        "facts": {"grounds": ["asphalt"], "races": "the island hour, and the relay's last leg", "budget": "frame", "shoe_size": 39},
        "uses": [{"use": "time-trial", "share": 80, "hours": 4}, {"use": "trainer", "share": 20, "hours": 2}],
        "title": "The same pads, her own frame", "reason": "A frame to keep under the pads she has now, a touch higher for the hip.",
        "frame": "Haldery Vane 51", "saddle": "Dunlin Short", "bar_kind": "aero",
        "measure": [
            ("crank", "165"), ("front_axle", "338"), ("rear_axle", "338"), ("bb_floor", "271"), ("s_straight", "705"), ("s_plumb", "691"),
            ("s_behind", "141"), ("s_floor", "961"), ("s_nose", "129"), ("nose_behind", "11"), ("nose_clamp", "484"), ("s_clamp", "611"),
            ("clamp_floor", "850"), ("clamp_up", "579"), ("bb_clamp", "740"), ("s_pad.right", "607"), ("s_pad.left", "606"),
            ("pad_floor.right", "895"), ("pad_ahead.right", "455"), ("pad_clamp.right", "45"), ("pad_width", "190"), ("s_hand.right", "847"),
            ("nose_hand.right", "719"), ("hand_floor.right", "931"), ("hand_ahead.right", "704"),
            ("stem_length", "80"), ("stem_angle", "-6"), ("spacers_under", "25"), ("spacers_over", "5"),
        ],
        "goal": ("time-trial", (0, 0), (0, 8)), "chosen": "Ostrel Sound S", "held": "Haldery Vane 48",
    },
    {
        "file": "10-sennen-tregear", "name": "Sennen Tregear", "about": "boat builder, 47, new to the clock",
        "words": "I want to try the island hour. My right hip pinches when I get low, so low I shall not stay for long.",
        "measures": {"height": "1.82 m", "inseam": "868", "shoulder_width": "398", "foot": "274", "mass": "77 kg"},
        "mobility": {"hip_bend": {"left": "104", "right": "97"}, "flat_back": {"one": "55"}},
        "hurts": [{"view": "front", "x": 0.42, "y": 0.52, "what": "Right hip", "feeling": "pain", "severity": 3, "when": "at the top of the stroke, in the drops"}],
        "uses": [{"use": "road", "share": 60, "hours": 5}, {"use": "time-trial", "share": 40, "hours": 2}],
        "title": "From the road bike to pads", "reason": "A first bike for the hour; the hip decides how low.",
        "bar": "Petrel 44", "saddle": "Plover 143",
        "measure": [
            ("crank", "172,5"), ("bb_floor", "268"), ("s_straight", "765.5"), ("s_plumb", "734"), ("s_behind", "217"), ("s_nose", "152"), ("nose_behind", "65"),
            ("hand_ahead.right", "556"), ("hand_up.right", "684"), ("s_hand.right", "805"),
            ("knee_still.right", "38"), ("knee_still.left", "32"), ("hip_angle.right", "57"), ("hip_angle.left", "63"), ("trunk_angle", "45"),
        ],
        "chain": [
            {"do": "measure.decide", "key": "knee_still.right", "what": "meant"},
            {"do": "measure.decide", "key": "hip_angle.right", "what": "meant"},
            {"do": "goal.from_use", "use": "road"},
            {"do": "goal.carry", "use": "time-trial"},
            {"do": "goal.add", "step": {"kind": "crank", "to_mm": 165, "hands": "place"}, "words": "The right hip pinches at the top."},
        ],
    },
    {
        "file": "11-petroc-hale", "name": "Petroc Hale", "about": "lock-keeper, 44, rides to every meeting of the club",
        "words": "The summer bike is right at last. The winter one goes on at the lock, and by February my knees tell me.",
        "measures": {"height": "1780", "inseam": "838", "shoulder_width": "385", "foot": "266", "mass": "76"},
        "uses": [{"use": "endurance", "share": 90, "hours": 6}, {"use": "trainer", "share": 10}],
        "facts": {"grounds": ["asphalt"], "hold": "hoods", "off_bike": "seldom", "budget": "small part", "age": 44, "shoe_size": 43},
        "title": "The summer bike", "reason": "Hands numb after the third lock; the bar came up a little.",
        "frame": "Corvane Lull 56", "bar": "Petrel 42", "saddle": "Plover 143",
        "measure": [
            ("crank", "172.5"), ("bb_floor", "267"), ("s_straight", "733"), ("s_plumb", "704"), ("s_behind", "203"), ("s_floor", "971"), ("nose_floor", "970"), ("s_nose", "152"), ("nose_behind", "51"), ("clamp_floor", "924"), ("clamp_up", "657"), ("bb_clamp", "807"), ("s_clamp", "673"), ("s_hand.right", "783"), ("s_hand.left", "783"), ("hand_floor.right", "939"), ("hand_ahead.right", "551"), ("hand_up.right", "672"),
            ("stem_length", "100"), ("stem_angle", "-6"), ("spacers_under", "20"), ("spacers_over", "15"), ("bar_width", "420"),
            ("q_factor", "146"), ("pedal_model", "clip, road"), ("foot_stack", "22"), ("cleat_behind.right", "6"), ("cleat_behind.left", "6"),
        ],
        "chain": [
            {"do": "goal.carry", "use": "endurance"},
            {"do": "goal.complain", "complaint": "numb_hands", "on": True},
            {"do": "goal.add", "step": {"kind": "move", "mark": "hand", "by_x_mm": -4, "by_y_mm": 10}, "words": "Less weight on the hands."},
        ],
        "after": [{"do": "frame.this_bike", "rung": "free"}],
    },
    {
        "file": "12-petroc-hale", "name": "Petroc Hale", "about": "lock-keeper, 44, rides to every meeting of the club",
        "words": "The summer bike is right at last. The winter one goes on at the lock, and by February my knees tell me.",
        "measures": {"height": "1780", "inseam": "838", "shoulder_width": "385", "foot": "266", "mass": "76"},
        "uses": [{"use": "endurance", "share": 90, "hours": 6}, {"use": "trainer", "share": 10}],
        "facts": {"grounds": ["asphalt"], "hold": "hoods", "off_bike": "seldom", "budget": "small part", "age": 44, "shoe_size": 43},
        "title": "The winter bike", "reason": "Knees in February. Nobody has measured it since the cranks were changed.",
        "frame": "Mossfoot Kirk 56", "bar": "Petrel 42", "saddle": "Plover 155",
        "measure": [
            ("crank", "170"), ("bb_floor", "269"), ("s_straight", "723"), ("s_plumb", "697"), ("s_behind", "194"), ("s_floor", "966"), ("nose_floor", "965"), ("s_nose", "152"), ("nose_behind", "42"), ("clamp_floor", "924"), ("clamp_up", "655"), ("bb_clamp", "810"), ("s_clamp", "671"), ("s_hand.right", "783"), ("s_hand.left", "783"), ("hand_floor.right", "939"), ("hand_ahead.right", "560"), ("hand_up.right", "670"),
            ("stem_length", "110"), ("stem_angle", "-6"), ("spacers_under", "25"), ("spacers_over", "5"), ("bar_width", "420"),
            ("q_factor", "152"), ("pedal_model", "clip, small"), ("foot_stack", "25"), ("cleat_behind.right", "3"), ("cleat_behind.left", "3"),
        ],
    },
]  # fmt: skip


def write(desk: Desk, it: dict[str, Any]) -> str:
    """Type one rider in and export the file."""
    with desk.store.writing() as session:
        rider = riders.add_rider(session, it["name"], riders.Profile(about=it["about"]))
        edit = {
            "base_revision": rider.head,
            "facts": {"words": it["words"], **it.get("facts", {})},
            **{name: it[name] for name in ("measures", "mobility", "hurts", "uses") if name in it},
        }
        riders.edit_rider(session, rider, riders.RiderEdit.model_validate(edit))
        fit = desk.open(session, rider, it["title"]).id
        shelf = shelf_view(session)
    for command in commands_of(it, shelf):
        with desk.store.looking() as session:
            head = fit_row(session, fit).head
        desk.change(fit, head, [desk.registry.command_adapter.validate_python(command)])
    with desk.store.looking() as session:
        text = desk.export_fit(fit_row(session, fit))
    # The demo's own days, whenever it was written.
    return re.sub(r'("(?:on|at)": ")\d{4}-\d\d-\d\dT[^"]+', r"\g<1>2026-03-14T09:30:00+00:00", text)


def commands_of(it: dict[str, Any], shelf: ShelfView) -> Iterator[dict[str, Any]]:
    """What a fitter does for one rider, in the order of work."""
    frames = {size.label: key for key, size in shelf.sizes}
    parts = {p.part.name: p.id for p in shelf.parts}
    yield {"do": "file.describe", "what": "reason", "words": it["reason"]}
    if "frame" in it:
        yield {"do": "measure.frame", "size": frames[it["frame"]]}
    for what in ("bar", "saddle"):
        if what in it:
            yield {"do": "measure.part", "what": what, "part": parts[it[what]]}
    if "bar_kind" in it:
        yield {"do": "measure.bar_kind", "kind": it["bar_kind"]}
    for key, typed in it["measure"]:
        yield {"do": "measure.read", "key": key, "typed": typed}
    if "setup" in it:
        yield {"do": "measure.keep_setup", **it["setup"]}
        for key, typed in it["measure_after"]:
            yield {"do": "measure.read", "key": key, "typed": typed}
    if "goal" in it:
        use, saddle, hand = it["goal"]
        yield {"do": "goal.discipline", "use": use}
        for mark, (x, y) in (("saddle", saddle), ("hand", hand)):
            yield {"do": "goal.nudge", "mark": mark, "by_x_mm": x, "by_y_mm": y}
    yield from it.get("chain", [])
    for what, name in (("frame.choose", "chosen"), ("frame.hold", "held")):
        if name in it:
            yield {"do": what, "size": frames[it[name]]}
    yield from it.get("after", [])


def main() -> None:
    """Write every file."""
    with tempfile.TemporaryDirectory() as folder:
        store = open_store(Path(folder) / "riders.sqlite3")
        upgrade(store)
        with store.writing() as session:
            frames, parts = demo_shelves()
            shelves.import_frames(session, frames, apply=True)
            shelves.import_parts(session, parts, apply=True)
        desk = Desk(store, registry())
        for it in RIDERS:
            (FILES / f"{it['file']}.waymark.json").write_text(write(desk, it), encoding="utf-8")
        store.close()
    demo_ride.write(SITTING)


if __name__ == "__main__":
    main()
