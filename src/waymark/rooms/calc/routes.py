"""``POST /api/calc/NAME`` for every open calculation."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from fastapi import APIRouter
from pydantic import BaseModel

from waymark.rooms.calc.registry import CALCULATIONS, Calculation, listing
from waymark.rooms.deps import ERRORS

router = APIRouter(prefix="/api/calc", tags=["calc"], responses=ERRORS)


@router.get("", operation_id="list_calculations")
def list_calculations() -> list[dict[str, Any]]:
    """Every calculation with its schemas."""
    return listing()


def _endpoint(calculation: Calculation) -> Callable[..., BaseModel]:
    def run(question: Any) -> BaseModel:
        return calculation.run(question)

    run.__annotations__["question"] = calculation.takes
    run.__doc__ = calculation.says.capitalize() + "."
    return run


for _c in CALCULATIONS.values():
    router.post(
        f"/{_c.name}", response_model=_c.gives, operation_id=f"calc_{_c.name.replace('.', '_')}",
        response_model_exclude_none=True,
    )(_endpoint(_c))  # fmt: skip
