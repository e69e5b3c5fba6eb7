"""A rider's bikes side by side: what differs on purpose, what has drifted, and what changed in silence."""

from waymark.core.fleet.beside import Beside, Bike, Known, Silent, Word, beside, silent

__all__ = ["Beside", "Bike", "Known", "Silent", "Word", "beside", "silent"]
