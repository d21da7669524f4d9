"""Long work, in a queue that lives in the database."""

from django.apps import AppConfig


class JobsConfig(AppConfig):
    """Jobs."""

    name = "jobs"
