"""Build: the front end and the seat on the chosen frame."""
