"""How far back one looks: at tickets on which numbers are tried, and at what was sold."""

from datetime import timedelta

#: A whole year, for every season has its own waves and its own customers.
SEASON = timedelta(days=365)
