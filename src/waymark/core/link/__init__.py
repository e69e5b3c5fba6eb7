"""What trainers and heart-rate straps say, byte by byte, in the open Bluetooth profiles."""

from waymark.core.link.packets import CHARACTERISTICS, Fields, decode, encode

__all__ = ["CHARACTERISTICS", "Fields", "decode", "encode"]
