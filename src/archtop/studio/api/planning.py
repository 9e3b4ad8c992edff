"""Plans without saving, and what there is to plan with."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from archtop.core import LoafPlan, plan
from archtop.studio.actions import cupboard_of_studio
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.schemas import CupboardOut, LoafIn, MouldOut
from archtop.studio.models import LoafMould

__all__ = ["router"]

router = Router(tags=["planning"])


@router.post("/plan", response={200: LoafPlan, 422: ProblemReport}, operation_id="plan_loaf")
def plan_loaf(request: HttpRequest, payload: LoafIn) -> LoafPlan:  # noqa: ARG001
    """The plan of a document, nothing kept."""
    return plan(payload, cupboard_of_studio())


@router.get("/cupboard", response=CupboardOut, operation_id="open_cupboard")
def open_cupboard(request: HttpRequest) -> CupboardOut:  # noqa: ARG001
    """Fats and moulds."""
    fats = sorted(cupboard_of_studio().fats.values(), key=lambda fat: fat.name)
    moulds = [MouldOut.from_orm(mould) for mould in LoafMould.objects.all()]
    return CupboardOut(fats=fats, moulds=moulds)
