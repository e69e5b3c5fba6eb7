"""Instruments at the call-out: a reading arrives as if by cable or radio."""
