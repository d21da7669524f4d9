"""The app ``breaks``."""

from django.apps import AppConfig


class BreaksConfig(AppConfig):
    """Breaks."""

    name = "breaks"
