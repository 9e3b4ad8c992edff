"""The shelf of finished pieces, dough, shreds, trimmings and curing bars."""

from __future__ import annotations

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from archtop.core import Lot
from archtop.studio import wall_clock
from archtop.studio.actions import CutAsked, ShelfLine, change_lot, cut_from, move_lot, open_shelf, put_on_shelf
from archtop.studio.actions.season import hours_of, season_of
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.schemas import LotIn, LotKeyOut, MoveIn
from archtop.studio.api.signed_in import owner_of
from archtop.studio.models import ShelfLot

__all__ = ["router"]

router = Router(tags=["shelf"])
_ANSWERS = {204: None, 404: ProblemReport, 422: ProblemReport}


@router.get("", response=list[ShelfLine], operation_id="open_shelf")
def open_(request: HttpRequest) -> list[ShelfLine]:
    """Every lot of which there is any."""
    owner = owner_of(request)
    return open_shelf(owner, wall_clock.today(hours_of(season_of(owner)).clock))


@router.post("", response={204: None, 422: ProblemReport}, operation_id="put_on_shelf")
def put_on(request: HttpRequest, payload: LotIn) -> Status[None]:  # noqa: ARG001
    """Put a new lot on the shelf."""
    put_on_shelf(payload.lot, payload.move_id)
    return Status(204, None)


@router.put("/{key}", response=_ANSWERS, operation_id="change_lot")
def change(request: HttpRequest, key: str, payload: Lot) -> Status[None]:  # noqa: ARG001
    """Describe a lot anew; how much there is changes by moves only."""
    change_lot(get_object_or_404(ShelfLot, key=key), payload)
    return Status(204, None)


@router.post(
    "/{key}/cut", response={200: LotKeyOut, 404: ProblemReport, 422: ProblemReport}, operation_id="cut_from_lot"
)
def cut(request: HttpRequest, key: str, payload: CutAsked) -> LotKeyOut:  # noqa: ARG001
    """Press pieces out of bars of a lot; sent twice it counts once."""
    return LotKeyOut(key=cut_from(get_object_or_404(ShelfLot, key=key), payload))


@router.post("/{key}/moves", response=_ANSWERS, operation_id="move_lot")
def move(request: HttpRequest, key: str, payload: MoveIn) -> Status[None]:  # noqa: ARG001
    """Put some of a lot on, or take some; sent twice it counts once."""
    move_lot(get_object_or_404(ShelfLot, key=key), payload.move_id, payload.count, payload.grams, payload.why)
    return Status(204, None)
