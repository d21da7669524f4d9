"""The app ``fins``."""

from django.apps import AppConfig


class FinsConfig(AppConfig):
    """Fins."""

    name = "fins"
