"""Waymark: carries a rider's position from one bike to another."""

__version__ = "0.1.0"
