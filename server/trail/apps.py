"""The trail: every change of every record, by whom and when."""

from typing import Any

from django.apps import AppConfig
from django.db.models.signals import post_migrate


def _watch(using: str, **_: Any) -> None:
    from trail.watching import watch_tables

    watch_tables(using)


class TrailConfig(AppConfig):
    """The trail."""

    name = "trail"

    def ready(self) -> None:
        """After every migration all tables are watched, those that are new too."""
        post_migrate.connect(_watch, sender=self, dispatch_uid="watch tables")
