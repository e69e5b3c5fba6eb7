"""The open calculations by name. To add one: its two models, its function, and one line below.

Nothing of a calculation is imported before it is asked for: a small one from the command line should not wait for the
search's compiled loops.
"""

from __future__ import annotations

from dataclasses import dataclass
from importlib import import_module
from typing import Any

from pydantic import BaseModel


@dataclass(frozen=True, slots=True)
class Calculation:
    """One open calculation: its name, what it is in a line, and where its function and its models are.

    ``models`` and ``module`` are modules of this room; ``takes_name`` and ``gives_name`` the models of question and
    answer in the first, ``function`` the function in the second.
    """

    name: str
    module: str
    function: str
    takes_name: str
    gives_name: str
    says: str
    models: str = "schemas"

    @property
    def takes(self) -> type[BaseModel]:
        """The model of the question."""
        return self._model(self.takes_name)

    @property
    def gives(self) -> type[BaseModel]:
        """The model of the answer."""
        return self._model(self.gives_name)

    def run(self, question: BaseModel) -> BaseModel:
        """Answer a question of its own model."""
        answer: BaseModel = getattr(_part(self.module), self.function)(question)
        return answer

    def _model(self, name: str) -> type[BaseModel]:
        found: type[BaseModel] = getattr(_part(self.models), name)
        return found


def _part(name: str) -> Any:
    return import_module(f"waymark.rooms.calc.{name}")


