"""The bench log."""

from __future__ import annotations

import uuid

from django.http import HttpRequest, HttpResponse
from django.utils import timezone
from ninja import Router

from archtop.core.overshooting import Overshoot
from archtop.core.troubles import Trouble, troubles
from archtop.studio.actions import BenchClocks, open_clocks, press, steps_done, take_back, take_note, weighed_otherwise
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.loaves import loaf_of
from archtop.studio.api.schemas import BenchLog, BenchPress, NoteBack, NoteIn, WeighedIn
from archtop.studio.models import Loaf
from archtop.studio.sheets import PaperName, ring_sheet_pdf

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
    press(loaf, payload.press_id, payload.step, payload.action, payload.pressed_at, payload.grams)
    return _log(loaf)


_CLOCKS = {200: BenchClocks, 404: ProblemReport, 422: ProblemReport}


@router.get("/{uuid:loaf_id}/clock", response=_CLOCKS, operation_id="open_clocks")
def read_clocks(request: HttpRequest, loaf_id: uuid.UUID) -> BenchClocks:
    """Every bowl's clock as it stands now, and the turns of what waits for them."""
    return open_clocks(loaf_of(request, loaf_id), timezone.now())


@router.post("/{uuid:loaf_id}/clock", response=_CLOCKS, operation_id="take_note")
def note(request: HttpRequest, loaf_id: uuid.UUID, payload: NoteIn) -> BenchClocks:
    """A reading or an event at a bowl; sending it twice counts once."""
    loaf = loaf_of(request, loaf_id)
    take_note(loaf, payload.press_id, payload.bowl, payload.note, payload.taken_at)
    return open_clocks(loaf, timezone.now())


@router.post("/{uuid:loaf_id}/clock/back", response=_CLOCKS, operation_id="take_note_back")
def note_back(request: HttpRequest, loaf_id: uuid.UUID, payload: NoteBack) -> BenchClocks:
    """Take a note back."""
    loaf = loaf_of(request, loaf_id)
    take_back(loaf, payload.press_id, payload.of)
    return open_clocks(loaf, timezone.now())


@router.post(
    "/{uuid:loaf_id}/weighed",
    response={200: Overshoot, 404: ProblemReport, 422: ProblemReport},
    operation_id="weighed_otherwise",
)
def weighed(request: HttpRequest, loaf_id: uuid.UUID, payload: WeighedIn) -> Overshoot:
    """What a pot is when so much of one thing went in, and what to add."""
    return weighed_otherwise(loaf_of(request, loaf_id), payload.pot, payload.key, payload.role, payload.grams)


@router.get("/troubles", response=list[Trouble], operation_id="list_troubles")
def list_troubles(request: HttpRequest) -> tuple[Trouble, ...]:  # noqa: ARG001
    """What to do when it goes wrong."""
    return troubles()


@router.get("/ring-sheet.pdf", operation_id="print_ring_sheet", include_in_schema=False)
def ring_sheet(request: HttpRequest, paper: PaperName = "A4") -> HttpResponse:  # noqa: ARG001
    """The ring sheet, to be printed at 100 %."""
    answer = HttpResponse(ring_sheet_pdf(paper), content_type="application/pdf")
    answer["Content-Disposition"] = 'inline; filename="ring-sheet.pdf"'
    return answer
