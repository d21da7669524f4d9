"""What the table of the log holds: how tracks are read, what sessions can teach, how trials are decided."""

from __future__ import annotations

from pydantic import Field

from chord_core.tables.schema import Row, Share, Table

Positive = Field(gt=0)


class Track(Row):
    """How the track of a watch is read."""

    acceleration_m2_s3: float = Positive
    reading_m: float = Positive
    jump_sigmas: float = Field(ge=2)
    jump_s: float = Positive
    jump_m: float = Positive
    gap_s: float = Positive
    wait_m_s: float = Positive
    move_m_s: float = Positive
    move_log_sigma: float = Positive
    ride_m_s: float = Positive
    ride_log_sigma: float = Positive
    wait_s: float = Field(gt=1)
    move_s: float = Field(gt=1)
    ride_s: float = Field(gt=1)
    least_ride_s: float = Positive
    least_ride_m: float = Positive
    least_top_m_s: float = Positive
    most_ride_s: float = Positive
    most_top_m_s: float = Positive
    pause_s: float = Field(ge=0)
    edge_m_s: float = Positive
    vehicle_s: float = Positive
    vehicle_m: float = Positive
    most_ride_share: Share
    least_together: Share
    least_return: Share
    long_paddle_s: float = Positive
    paddle_every_s: int = Field(ge=1)
    strokes_s: int = Field(ge=0)
    dive_s: int = Field(ge=0)
    near_vehicle_s: int = Field(ge=0)
    on_land_m: float = Field(ge=0)


class Learn(Row):
    """What sessions can teach: spreads before any is logged, in natural logs, and how surely a session
    says something."""

    cruise_sd: float = Positive
    sprint_sd: float = Positive
    sprint_with_cruise: Share
    takeoff_sd: float = Positive
    waves_sd: float = Positive
    offered_sd: float = Positive
    count_spread: float = Positive
    paddled_of_cruise: float = Positive
    paddle_sd: float = Positive
    rating_noise: float = Positive
    paddle_step: float = Positive
    takeoff_step: float = Positive
    litres_step: float = Positive
    litres_noise: float = Positive
    known_from: int = Field(ge=1)


class Trial(Row):
    """How two boards are compared: what like days are, and when something is decided."""

    face_within: float = Positive
    days_apart: float = Positive
    unlike_counts: Share
    spread_steps: float = Positive
    spread_known_by: float = Positive
    prior_steps: float = Positive
    alike_steps: float = Positive
    sure: float = Field(gt=0.5, lt=1)
    ready_of: int = Field(ge=1)
    ready_rides: int = Field(ge=1)
    ready_days: int = Field(ge=1)


class Hour(Row):
    """Faces of one hour about the one that was measured or said."""

    small_of_usual: Share
    big_of_usual: float = Field(gt=1)


class Findings(Row):
    """When rides got over rides expected are a finding."""

    people_sd: float = Positive
    model_sd: float = Positive
    sure: float = Field(gt=0.5, lt=1)
    least: float = Field(ge=0)
    least_sessions: int = Field(ge=1)


class Felt(Row):
    """How a size is felt: by how much too big it has to be (log of litres), how unsurely, and from which fit
    on a board is worth trying."""

    step: float = Positive
    noise: float = Positive
    least_fit: float = Field(ge=0, le=100)


class Log(Table):
    """What comes back from the water."""

    track: Track
    learn: Learn
    trial: Trial
    hour: Hour
    findings: Findings
    felt: Felt
