"""The trail: every change of every record, by whom and when."""

from typing import Any

from django.apps import AppConfig
from django.db.backends.signals import connection_created
from django.db.models.signals import post_migrate


def _watch(using: str, **_: Any) -> None:
    from trail.watching import watch_tables

    watch_tables(using)


class TrailConfig(AppConfig):
    """The trail."""

    name = "trail"

    def ready(self) -> None:
        """After every migration all tables are watched, those that are new too; a request that goes on with
        another connection says again who makes its changes."""
        from trail.middleware import say_again

        connection_created.connect(say_again, dispatch_uid="say who again")
        post_migrate.connect(_watch, sender=self, dispatch_uid="watch tables")
