"""Frame: the sizes that carry the goal, and which one is taken."""
