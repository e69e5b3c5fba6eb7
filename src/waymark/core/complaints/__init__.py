"""From what hurts or feels wrong to likely causes in the position, ranked by the rider's own numbers; never a diagnosis."""

from waymark.core.complaints.causes import CAUSES, Cause, Evidence, Seen
from waymark.core.complaints.ranked import Ranked, rank
from waymark.core.complaints.table import COMPLAINTS, Complaint

__all__ = ["CAUSES", "COMPLAINTS", "Cause", "Complaint", "Evidence", "Ranked", "Seen", "rank"]
