"""The command line: ``waymark demo | serve | trainer | calc | import | export | schema``."""

from waymark.cli.main import main

__all__ = ["main"]
