"""Orders: boards that do not hang here, on their way from a ticket to the surfer."""

from decimal import Decimal

from django.conf import settings
from django.db import models
from django.db.models import Q

from accounts.models import ShopOwned
from chord_core.documents import Board as Document
from chord_core.documents import Surfer as Facts
from chord_core.documents import Water, parse
from fittings.models import Fitting
from orders.states import STATES
from rack.models import Board

_MOST = Decimal(20000)


def _money(name: str) -> models.CheckConstraint:
    inside = Q(**{f"{name}__isnull": True}) | Q(**{f"{name}__gte": 0, f"{name}__lte": _MOST})
    return models.CheckConstraint(condition=inside, name=f"order_{name}_0_to_20000")


class Order(ShopOwned):
    """A board that was quoted or ordered: what it is to be, for whom, by whom, for how much, how far it is.

    ``facts`` and ``water`` are the ticket's as they stood when the order was made: the card's costs are
    reckoned for them whatever becomes of the ticket. ``consent``: the shaper may read who it is for, without
    the name. ``arrived_board`` is the board that came, as it is measured in the rack. ``version`` counts
    changes.
    """

    fitting = models.ForeignKey(Fitting, on_delete=models.SET_NULL, null=True, related_name="+")
    who = models.CharField(max_length=80, blank=True)
    facts = models.JSONField(default=dict)
    water = models.JSONField(default=dict)
    board = models.JSONField()
    pinned = models.JSONField(default=list)
    consent = models.BooleanField(default=False)
    shaper = models.CharField(max_length=80, blank=True)
    note = models.CharField(max_length=500, blank=True)
    price = models.DecimalField(max_digits=8, decimal_places=2, null=True)
    deposit = models.DecimalField(max_digits=8, decimal_places=2, null=True)
    due = models.DateField(null=True)
    state = models.CharField(max_length=10, choices=[(name, name) for name in STATES], default=STATES[0])
    arrived_board = models.ForeignKey(Board, on_delete=models.SET_NULL, null=True, related_name="+")
    version = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(auto_now_add=True)
    ordered_at = models.DateTimeField(null=True)
    arrived_at = models.DateTimeField(null=True)

    class Meta:
        ordering = ["pk"]
        indexes = [models.Index(fields=["shop", "state", "due"])]
        constraints = [
            _money("price"),
            _money("deposit"),
            models.CheckConstraint(condition=Q(state__in=STATES), name="order_state_is_known"),
        ]

    def document(self) -> Document:
        """The board as it is ordered."""
        return parse(Document, self.board, "board")

    def documents(self) -> tuple[Facts, Water]:
        """The surfer and the water of the order."""
        return parse(Facts, self.facts, "facts"), parse(Water, self.water, "water")


class OrderEvent(models.Model):
    """What happened to an order: a step, a change, a reason. Written once, never changed."""

    order = models.ForeignKey(Order, on_delete=models.CASCADE, related_name="events")
    at = models.DateTimeField(auto_now_add=True)
    person = models.ForeignKey(
        settings.AUTH_USER_MODEL, on_delete=models.SET_NULL, null=True, related_name="+"
    )
    state = models.CharField(max_length=10)
    says = models.CharField(max_length=300)

    class Meta:
        ordering = ["-pk"]
        indexes = [models.Index(fields=["order", "-id"])]

    def __str__(self) -> str:
        return self.says
