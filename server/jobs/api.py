"""Addresses of jobs."""

from __future__ import annotations

from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from jobs import commands
from jobs.documents import JobOut, JobsOut
from jobs.models import Job
from jobs.selectors import as_out


class JobsView(ShopView):
    """Jobs of this shop."""

    @extend_schema(operation_id="jobs", responses=JobsOut)
    def get(self, request: Request) -> HttpResponse:
        """List them, the newest first."""
        return json_response(JobsOut(jobs=tuple(map(as_out, self.own(Job).select_related("made_by")))))


class JobView(ShopView):
    """One job."""

    @extend_schema(operation_id="job", responses=JobOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """How far it is."""
        return json_response(as_out(self.own_or_404(Job, pk)))


class StopView(ShopView):
    """Stopping a job."""

    @extend_schema(operation_id="job_stop", request=None, responses=JobOut)
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Stop it after the part at which it is; what is done already stays."""
        return json_response(as_out(commands.stop(self.own_or_404(Job, pk))))


class ResumeView(ShopView):
    """Going on with a job."""

    @extend_schema(operation_id="job_resume", request=None, responses=JobOut)
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Go on with one that was stopped or given up, from the part at which it was."""
        return json_response(as_out(commands.resume(self.own_or_404(Job, pk))))
