"""How finely and how far the bench offers what can be set by hand: the house's numbers, each with its reason."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.rules.house import HouseDefault, values

BENCH: dict[str, HouseDefault] = {
    "cut_step_mm": HouseDefault(5, "mm", "A bar is ridden between cuts, little at a time.", "house"),
    "turns_deg": HouseDefault(9, "°", "A bar turned farther from its school is another bar.", "house"),
    "slides_mm": HouseDefault(12, "mm", "Tape and hose let a lever go no farther.", "house"),
    "slide_step_mm": HouseDefault(2, "mm", "Less is not felt.", "house"),
    "rolls_deg": HouseDefault(12, "°", "Rolled farther the sweep points up or down.", "house"),
    "roll_step_deg": HouseDefault(2, "°", "Less is not felt.", "house"),
    "same_bend_mm": HouseDefault(6, "mm", "Bends so near each other carry the hand alike.", "house"),
    "nudge_share": HouseDefault(0.5, "of the nudge", "What reaches half of what was asked is a way.", "house"),
    "least_nudge_mm": HouseDefault(0.5, "mm", "Nearer than that nothing is set.", "house"),
    "shown_mm": HouseDefault(12, "mm", "A post is set again within so much.", "house"),
    "own_post_down_mm": HouseDefault(60, "mm", "An own post goes in by so much, where nothing is known.", "house"),
    "own_post_up_mm": HouseDefault(30, "mm", "And comes out by so much: look for its mark.", "house"),
    "worse_work_points": HouseDefault(2, "points", "A dearer way that is so much worse is no way.", "house"),
    "stem_step_mm": HouseDefault(10, "mm", "Stems come in tens.", "house"),
    "rise_step_mm": HouseDefault(10, "mm", "Rises come in tens.", "house"),
    "width_step_mm": HouseDefault(20, "mm", "Bars are told apart by two centimetres.", "house"),
    "rails_deg": HouseDefault(1, "°", "What rails give each way.", "docs/formulas.md, Seat"),
    "bar_mm": HouseDefault(10, "mm", "A spacer.", "house"),
    "flip_deg": HouseDefault(0.5, "°", "What a common flip chip turns a frame by.", "house"),
    "flip_bb_mm": HouseDefault(6, "mm", "And lowers its BB.", "house"),
}


@dataclass(frozen=True, slots=True)
class BenchSteps:
    """Steps and spans of what is offered; the table says what each is and why."""

    cut_step_mm: float
    turns_deg: float
    slides_mm: float
    slide_step_mm: float
    rolls_deg: float
    roll_step_deg: float
    same_bend_mm: float
    nudge_share: float
    least_nudge_mm: float
    shown_mm: float
    own_post_down_mm: float
    own_post_up_mm: float
    worse_work_points: float
    stem_step_mm: float
    rise_step_mm: float
    width_step_mm: float
    rails_deg: float
    bar_mm: float
    flip_deg: float
    flip_bb_mm: float


BENCH_USUAL = BenchSteps(**values(BENCH))
