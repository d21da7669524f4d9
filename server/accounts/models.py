"""People and shops."""

from collections.abc import Iterator
from contextlib import contextmanager
from typing import Any, ClassVar, Self, TypeVar

from django.contrib.auth.hashers import check_password
from django.contrib.auth.models import AbstractUser, UserManager
from django.contrib.auth.password_validation import validate_password
from django.db import models
from django.utils.functional import cached_property

from accounts.rights import ROLES, Role, read_role
from chord_core.documents import parse
from chord_core.documents.terms import Terms
from chord_core.fit.rules.terms import selling
from chord_core.tables import using_tables
from chord_core.tables.numbers import own_tables, standing


class Shop(models.Model):
    """A shop: everything in Chord belongs to one.

    ``terms``: its currency, tax and own prices, where it said any; ``keep_months``: how long it keeps
    customers after the last visit, for ever if null; ``numbers``: its own numbers of the tables, by their
    places; ``forgotten_at``: when somebody was erased last, after which no process remembers what was before.
    """

    name = models.CharField(max_length=80)
    demo = models.BooleanField(default=False)
    terms = models.JSONField(null=True)
    keep_months = models.PositiveSmallIntegerField(null=True)
    numbers = models.JSONField(null=True)
    forgotten_at = models.DateTimeField(null=True)

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["demo"], condition=models.Q(demo=True), name="one_demo_shop")
        ]

    def __str__(self) -> str:
        return self.name

    def sells_on(self) -> Terms:
        """The terms on which it sells."""
        return parse(Terms, self.terms or {}, "terms")

    def own_numbers(self) -> dict[str, float]:
        """Its own numbers, as far as the tables of this version take them."""
        return standing(self.numbers or {})

    @contextmanager
    def at_work(self) -> Iterator[None]:
        """Everything inside is computed with its own numbers and sold on its terms."""
        with using_tables(own_tables(self.own_numbers())), selling(self.sells_on()):
            yield


class PersonManager(UserManager["User"]):
    """Adds people whose passwords keep the rules."""

    def _create_user(self, username: str, email: str | None, password: str | None, **more: Any) -> "User":
        role = more.pop("role", "owner")
        user: User = self.model(username=self.model.normalize_username(username), email=email or "", **more)
        user.set_password(password)
        user.save(using=self._db)
        if user.shop:
            Membership.objects.create(shop=user.shop, user=user, role=role)
        return user


class User(AbstractUser):
    """A person who signs in. ``shop`` is the one in which they work now, of those to which they belong; they
    keep a choice of units for lengths, masses and faces."""

    MASSES = [("kg", "kilograms"), ("lb", "pounds")]
    FACES = [("words", "words of body height"), ("face", "face height"), ("back", "height from behind")]
    UNITS = [("imperial", "feet and inches"), ("metric", "metric")]

    shop = models.ForeignKey(Shop, on_delete=models.SET_NULL, null=True, related_name="people")
    units = models.CharField(max_length=8, choices=UNITS, default="imperial")
    masses = models.CharField(max_length=2, choices=MASSES, default="kg")
    faces = models.CharField(max_length=5, choices=FACES, default="words")

    objects: ClassVar[PersonManager] = PersonManager()

    class Meta(AbstractUser.Meta):
        constraints = [
            models.CheckConstraint(
                condition=models.Q(units__in=["imperial", "metric"]), name="user_units_known"
            ),
            models.CheckConstraint(condition=models.Q(masses__in=["kg", "lb"]), name="user_masses_known"),
            models.CheckConstraint(
                condition=models.Q(faces__in=["words", "face", "back"]), name="user_faces_known"
            ),
        ]

    @cached_property
    def role(self) -> Role | None:
        """What they are in the shop in which they work now; None where they do not belong to it."""
        found = Membership.objects.filter(user=self, shop=self.shop_id).values_list("role", flat=True).first()
        return read_role(found)

    def set_password(self, raw_password: str | None) -> None:
        """Take a password that keeps the rules, whichever way it comes in; None takes the old one away.

        Raises:
            ValidationError: it breaks a rule.
        """
        if raw_password is not None:
            validate_password(raw_password, self)
        super().set_password(raw_password)

    def check_password(self, raw_password: str | None) -> bool:
        """Whether this is the password; one from before the rules, hashed in an older way, is hashed anew."""

        def hash_anew(raw: str) -> None:
            super(User, self).set_password(raw)
            self.save(update_fields=["password"])

        return check_password(raw_password, self.password, hash_anew)


