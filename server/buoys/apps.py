"""The app ``buoys``."""

from django.apps import AppConfig


class BuoysConfig(AppConfig):
    """Buoys."""

    name = "buoys"
