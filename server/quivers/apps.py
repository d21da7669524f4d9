"""The app ``quivers``."""

from django.apps import AppConfig


class QuiversConfig(AppConfig):
    """The boards that surfers own."""

    name = "quivers"
