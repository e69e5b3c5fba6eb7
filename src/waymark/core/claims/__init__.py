"""What the trade says, tried with one's own numbers: before, after, what moved and what cancelled out."""

from waymark.core.claims.claims import CLAIMS, Claim, Number, try_claim
from waymark.core.claims.tried import Stroke, Tried

__all__ = ["CLAIMS", "Claim", "Number", "Stroke", "Tried", "try_claim"]
