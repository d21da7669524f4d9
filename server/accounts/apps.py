"""People and the shops they work in."""

from django.apps import AppConfig


class AccountsConfig(AppConfig):
    """Accounts."""

    name = "accounts"