CALCULATIONS: dict[str, Calculation] = {
    c.name: c
    for c in (
        Calculation(
            "frame.derive",
            "bikes",
            "derived",
            "DeriveIn",
            "DeriveOut",
            "what follows from a chart, and what disagrees",
        ),
        Calculation(
            "cockpit.forward",
            "bikes",
            "cockpit_forward",
            "CockpitForwardIn",
            "CockpitForwardOut",
            "bar clamp from frame, spacers and stem",
        ),
        Calculation(
            "cockpit.inverse",
            "bikes",
            "cockpit_inverse",
            "CockpitInverseIn",
            "CockpitInverseOut",
            "spacers a stem wants, and what they cannot mend",
        ),
        Calculation(
            "seat.forward",
            "bikes",
            "seat_forward",
            "SeatForwardIn",
            "SeatForwardOut",
            "saddle mark from post and rails",
        ),
        Calculation(
            "seat.inverse",
            "bikes",
            "seat_inverse",
            "SeatInverseIn",
            "SeatInverseOut",
            "post and slide for a saddle mark",
        ),
        Calculation(
            "saddle.state",
            "bikes",
            "saddle_stated",
            "SayHeightIn",
            "SayHeightOut",
            "a saddle stated one way, in every other",
        ),
        Calculation(
            "build.ways",
            "ways",
            "ways",
            "WaysIn",
            "WaysOut",
            "every way an owned front end reaches a bar clamp, cheapest first",
            "ways_schemas",
        ),
        Calculation(
            "balance",
            "legs",
            "balanced",
            "BalanceIn",
            "BalanceOut",
            "the rider's weight on hands and front axle",
            "leg_schemas",
        ),
        Calculation("hood.place", "bikes", "hood", "HoodIn", "HoodOut", "hood mark on a drop bar"),
        Calculation("grip.place", "bikes", "grip", "GripIn", "GripOut", "grip on a flat or riser bar"),
        Calculation("steering.arm", "bikes", "arm", "ArmIn", "ArmOut", "steering axis to hand"),
        Calculation(
            "level.pitch",
            "bikes",
            "level",
            "LevelIn",
            "LevelOut",
            "pitch of the bike, and the block that levels it",
        ),
        Calculation(
            "body.readouts",
            "bodies",
            "body_read",
            "BodyIn",
            "BodyOut",
            "joint angles of a rider in a position",
        ),
        Calculation("position.rotate", "bikes", "rotated", "RotateIn", "RotateOut", "marks turned about the BB"),
        Calculation(
            "photo.marks",
            "photos",
            "photo_marks",
            "PhotoIn",
            "PhotoOut",
            "the marks on a side photograph that was clicked, with their joint covariance",
            "photo_schemas",
        ),
        Calculation(
            "survey.adjust",
            "surveying",
            "adjusted",
            "SurveyIn",
            "SurveyOut",
            "readings adjusted together, slips named",
        ),
        Calculation(
            "claim.try",
            "claiming",
            "claim_tried",
            "ClaimIn",
            "ClaimTried",
            "a saying of the trade tried with one's own numbers",
            "claim_schemas",
        ),
        Calculation(
            "crank.change",
            "legs",
            "crank_changed",
            "CrankIn",
            "CrankOut",
            "a crank of another length: saddle, hands and leg",
            "leg_schemas",
        ),
        Calculation(
            "crank.table",
            "legs",
            "crank_table",
            "CrankTableIn",
            "CrankTableOut",
            "cranks held against each other",
            "leg_schemas",
        ),
        Calculation(
            "foot.change",
            "legs",
            "foot_changed",
            "FootIn",
            "FootOut",
            "another pedal, cleat place or shoe: how far the saddle follows",
            "leg_schemas",
        ),
        Calculation(
            "stance",
            "legs",
            "stance_of",
            "StanceIn",
            "StanceOut",
            "how far apart the feet stand",
            "leg_schemas",
        ),
        Calculation(
            "first.guess",
            "legs",
            "first_guess",
            "GuessIn",
            "GuessOut",
            "saddle heights before there is a bike",
            "leg_schemas",
        ),
        Calculation(
            "position.translate",
            "legs",
            "translated",
            "TranslateIn",
            "TranslateOut",
            "a position carried to another use",
            "leg_schemas",
        ),
        Calculation(
            "body.circle",
            "legs",
            "circled",
            "CircleIn",
            "CircleOut",
            "the leg over a whole turn of the crank",
            "leg_schemas",
        ),
        Calculation(
            "position.aero",
            "legs",
            "to_pads",
            "AeroIn",
            "AeroOut",
            "a position carried to arm pads",
            "leg_schemas",
        ),
        Calculation(
            "position.mix",
            "legs",
            "mixed",
            "MixIn",
            "MixOut",
            "one position for several uses, or two",
            "leg_schemas",
        ),
        Calculation(
            "gearing.check",
            "rides",
            "gearing_checked",
            "GearingIn",
            "GearingOut",
            "top speed, climbing cadence, range and steps of gears",
            "ride_schemas",
        ),
        Calculation(
            "trainer.settings",
            "rides",
            "trainer_set",
            "TrainerIn",
            "TrainerOut",
            "what to dial in on an indoor bike",
            "ride_schemas",
        ),
        Calculation(
            "trial.plan",
            "rides",
            "trial_planned",
            "TrialPlanIn",
            "TrialPlanOut",
            "the order of a trial, balanced against drift",
            "ride_schemas",
        ),
        Calculation(
            "trial.judge",
            "rides",
            "trial_judged",
            "TrialJudgeIn",
            "TrialJudgeOut",
            "two set-ups judged by paired differences",
            "ride_schemas",
        ),
        Calculation(
            "link.decode",
            "links",
            "decoded",
            "DecodeIn",
            "DecodeOut",
            "what a packet of a trainer or a strap says",
            "link_schemas",
        ),
        Calculation(
            "link.encode",
            "links",
            "encoded",
            "EncodeIn",
            "EncodeOut",
            "the packet that says these fields",
            "link_schemas",
        ),
        Calculation(
            "search",
            "searching",
            "search",
            "SearchIn",
            "SearchOut",
            "every frame size with its exact best build",
            "search_schemas",
        ),
    )
}


def calculate(name: str, question: BaseModel) -> BaseModel:
    """Run a calculation on its own model; raises ``KeyError`` for an unknown name."""
    return CALCULATIONS[name].run(question)


def listing() -> list[dict[str, Any]]:
    """Every calculation with its JSON Schemas."""
    return [
        {
            "name": c.name,
            "says": c.says,
            "takes": c.takes.model_json_schema(),
            "gives": c.gives.model_json_schema(mode="serialization"),
        }
        for c in CALCULATIONS.values()
    ]
