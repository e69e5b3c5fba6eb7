"""Set-up: the bike as built, checked against the goal."""
