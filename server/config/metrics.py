"""Figures for whoever watches over the server, in Prometheus's text format (exposition format 0.0.4).

With several processes each writes its own into the folder that ``PROMETHEUS_MULTIPROC_DIR`` names, and they
are summed when somebody asks. Addresses are told by their names: no number of a row, no name, no place on
the network.
"""

from __future__ import annotations

import os
import time
from collections.abc import Callable, Iterator
from pathlib import Path

from django.conf import settings
from django.db import connection
from django.http import HttpRequest, HttpResponse
from django.utils.crypto import constant_time_compare
from django.views.decorators.cache import never_cache
from django.views.decorators.http import require_safe
from prometheus_client import CONTENT_TYPE_LATEST, CollectorRegistry, Gauge, Histogram, generate_latest
from prometheus_client.core import GaugeMetricFamily
from prometheus_client.multiprocess import MultiProcessCollector
from prometheus_client.registry import REGISTRY, Collector

from api_tools.problems import refused
from fittings.preemption import waiting

#: Bounds of the times that are told apart [s]: among them what is asked of changes, windows and doubts.
_BOUNDS_S = (0.01, 0.025, 0.05, 0.1, 0.15, 0.25, 0.5, 1.0, 1.5, 2.5, 5.0, 10.0, 30.0)

_TOOK = Histogram(
    "chord_request_seconds",
    "Time until an answer, by address",
    ("address", "method", "status"),
    buckets=_BOUNDS_S,
)
_NOW = Gauge("chord_requests_now", "Requests being answered", multiprocess_mode="livesum")
_WAITING = Gauge("chord_waiting_for_a_turn", "Searches that wait for their turn", multiprocess_mode="livesum")
_MEMORY = Gauge(
    "chord_process_memory_bytes", "Memory that a process holds (resident)", multiprocess_mode="liveall"
)

_PAGE_BYTES = os.sysconf("SC_PAGE_SIZE")
_STATM = Path("/proc/self/statm")


def memory_bytes() -> int:
    """Memory that this process holds (resident); 0 where the system does not tell."""
    try:
        return int(_STATM.read_text().split()[1]) * _PAGE_BYTES
    except OSError:
        return 0


class Measured:
    """Counts and times each request of the API."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on, and note what came of it."""
        if not settings.METRICS_TOKEN or not request.path_info.startswith("/api/"):
            return self.get_response(request)
        begun = time.perf_counter()
        with _NOW.track_inprogress():
            response = self.get_response(request)
        match = request.resolver_match
        address = (match.url_name if match else None) or "none"
        took = time.perf_counter() - begun
        _TOOK.labels(address, request.method or "", str(response.status_code)).observe(took)
        _WAITING.set(waiting())
        _MEMORY.set(memory_bytes())
        return response


class Jobs(Collector):
    """How many jobs wait, are at work, or failed: counted when somebody asks."""

    def collect(self) -> Iterator[GaugeMetricFamily]:
        """One figure for each state of the queue."""
        family = GaugeMetricFamily("chord_jobs", "Jobs of the queue by state", labels=["state"])
        with connection.cursor() as cursor:
            cursor.execute(
                "SELECT status::text, count(*) FROM procrastinate_jobs GROUP BY status ORDER BY status"
            )
            for state, count in cursor.fetchall():
                family.add_metric([state], count)
        yield family


def _registry() -> CollectorRegistry:
    registry = CollectorRegistry()
    if "PROMETHEUS_MULTIPROC_DIR" in os.environ:
        MultiProcessCollector(registry)  # type: ignore[no-untyped-call]
    else:
        registry.register(REGISTRY)
    registry.register(Jobs())
    return registry


@require_safe
@never_cache
def metrics(request: HttpRequest) -> HttpResponse:
    """The figures, for who sends the token of ``CHORD_METRICS_TOKEN``; without such a token there is no such
    address."""
    said = request.headers.get("Authorization", "").removeprefix("Bearer ").strip()
    if not settings.METRICS_TOKEN or not constant_time_compare(said, settings.METRICS_TOKEN):
        return refused(404, "request", f"There is no address {request.path}.")
    return HttpResponse(generate_latest(_registry()), content_type=CONTENT_TYPE_LATEST)
