"""Rides after a fit: what is asked of them."""

from waymark.core.rides.ask import GROUNDS, REGIONS, Ground, Region, complaint_of, worst_regions

__all__ = ["GROUNDS", "REGIONS", "Ground", "Region", "complaint_of", "worst_regions"]
