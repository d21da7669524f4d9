"""How passwords are kept while tests run."""

from django.contrib.auth.hashers import Argon2PasswordHasher


class QuickArgon2(Argon2PasswordHasher):
    """As the application keeps them, at the least cost that the function takes: every test makes people, and
    each costs a quarter of a second of a core otherwise."""

    time_cost = 1
    memory_cost = 8
    parallelism = 1
