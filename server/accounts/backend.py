"""Signs people in."""

from collections.abc import Sequence
from typing import Any, TypeVar

from django.contrib.auth.backends import ModelBackend
from django.contrib.auth.hashers import make_password
from django.db import DEFAULT_DB_ALIAS, connection
from django.db.models import Model, OuterRef, QuerySet, Subquery
from django.http import HttpRequest

from accounts.models import Membership, Shop, User
from accounts.rights import read_role
from api_tools.written_once import WrittenOnce

_ModelT = TypeVar("_ModelT", bound=Model)
_HERE = Membership.objects.filter(user=OuterRef("pk"), shop=OuterRef("shop")).values("role")[:1]


def _names(model: type[Model]) -> list[str]:
    return [field.attname for field in model._meta.concrete_fields]


def _with_role_and_shop(pk: int) -> QuerySet[User, Any]:
    columns = [*_names(User), "found_role", *(f"shop__{name}" for name in _names(Shop))]
    return User.objects.annotate(found_role=Subquery(_HERE)).filter(pk=pk).values_list(*columns)


_person = WrittenOnce(_with_role_and_shop, 1)


def _made(model: type[_ModelT], values: Sequence[Any]) -> _ModelT:
    """A row as Django makes it out of what the database gives."""
    read = [
        field.from_db_value(value, None, connection) if hasattr(field, "from_db_value") else value
        for field, value in zip(model._meta.concrete_fields, values, strict=True)
    ]
    return model.from_db(DEFAULT_DB_ALIAS, _names(model), read)


class PersonBackend(ModelBackend):
    """As Django's own, but a person comes with their shop and role: every request asks for them in one."""

    def authenticate(
        self, request: HttpRequest | None, username: str | None = None, password: str | None = None, **_: Any
    ) -> User | None:
        """The person of a name and a password, None where they do not go together. A name that nobody has
        takes as long as one with a wrong password."""
        if username is None or password is None:
            return None
        user = User.objects.filter(username=username).first()
        if user is None:
            make_password(password)
            return None
        return user if user.check_password(password) and self.user_can_authenticate(user) else None

    def get_user(self, user_id: int) -> User | None:
        """The person of a session; None when gone or no longer let in."""
        found = _person(user_id)
        if not found:
            return None
        row, count = found[0], len(_names(User))
        user, role, shop = _made(User, row[:count]), row[count], row[count + 1 :]
        user.shop = _made(Shop, shop) if user.shop_id is not None else None
        user.role = read_role(role)
        return user if self.user_can_authenticate(user) else None
