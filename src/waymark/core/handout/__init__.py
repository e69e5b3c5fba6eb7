"""What goes home with the rider: the change in plain words, and the position as a line that any Waymark takes back."""

from waymark.core.handout.code import Carried, On, read_code, write_code
from waymark.core.handout.words import AFTER_FIRST, ONE_AT_A_TIME, STOP, moved_words, watch_words

__all__ = [
    "AFTER_FIRST",
    "ONE_AT_A_TIME",
    "STOP",
    "Carried",
    "On",
    "moved_words",
    "read_code",
    "watch_words",
    "write_code",
]
