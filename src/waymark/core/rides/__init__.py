"""Rides after a fit: what is asked of them."""

from waymark.core.rides.ask import GROUNDS, REGIONS, Ground, Region, complaint_of, worst_regions
from waymark.core.rides.seasons import SEASONS, Season

__all__ = ["GROUNDS", "REGIONS", "SEASONS", "Ground", "Region", "Season", "complaint_of", "worst_regions"]
