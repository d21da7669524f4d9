"""Signs people in."""

from typing import Any

from django.contrib.auth.backends import ModelBackend
from django.contrib.auth.hashers import make_password
from django.db.models import OuterRef, QuerySet, Subquery
from django.http import HttpRequest

from accounts.models import Membership, User
from accounts.rights import read_role
from api_tools.written_once import RowsWrittenOnce

_HERE = Membership.objects.filter(user=OuterRef("pk"), shop=OuterRef("shop")).values("role")[:1]


def _with_role(pk: int) -> QuerySet[User]:
    return User.objects.annotate(found_role=Subquery(_HERE)).filter(pk=pk)


_people = RowsWrittenOnce(User, _with_role, 1, along=("shop",), more=("found_role",))


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
        user = next(iter(_people(user_id)), None)
        if user is None:
            return None
        user.role = read_role(vars(user)["found_role"])
        return user if self.user_can_authenticate(user) else None
