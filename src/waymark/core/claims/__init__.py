"""What the trade says, tried with one's own numbers: before, after, what moved and what cancelled out."""

from waymark.core.claims.claims import CLAIMS, draw_claim, try_claim
from waymark.core.claims.model import Claim, Number
from waymark.core.claims.scene import Drawn
from waymark.core.claims.tried import Stroke, Tried

__all__ = ["CLAIMS", "Claim", "Drawn", "Number", "Stroke", "Tried", "draw_claim", "try_claim"]
