"""The app ``rack``."""

from django.apps import AppConfig


class RackConfig(AppConfig):
    """Rack."""

    name = "rack"
