"""The workshop's order of work: what to do, in which order, and what to write down."""

from waymark.core.setup.steps import SetupFacts, Step, steps_for

__all__ = ["SetupFacts", "Step", "steps_for"]
