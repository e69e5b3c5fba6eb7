"""The web application: rooms' routes, one error table, the built front end."""

from waymark.web.app import make_app

__all__ = ["make_app"]
