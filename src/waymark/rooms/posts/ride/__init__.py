"""Ride: what comes after the set-up."""
