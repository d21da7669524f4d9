"""What comes back from the water: sessions, tracks of watches, trials, what others say of a break."""

import gzip

from django.db import models
from django.db.models import Q

from accounts.models import ShopOwned
from breaks.models import Break
from chord_core.documents import Board, Water, parse
from chord_core.documents.verbs.learn import Ratings
from rack.models import Board as RackBoard
from surfers.models import Surfer


class Track(ShopOwned):
    """A track as the watch wrote it, packed, with the slips that were put right by hand. ``digest`` of the
    file: the same one is kept once."""

    surfer = models.ForeignKey(Surfer, on_delete=models.CASCADE, related_name="tracks")
    name = models.CharField(max_length=120, blank=True)
    digest = models.CharField(max_length=64)
    packed = models.BinaryField()
    edits = models.JSONField(default=list)
    version = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["pk"]
        constraints = [models.UniqueConstraint(fields=["surfer", "digest"], name="track_once_a_surfer")]

    def __str__(self) -> str:
        return self.name

    def raw(self) -> bytes:
        """The file as it came."""
        return gzip.decompress(bytes(self.packed))


class Trial(ShopOwned):
    """Two boards, builds or fin sets of a surfer that are compared: the old side and the new one. Trials of
    several sets of fins against the one in the middle share a ``series``."""

    surfer = models.ForeignKey(Surfer, on_delete=models.CASCADE, related_name="trials")
    old = models.JSONField()
    new = models.JSONField()
    began_at = models.DateTimeField()
    ended_at = models.DateTimeField(null=True)
    series = models.UUIDField(null=True)

    class Meta:
        ordering = ["-pk"]

    def __str__(self) -> str:
        return f"{self.new.get('name')} against {self.old.get('name')}"

    def sides(self) -> tuple[Board, Board]:
        """The old side and the new one."""
        return parse(Board, self.old, "old"), parse(Board, self.new, "new")


class Session(ShopOwned):
    """A session in the water.

    ``key``: made where it was written down; what is sent twice is kept once. ``board`` with its fins as
    ridden; ``water`` of that hour, ``filled`` which of its values were measured; ``said``: rides as they were
    foretold before, and what had been learned by then; ``rider``: a second rider of the board, who teaches
    nothing of the surfer; ``shown``: rides that showed the next skill; ``wear``: deck and dents that day.
    ``against_old``: ratings are against what was expected of the trial's old side; ``response``: how rides
    answer to what is learned, with the fingerprint of what it was made from.
    """

    surfer = models.ForeignKey(Surfer, on_delete=models.CASCADE, related_name="sessions")
    key = models.UUIDField()
    started_at = models.DateTimeField()
    minutes = models.FloatField()
    board = models.JSONField()
    surf_break = models.ForeignKey(Break, on_delete=models.SET_NULL, null=True, related_name="+")
    water = models.JSONField(default=dict)
    filled = models.JSONField(default=list)
    rides = models.PositiveSmallIntegerField(null=True)
    paddle_m_s = models.FloatField(null=True)
    ratings = models.JSONField(default=dict)
    said = models.JSONField(null=True)
    rider = models.CharField(max_length=80, blank=True)
    note = models.CharField(max_length=300, blank=True)
    clip = models.URLField(max_length=300, blank=True)
    shown = models.JSONField(null=True)
    wear = models.JSONField(default=dict)
    against_old = models.BooleanField(default=False)
    track = models.OneToOneField(Track, on_delete=models.SET_NULL, null=True, related_name="session")
    response = models.JSONField(null=True)
    version = models.PositiveIntegerField(default=1)
    created_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-started_at", "-pk"]
        indexes = [models.Index(fields=["surfer", "-started_at"])]
        constraints = [
            models.UniqueConstraint(fields=["shop", "key"], name="session_key_once_a_shop"),
            models.CheckConstraint(
                condition=Q(minutes__gte=5, minutes__lte=720), name="session_5_to_720_minutes"
            ),
            models.CheckConstraint(
                condition=Q(rides__isnull=True) | Q(rides__lte=300), name="session_at_most_300_rides"
            ),
        ]

    def __str__(self) -> str:
        return f"{self.started_at:%Y-%m-%d %H:%M}"

    def ridden(self) -> Board:
        """The board with its fins as ridden."""
        return parse(Board, self.board, "board")

    def hour(self) -> Water:
        """The water of that hour; its name is the break, as it is called now."""
        water = parse(Water, self.water, "water")
        return water.model_copy(update={"name": self.surf_break.name}) if self.surf_break else water

    def rated(self) -> Ratings:
        """How the board did against what was expected."""
        return parse(Ratings, self.ratings, "ratings")


class Loan(ShopOwned):
    """A demo or hire board that is lent to a surfer: when, until when, how it was when it went out and when
    it came back; how its size felt, and whether they would take it home."""

    surfer = models.ForeignKey(Surfer, on_delete=models.CASCADE, related_name="loans")
    rack_board = models.ForeignKey(RackBoard, on_delete=models.SET_NULL, null=True, related_name="loans")
    board = models.JSONField()
    out_at = models.DateTimeField()
    due = models.DateField()
    state_out = models.JSONField(default=dict)
    back_at = models.DateTimeField(null=True)
    state_back = models.JSONField(null=True)
    felt = models.CharField(max_length=10, blank=True)
    home = models.BooleanField(null=True)
    version = models.PositiveIntegerField(default=1)

    class Meta:
        ordering = ["-pk"]
        constraints = [
            models.UniqueConstraint(
                fields=["rack_board"], condition=Q(back_at__isnull=True), name="board_out_once"
            )
        ]

    def __str__(self) -> str:
        return f"{self.board.get('name')} until {self.due}"

    def lent(self) -> Board:
        """The board."""
        return parse(Board, self.board, "board")


class Taught(ShopOwned):
    """What the sessions of a surfer taught when they were last asked: the core's answer."""

    surfer = models.OneToOneField(Surfer, on_delete=models.CASCADE, related_name="taught")
    answer = models.JSONField()
    updated_at = models.DateTimeField(auto_now=True)

    def __str__(self) -> str:
        return str(self.surfer)


class BreakEvidence(ShopOwned):
    """What the sessions of one surfer alone say of the waves that a break offers: natural log of the factor
    on what was said of it, and its spread."""

    surfer = models.ForeignKey(Surfer, on_delete=models.CASCADE, related_name="+")
    surf_break = models.ForeignKey(Break, on_delete=models.CASCADE, related_name="evidence")
    log_ratio = models.FloatField()
    log_sd = models.FloatField()

    class Meta:
        constraints = [
            models.UniqueConstraint(fields=["surfer", "surf_break"], name="evidence_once_a_surfer_and_break")
        ]

    def __str__(self) -> str:
        return f"{self.surf_break}: {self.log_ratio:.2f}"
