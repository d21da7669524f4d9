"""A shop's own numbers: set, undone, compared, and what they do to the tickets of a season."""

from django.apps import AppConfig


class NumbersConfig(AppConfig):
    """Own numbers."""

    name = "own_numbers"
