"""One room for each kind of work; a room enters another only through its ``__init__``."""
