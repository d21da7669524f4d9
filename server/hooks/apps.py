"""Webhooks: programs in the shop's own network are told that something changed."""

from django.apps import AppConfig


class HooksConfig(AppConfig):
    """Webhooks."""

    name = "hooks"
