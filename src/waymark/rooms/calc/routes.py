"""``POST /api/calc/NAME`` for every open calculation."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from pydantic import BaseModel

from waymark.rooms.calc.registry import CALCULATIONS, Calculation, listing
from waymark.rooms.deps import ERRORS
from waymark.rooms.doorway import checked, room_router, unchecked_body

router = room_router("/api/calc", "calc", ERRORS)


@router.get("", operation_id="list_calculations")
def list_calculations() -> list[dict[str, Any]]:
    """Every calculation with its schemas."""
    return listing()


def _endpoint(calculation: Calculation) -> Callable[..., BaseModel]:
    # Checked here and not by the framework, which would do it on the event loop: a shelf of thousands takes seconds.
    def run(question: Any) -> BaseModel:
        return calculation.run(checked(calculation.takes, question))

    run.__annotations__["question"] = unchecked_body(calculation.takes)
    run.__doc__ = calculation.says.capitalize() + "."
    return run


for _c in CALCULATIONS.values():
    router.post(
        f"/{_c.name}",
        response_model=_c.gives,
        operation_id=f"calc_{_c.name.replace('.', '_')}",
        response_model_exclude_none=True,
    )(_endpoint(_c))
