"""What a rider's own angles may turn in the body's model, and by how much: the house's numbers, each with its reason."""

from __future__ import annotations

from dataclasses import dataclass

from waymark.core.rules.house import HouseDefault, values

_BODY = "docs/formulas.md, Body"

CALIBRATION: dict[str, HouseDefault] = {
    "hip_sd_mm": HouseDefault(10, "mm", "Hips stand so far from their usual place over a saddle, each way.", "house"),
    "toe_down_sd_deg": HouseDefault(4, "°", "Riders point their toes so much more or less.", "house"),
    "elbow_sd_deg": HouseDefault(8, "°", "And bend their elbows so much more or less.", "house"),
    "taped_sd_share": HouseDefault(0.01, "of length", "Joints are found under the skin to so much.", "house"),
    "guessed_sd_share": HouseDefault(0.03, "of length", "Bodies of one height differ by so much.", "house"),
    "read_sd_deg": HouseDefault(1, "°", "An angle that is read is what the model is set to.", "house"),
    "legs_sd_mm": HouseDefault(6, "mm", "Two legs of a rider differ by so much, hip to ankle.", "house"),
    "toes_apart_sd_deg": HouseDefault(3, "°", "And point their toes by so much apart.", "house"),
    "hips_apart_sd_mm": HouseDefault(4, "mm", "And sit by so much lower on one side.", "house"),
    "leg_taped_sd_mm": HouseDefault(3, "mm", "Two legs taped the same way are known so well beside each other.", "house"),
    "still_less_deg": HouseDefault(5, "°", "A knee held still reads so much straighter than one that rides.", _BODY),
    "not_met_deg": HouseDefault(2, "°", "Left over by more, an angle is told as one that is not met.", "house"),
    "unusual_sds": HouseDefault(2, "sd", "Turned by more, a length or the angle is looked at again.", "house"),
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class CalibrationRules:
    """How freely the model turns toward angles that were read; the table says what each is and why."""

    hip_sd_mm: float
    toe_down_sd_deg: float
    elbow_sd_deg: float
    taped_sd_share: float
    guessed_sd_share: float
    read_sd_deg: float
    legs_sd_mm: float
    toes_apart_sd_deg: float
    hips_apart_sd_mm: float
    leg_taped_sd_mm: float
    still_less_deg: float
    not_met_deg: float
    unusual_sds: float


CALIBRATION_USUAL = CalibrationRules(**values(CALIBRATION))
