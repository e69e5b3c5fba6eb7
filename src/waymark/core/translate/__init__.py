"""A position carried from one use to another, by known offsets or by the body."""

from waymark.core.translate.translate import School, Translation, translate
from waymark.core.translate.uses import SHIFTS, Use, UseShift

__all__ = ["SHIFTS", "School", "Translation", "Use", "UseShift", "translate"]
