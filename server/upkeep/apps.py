"""Upkeep: backups of the whole database and bringing them back."""

from django.apps import AppConfig


class UpkeepConfig(AppConfig):
    """Upkeep of the database."""

    name = "upkeep"
