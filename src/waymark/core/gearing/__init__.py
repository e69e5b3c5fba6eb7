"""Gears when a bike's use changes: how fast at a cadence, and how slowly up a hill."""

from waymark.core.gearing.check import Gearing, check_gearing

__all__ = ["Gearing", "check_gearing"]
