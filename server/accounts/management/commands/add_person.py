"""``./chord manage add_person ada --shop "Our shop"``: a person who may sign in, their shop if it is new."""

import getpass
import sys
from typing import Any

from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError, CommandParser
from django.db import IntegrityError, ProgrammingError, transaction

from accounts.models import Shop, User
from accounts.rights import ROLES


class Command(BaseCommand):
    """Adds a person."""

    help = "Add a person who may sign in; asks for the password, or reads it from standard input."

    def add_arguments(self, parser: CommandParser) -> None:
        """The person's name and their shop's."""
        parser.add_argument("name", help="the name with which they sign in")
        parser.add_argument("--role", choices=ROLES, default="owner", help="as what (owner)")
        parser.add_argument("--shop", required=True, help="the shop in which they work; made if it is new")

    def handle(self, *args: Any, **options: Any) -> None:
        """Add them, or say which rule the password breaks."""
        asked = sys.stdin.isatty()
        password = getpass.getpass("Password: ") if asked else sys.stdin.readline().rstrip("\n")
        try:
            with transaction.atomic():
                shop, new = Shop.objects.get_or_create(name=options["shop"], demo=False)
                User.objects.create_user(options["name"], password=password, shop=shop, role=options["role"])
        except ValidationError as error:
            raise CommandError(" ".join(error.messages)) from error
        except ProgrammingError as error:
            raise CommandError("the database has no tables yet: ./chord serve makes them") from error
        except IntegrityError as error:
            raise CommandError(f"there is a person “{options['name']}” already") from error
        made = " (new)" if new else ""
        self.stdout.write(f"{options['name']} may sign in to “{shop.name}”{made}.")
