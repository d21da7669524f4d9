"""Addresses of a shop's own numbers."""

from __future__ import annotations

from django.http import HttpResponse
from drf_spectacular.utils import extend_schema
from jobs.models import Job
from rest_framework.request import Request

from accounts.tenancy import ShopView, json_response
from api_tools.query import parameters
from chord_core.documents import parse
from fittings.models import Fitting
from own_numbers import commands, selectors
from own_numbers.documents import (
    EffectIn,
    EffectOut,
    FittingNumbers,
    NumbersAsked,
    NumbersFile,
    NumbersIn,
    NumbersOut,
    NumbersRead,
    RevisionOut,
    RevisionsOut,
    UndoIn,
)
from own_numbers.file import numbers_file, read_numbers
from own_numbers.models import Revision
from own_numbers.tasks import EFFECT


class NumbersView(ShopView):
    """The numbers of the tables."""

    @extend_schema(operation_id="numbers", parameters=parameters(NumbersAsked), responses=NumbersOut)
    def get(self, request: Request) -> HttpResponse:
        """List the tables, and the numbers of one, or those in which words are found."""
        return json_response(selectors.numbers_out(self.shop, self.query(NumbersAsked)))

    @extend_schema(operation_id="numbers_set", request=NumbersIn, responses={201: RevisionOut})
    def post(self, request: Request) -> HttpResponse:
        """Set numbers, all of them or none, with a reason."""
        made = commands.set_numbers(self.shop, self.person, parse(NumbersIn, request.data))
        return json_response(selectors.revision_out(made), 201)


class NumbersFileView(ShopView):
    """The shop's own numbers as a file."""

    @extend_schema(operation_id="numbers_file", responses=NumbersFile)
    def get(self, request: Request) -> HttpResponse:
        """Send them, with what they mean and why they were set."""
        response = json_response(numbers_file(self.shop))
        response["Content-Disposition"] = 'attachment; filename="own-numbers.json"'
        return response

    @extend_schema(operation_id="numbers_read", request=NumbersFile, responses=NumbersRead)
    def post(self, request: Request) -> HttpResponse:
        """Read such a file beside the numbers in use; nothing is set."""
        return json_response(read_numbers(self.shop, parse(NumbersFile, request.data)))


class RevisionsView(ShopView):
    """What was changed in the numbers."""

    @extend_schema(operation_id="numbers_revisions", responses=RevisionsOut)
    def get(self, request: Request) -> HttpResponse:
        """List the changes, the newest first."""
        return json_response(selectors.revisions_out(self.shop))


class UndoView(ShopView):
    """Taking a change of numbers back."""

    @extend_schema(operation_id="numbers_undo", request=UndoIn, responses={201: RevisionOut})
    def post(self, request: Request, pk: int) -> HttpResponse:
        """Set the numbers back to what they were before a change."""
        revision = self.own_or_404(Revision, pk)
        made = commands.undo(self.shop, self.person, revision, parse(UndoIn, request.data))
        return json_response(selectors.revision_out(made), 201)


class EffectsView(ShopView):
    """What other numbers would do."""

    @extend_schema(operation_id="numbers_effect", request=EffectIn, responses={201: EffectOut})
    def post(self, request: Request) -> HttpResponse:
        """Ask what they would do to the tickets of the last twelve months; answered part by part."""
        job = commands.ask_effect(self.shop, self.person, parse(EffectIn, request.data))
        return json_response(selectors.effect_out(job), 201)


class EffectView(ShopView):
    """What was asked of other numbers."""

    @extend_schema(operation_id="numbers_effect_of", responses=EffectOut)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """What is known so far."""
        rows = self.own(Job).filter(pk=pk, kind=EFFECT.name).select_related("shop", "made_by")
        return json_response(selectors.effect_out(self.found_or_404(list(rows))))


class FittingNumbersView(ShopView):
    """The numbers of a ticket."""

    @extend_schema(operation_id="fitting_numbers", responses=FittingNumbers)
    def get(self, request: Request, pk: int) -> HttpResponse:
        """By which numbers it was answered last, and what those answer beside today's."""
        return json_response(selectors.fitting_numbers(self.own_or_404(Fitting, pk)))
