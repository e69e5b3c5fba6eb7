"""Adjusting redundant readings together, as a land survey does (docs/formulas.md, Survey)."""

from waymark.core.survey.adjust import Adjusted, AdjustedPoint, adjust
from waymark.core.survey.advice import Advice, advise
from waymark.core.survey.judge import JudgedReading, judge_readings
from waymark.core.survey.model import HOUSE_SD, Reading

__all__ = [
    "HOUSE_SD",
    "Adjusted",
    "AdjustedPoint",
    "Advice",
    "JudgedReading",
    "Reading",
    "adjust",
    "advise",
    "judge_readings",
]
