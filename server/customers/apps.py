"""Customers: who they are, what was done for them, taken along and erased."""

from django.apps import AppConfig


class CustomersConfig(AppConfig):
    """Customers of a shop."""

    name = "customers"