class Membership(models.Model):
    """That a person belongs to a shop, and as what."""

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, related_name="memberships")
    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=10)
    began_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]
        constraints = [
            models.UniqueConstraint(fields=["shop", "user"], name="belongs_once"),
            models.CheckConstraint(condition=models.Q(role__in=ROLES), name="role_known"),
        ]

    def __str__(self) -> str:
        return f"{self.user} as {self.role}"


class Invitation(models.Model):
    """A link that was printed: for somebody new, or for a person (``user``) to choose another password. Only
    the digest of its word is kept; it opens once, until a day."""

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, related_name="invitations")
    user = models.ForeignKey(User, on_delete=models.CASCADE, null=True, related_name="invitations")
    name = models.CharField(max_length=80, blank=True)
    role = models.CharField(max_length=10)
    digest = models.CharField(max_length=64, unique=True)
    made_by = models.ForeignKey(User, on_delete=models.SET_NULL, null=True, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    ends_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["pk"]

    def __str__(self) -> str:
        return self.name or str(self.user)


class Token(models.Model):
    """A word with which a machine asks the API. It works as a person of its own (``user``), who has a role
    and no password; only the digest of the word is kept."""

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, related_name="tokens")
    user = models.OneToOneField(User, on_delete=models.CASCADE, related_name="token")
    name = models.CharField(max_length=80)
    digest = models.CharField(max_length=64, unique=True)
    made_by = models.ForeignKey(User, on_delete=models.SET_NULL, null=True, related_name="+")
    made_at = models.DateTimeField(auto_now_add=True)
    used_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["pk"]
        constraints = [models.UniqueConstraint(fields=["shop", "name"], name="token_name_once_a_shop")]

    def __str__(self) -> str:
        return self.name


class Answered(models.Model):
    """The answer to a request that a machine may send again under the same key: kept in the transaction that
    did what it says, so that it is done once."""

    token = models.ForeignKey(Token, on_delete=models.CASCADE, related_name="+")
    key = models.CharField(max_length=200)
    asked = models.CharField(max_length=64)
    status = models.PositiveSmallIntegerField(null=True)
    kind = models.CharField(max_length=100, blank=True)
    body = models.BinaryField(null=True)
    at = models.DateTimeField(auto_now_add=True)

    class Meta:
        constraints = [models.UniqueConstraint(fields=["token", "key"], name="answered_once")]

    def __str__(self) -> str:
        return self.key


class SignedIn(models.Model):
    """A browser in which somebody is signed in, so that it can be listed and ended."""

    user = models.ForeignKey(User, on_delete=models.CASCADE, related_name="signed_in")
    session_key = models.CharField(max_length=40, unique=True)
    browser = models.CharField(max_length=200, blank=True)
    began_at = models.DateTimeField(auto_now_add=True)
    seen_at = models.DateTimeField(auto_now=True)

    class Meta:
        ordering = ["-seen_at"]

    def __str__(self) -> str:
        return f"{self.user}: {self.browser}"


RowT = TypeVar("RowT", bound=models.Model, covariant=True)


class ShopQuerySet(models.QuerySet[RowT]):
    """Rows that belong to shops."""

    def of(self, shop: Shop) -> Self:
        """Only the rows of one shop."""
        return self.filter(shop=shop)


ShopManager = models.Manager.from_queryset(ShopQuerySet)


class ShopOwned(models.Model):
    """A row that belongs to one shop. ``read_along``: the foreign keys whose rows are read with one."""

    shop = models.ForeignKey(Shop, on_delete=models.CASCADE, related_name="+")

    objects: ClassVar[ShopManager[Self]] = ShopManager()
    read_along: ClassVar[tuple[str, ...]] = ()

    class Meta:
        abstract = True
