"""Adjustable indoor bikes: what to dial in for a position, and where a setting puts it."""

from waymark.core.trainer.settings import Axis, Dialled, Setting, Slide, Stop, nearest_crank_mm, settings_for

__all__ = ["Axis", "Dialled", "Setting", "Slide", "Stop", "nearest_crank_mm", "settings_for"]
