"""Rider: who rides, as far as the file is concerned; the record itself is the riders' room's."""
