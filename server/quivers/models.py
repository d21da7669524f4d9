"""The boards that a surfer owns, beside the one that is ridden now."""

from django.db import models

from accounts.models import ShopOwned
from chord_core.documents import Board as Document
from chord_core.documents import parse
from chord_core.documents.verbs.gear import TradeInLooks
from surfers.models import Surfer


class OwnedBoard(ShopOwned):
    """A board of a surfer: the board, how it was looked at for its worth, and whether it is ridden by choice
    wherever it works. ``version`` counts changes."""

    surfer = models.ForeignKey(Surfer, on_delete=models.CASCADE, related_name="owned_boards")
    board = models.JSONField()
    looks = models.JSONField(default=dict)
    by_choice = models.BooleanField(default=False)
    version = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]
        indexes = [models.Index(fields=["surfer"])]

    def __str__(self) -> str:
        return str(self.board.get("name") or self.board["family"])

    def document(self) -> Document:
        """The board."""
        return parse(Document, self.board, "board")

    def wear(self) -> TradeInLooks:
        """How it was looked at."""
        return parse(TradeInLooks, self.looks, "looks")
