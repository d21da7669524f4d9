"""The app ``surfers``."""

from django.apps import AppConfig


class SurfersConfig(AppConfig):
    """Surfers."""

    name = "surfers"
