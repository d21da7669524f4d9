"""The app ``fittings``."""

from django.apps import AppConfig


class FittingsConfig(AppConfig):
    """Fittings."""

    name = "fittings"
