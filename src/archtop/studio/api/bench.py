"""The bench log."""

from __future__ import annotations

import uuid

from django.http import HttpRequest
from ninja import Router

from archtop.studio.actions import press, steps_done
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.loaves import loaf_of
from archtop.studio.api.schemas import BenchLog, BenchPress
from archtop.studio.models import Loaf

__all__ = ["router"]

router = Router(tags=["bench"])


def _log(loaf: Loaf) -> BenchLog:
    entries = list(loaf.bench.all())
    return BenchLog(done=steps_done(entries), entries=[BenchPress.from_orm(entry) for entry in entries])


@router.get("/{uuid:loaf_id}/bench", response={200: BenchLog, 404: ProblemReport}, operation_id="read_bench")
def read_bench(request: HttpRequest, loaf_id: uuid.UUID) -> BenchLog:
    """The whole log of a loaf."""
    return _log(loaf_of(request, loaf_id))


@router.post(
    "/{uuid:loaf_id}/bench",
    response={200: BenchLog, 404: ProblemReport, 422: ProblemReport},
    operation_id="press_step",
)
def press_step(request: HttpRequest, loaf_id: uuid.UUID, payload: BenchPress) -> BenchLog:
    """One press; sending it twice counts once."""
    loaf = loaf_of(request, loaf_id)
    press(loaf, payload.press_id, payload.step, payload.action, payload.pressed_at)
    return _log(loaf)
