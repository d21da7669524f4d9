"""The app ``orders``."""

from django.apps import AppConfig


class OrdersConfig(AppConfig):
    """Orders."""

    name = "orders"
