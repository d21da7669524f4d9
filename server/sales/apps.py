"""What was bought after a ticket, what came back, and how often the advice was right."""

from django.apps import AppConfig


class SalesConfig(AppConfig):
    """Sales."""

    name = "sales"
