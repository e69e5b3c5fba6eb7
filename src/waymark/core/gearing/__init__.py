"""Gears when a bike's use changes: how fast at a cadence, how slowly up a hill, and what would mend it."""

from waymark.core.gearing.advice import Gears, Hill, gear_advice
from waymark.core.gearing.check import Gearing, check_gearing

__all__ = ["Gearing", "Gears", "Hill", "check_gearing", "gear_advice"]
