"""The app ``demo``."""

from django.apps import AppConfig


class DemoConfig(AppConfig):
    """Demo."""

    name = "demo"
