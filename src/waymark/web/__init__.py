"""The web application: rooms' routes, one error table, the built front end."""

from waymark.web.app import keep_what_is_loaded, make_app

__all__ = ["keep_what_is_loaded", "make_app"]
