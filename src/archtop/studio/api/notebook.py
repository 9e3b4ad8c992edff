"""The notebook: outcomes, differences, the studio's own numbers, search, memory, costs."""

from __future__ import annotations

import uuid
from typing import Annotated

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Query, Router, Schema
from pydantic import AwareDatetime, Field

from archtop.core.colour import Light, MeasuredColour
from archtop.core.notebook import FaultKind, LoafOutcome, Reminder, fault_kinds
from archtop.studio.actions.learning import OwnNumber, forget, open_numbers, turn
from archtop.studio.actions.marking import GhostOn, MarkedAt, ghosts_on, mark_on
from archtop.studio.actions.notebook import Asked, Found, Losses, ThingKind, ThingPage, losses_since, search, thing_page
from archtop.studio.actions.outcomes import OpenOutcome, measure_colour, open_outcome, remind, save_outcome
from archtop.studio.actions.prices import Prices, prices_of_studio, save_prices
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.loaves import loaf_of
from archtop.studio.api.schemas import Day
from archtop.studio.api.signed_in import owner_of
from archtop.studio.models import Photo

__all__ = ["router"]

router = Router(tags=["notebook"])
_OUTCOME = {200: OpenOutcome, 404: ProblemReport, 422: ProblemReport}
Share = Annotated[float, Field(ge=0, le=1)]
Money = Annotated[float, Field(ge=0, le=1e6)]


class OutcomeIn(Schema):
    """One stage as it is written down; ``entry_id`` makes it count once."""

    entry_id: uuid.UUID
    outcome: LoafOutcome


class CardIn(Schema):
    """A point on the white card and one on the soap, as shares of the photograph's width and height."""

    card: tuple[Share, Share]
    soap: tuple[Share, Share]
    light: Light = "daylight"


class MarkIn(Schema):
    """A point of a photograph, as shares of its width and height."""

    point: tuple[Share, Share]


class NumberIn(Schema):
    """Whether plans take a number, and since when what was seen of it counts; ``None``: all of it."""

    off: bool = False
    forgotten_at: AwareDatetime | None = None


class PricesIn(Schema):
    """Prices for a kilogram by the stock's names; ``None``: it has none any more."""

    currency: Annotated[str, Field(min_length=1, max_length=8)] | None = None
    per_hour: Money | None = None
    per_kg: dict[
        Annotated[str, Field(pattern=r"^(fat|lye|additive|scent|colourant|base):[\w-]{1,40}$")], Money | None
    ] = {}


def _photo_of(request: HttpRequest, photo_id: uuid.UUID) -> Photo:
    return get_object_or_404(Photo, id=photo_id, loaf__owner=request.user, removed=False)


@router.get("/loaves/{uuid:loaf_id}/outcome", response=_OUTCOME, operation_id="open_outcome")
def read_outcome(request: HttpRequest, loaf_id: uuid.UUID) -> OpenOutcome:
    """A loaf's plan against what came of it."""
    return open_outcome(loaf_of(request, loaf_id))


@router.post("/loaves/{uuid:loaf_id}/outcome", response=_OUTCOME, operation_id="write_outcome")
def write_outcome(request: HttpRequest, loaf_id: uuid.UUID, payload: OutcomeIn) -> OpenOutcome:
    """Write a stage down; what stood there before stays in the log."""
    return save_outcome(loaf_of(request, loaf_id), payload.entry_id, payload.outcome)


@router.get(
    "/loaves/{uuid:loaf_id}/reminders",
    response={200: list[Reminder], 404: ProblemReport, 422: ProblemReport},
    operation_id="read_reminders",
)
def reminders(request: HttpRequest, loaf_id: uuid.UUID) -> list[Reminder]:
    """Past trouble that matters to this plan."""
    return list(remind(loaf_of(request, loaf_id)))


@router.post(
    "/photos/{uuid:photo_id}/colour",
    response={200: MeasuredColour, 404: ProblemReport, 422: ProblemReport},
    operation_id="measure_colour",
)
def measure(request: HttpRequest, photo_id: uuid.UUID, payload: CardIn) -> MeasuredColour:
    """The colour of a point of a photograph, against a white card in it."""
    photo = _photo_of(request, photo_id)
    return measure_colour(photo, payload.card, payload.soap, payload.light)


@router.get(
    "/photos/{uuid:photo_id}/ghosts",
    response={200: list[GhostOn], 404: ProblemReport, 422: ProblemReport},
    operation_id="read_ghosts",
)
def ghosts(request: HttpRequest, photo_id: uuid.UUID) -> list[GhostOn]:
    """The plan's embeds on a photograph of a cut face."""
    return list(ghosts_on(_photo_of(request, photo_id)))


@router.post(
    "/photos/{uuid:photo_id}/mark",
    response={200: MarkedAt, 404: ProblemReport, 422: ProblemReport},
    operation_id="mark_photo",
)
def mark(request: HttpRequest, photo_id: uuid.UUID, payload: MarkIn) -> MarkedAt:
    """Where a point of a photograph lies in the section."""
    return mark_on(_photo_of(request, photo_id), payload.point)


@router.get("/faults", response=list[FaultKind], operation_id="list_faults")
def faults(request: HttpRequest) -> list[FaultKind]:  # noqa: ARG001
    """What goes wrong with loaves."""
    return list(fault_kinds().values())


@router.get("/notebook", response={200: Found, 422: ProblemReport}, operation_id="search_notebook")
def find(request: HttpRequest, asked: Query[Asked]) -> Found:
    """Loaves that have everything asked for."""
    return search(owner_of(request), asked)


@router.get("/notebook/things/{kind}/{key}", response={200: ThingPage, 422: ProblemReport}, operation_id="read_thing")
def thing(request: HttpRequest, kind: ThingKind, key: str) -> ThingPage:
    """Everything ever seen of a scent or a colour."""
    return thing_page(owner_of(request), kind, key)


@router.get("/notebook/numbers", response=list[OwnNumber], operation_id="list_numbers")
def numbers(request: HttpRequest) -> list[OwnNumber]:  # noqa: ARG001
    """The studio's own numbers, with what they were seen in."""
    return open_numbers()


@router.put(
    "/notebook/numbers/{key}", response={200: list[OwnNumber], 422: ProblemReport}, operation_id="change_number"
)
def change_number(request: HttpRequest, key: str, payload: NumberIn) -> list[OwnNumber]:  # noqa: ARG001
    """Let plans take it or not; let what was seen before some moment count or not."""
    turn(key, payload.off)
    forget(key, payload.forgotten_at)
    return open_numbers()


@router.get("/notebook/losses", response={200: Losses, 422: ProblemReport}, operation_id="read_losses")
def losses(request: HttpRequest, since: Day) -> Losses:
    """What was wasted and kept since a day, in grams."""
    return losses_since(owner_of(request), since)


@router.get("/prices", response=Prices, operation_id="read_prices")
def prices(request: HttpRequest) -> Prices:  # noqa: ARG001
    """Prices of what is in the cupboard."""
    return prices_of_studio()


@router.put("/prices", response={200: Prices, 422: ProblemReport}, operation_id="write_prices")
def write_prices(request: HttpRequest, payload: PricesIn) -> Prices:  # noqa: ARG001
    """Write some prices down."""
    save_prices(payload.per_kg, payload.currency, payload.per_hour)
    return prices_of_studio()
