"""A trial's numbers, each with its reason (docs/formulas.md, Trials)."""

from __future__ import annotations

from waymark.core.link import Channel

# A mean is taken over the last half of a run: by then power and heart have settled.
LAST_SHARE = 0.5
# Less of it read than this is no mean: what was missed may have been the hard part.
LEAST_COVERED = 0.8
# Between runs half the power is asked: the legs turn, the heart comes down.
REST_POWER = 0.5
# So long after the last run the same sitting may go on; later the rider is another one.
SAME_SITTING_S = 2700.0
# A difference smaller than this is none that anybody would change a bike for; of ten points a whole one is felt.
MATTERS: dict[Channel, float] = {"power_w": 5.0, "cadence_rpm": 3.0, "heart_rate_bpm": 3.0, "speed_kmh": 0.3}
RATING_MATTERS = 1.0
