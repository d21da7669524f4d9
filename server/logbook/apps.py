"""The app ``logbook``."""

from django.apps import AppConfig


class LogbookConfig(AppConfig):
    """Sessions, tracks and trials."""

    name = "logbook"
