"""Live: what trainers and straps tell while somebody rides, and the sittings of trials that are recorded."""

from waymark.rooms.live.deps import LiveDep
from waymark.rooms.live.hub import Live
from waymark.rooms.live.keeping import has_recordings, keep_whole, readings_csv
from waymark.rooms.live.sitting import KeptPlan, Recording, plan_of

__all__ = ["KeptPlan", "Live", "LiveDep", "Recording", "has_recordings", "keep_whole", "plan_of", "readings_csv"]
