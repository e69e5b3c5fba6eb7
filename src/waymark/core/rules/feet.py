"""What decides pedals, cleats and cranks for a rider: the house's numbers, each with its reason."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.rules.house import HouseDefault, values

_FOOT = "docs/formulas.md, Crank and foot"

FEET: dict[str, HouseDefault] = {
    "long_hours": HouseDefault(2, "h", "From so long on a broad, stiff sole is felt.", "house"),
    "young_age": HouseDefault(12, "years", "A younger child puts a foot down first.", "house"),
    "old_age": HouseDefault(70, "years", "A foot that is free comes down sooner.", "house"),
    "turn_to_unclip_deg": HouseDefault(20, "°", "A hip that turns in less unclips with the whole leg.", "house"),
    "sore_knee_float_deg": HouseDefault(6, "°", "A knee that hurts finds its own way within so much.", "house"),
    "small_foot_mm": HouseDefault(240, "mm", "A shorter foot finds little on a long platform.", "house"),
    "large_foot_mm": HouseDefault(275, "mm", "A longer one hangs over a short platform.", "house"),
    "small_platform_mm": HouseDefault(100, "mm", "Up to here a platform is short.", "house"),
    "large_platform_mm": HouseDefault(105, "mm", "From here on it is long.", "house"),
    "usual_q_mm": HouseDefault(148, "mm", "The commonest road crank, while none is chosen.", "house"),
    "usual_platform_mm": HouseDefault(60, "mm", "A clipped pedal, while none is chosen.", "house"),
    "crank_least_share": HouseDefault(0.20, "of inseam", "Shorter ones turn fast for little push.", _FOOT),
    "crank_greatest_share": HouseDefault(0.216, "of inseam", "Longer ones fold knee and hip at the top.", _FOOT),
    "hip_to_spare_deg": HouseDefault(5, "°", "A hip that is just open closes when the rider tires.", "house"),
    "knee_behind_mm": HouseDefault(10, "mm", "A first saddle: the knee a little behind the pedal axle.", "house"),
    "stay_room_mm": HouseDefault(5, "mm", "A heel that passes a stay closer rubs it when it tires.", "house"),
    "stance_told_mm": HouseDefault(3, "mm", "Feet farther apart by more are felt.", "house"),
    "heel_room_mm": HouseDefault(8, "mm", "Heels that pass nearer touch the cranks when they twist.", "house"),
    "ball_aft_least_mm": HouseDefault(5, "mm", "Behind the ball of the foot begins here.", "docs/formulas.md, Schools"),
    "ball_aft_greatest_mm": HouseDefault(15, "mm", "And ends here.", "docs/formulas.md, Schools"),
}


@dataclass(frozen=True, slots=True)
class FeetRules:
    """Bounds on riders, feet, pedals, cranks and cleats; the table says what each is and why."""

    long_hours: float
    young_age: float
    old_age: float
    turn_to_unclip_deg: float
    sore_knee_float_deg: float
    small_foot_mm: float
    large_foot_mm: float
    small_platform_mm: float
    large_platform_mm: float
    usual_q_mm: float
    usual_platform_mm: float
    crank_least_share: float
    crank_greatest_share: float
    hip_to_spare_deg: float
    knee_behind_mm: float
    heel_room_mm: float
    stay_room_mm: float
    stance_told_mm: float
    ball_aft_least_mm: float
    ball_aft_greatest_mm: float


FEET_USUAL = FeetRules(**values(FEET))
