"""The bench log."""

from __future__ import annotations

import uuid

from django.http import HttpRequest, HttpResponse
from ninja import Router

from archtop.core.bench import Departure, Overshoot, Replan, Trouble, departures, troubles
from archtop.studio import sheets, wall_clock
from archtop.studio.actions import (
    BenchClocks,
    Rehearsal,
    open_clocks,
    press,
    rehearse,
    replan_loaf,
    standing,
    take_back,
    take_note,
    weighed_otherwise,
)
from archtop.studio.actions.clock import NoteTaken, planned
from archtop.studio.actions.today import LoafJobs, jobs_of_loaf
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.loaves import loaf_of
from archtop.studio.api.schemas import BenchLog, BenchPress, NoteBack, NoteIn, RehearsalIn, ReplanIn, WeighedIn
from archtop.studio.models import Loaf
from archtop.studio.sheets import PaperName

__all__ = ["router"]

router = Router(tags=["bench"])


def _log(loaf: Loaf) -> BenchLog:
    entries = list(loaf.bench.all())
    return BenchLog(done=list(standing(entries)), entries=[BenchPress.from_orm(entry) for entry in entries])


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
    press(
        loaf,
        payload.press_id,
        payload.step,
        payload.action,
        payload.pressed_at,
        grams=payload.grams,
        celsius=payload.celsius,
    )
    return _log(loaf)


@router.get("/{uuid:loaf_id}/jobs", response={200: LoafJobs, 404: ProblemReport}, operation_id="list_jobs")
def list_jobs(request: HttpRequest, loaf_id: uuid.UUID) -> LoafJobs:
    """Every job of a loaf as it stands now, what can be done first."""
    return jobs_of_loaf(loaf_of(request, loaf_id), wall_clock.now())


_CLOCKS = {200: BenchClocks, 404: ProblemReport, 422: ProblemReport}


@router.get("/{uuid:loaf_id}/clock", response=_CLOCKS, operation_id="open_clocks")
def read_clocks(request: HttpRequest, loaf_id: uuid.UUID) -> BenchClocks:
    """Every bowl's clock as it stands now, and the turns of what waits for them."""
    return open_clocks(loaf_of(request, loaf_id), wall_clock.now())


@router.post("/{uuid:loaf_id}/clock", response=_CLOCKS, operation_id="take_note")
def note(request: HttpRequest, loaf_id: uuid.UUID, payload: NoteIn) -> BenchClocks:
    """A reading or an event at a bowl; sending it twice counts once."""
    loaf = loaf_of(request, loaf_id)
    of = planned(loaf)
    take_note(loaf, of, payload.press_id, bowl_key=payload.bowl, note=payload.note, at=payload.taken_at)
    return open_clocks(loaf, wall_clock.now(), of)


@router.post("/{uuid:loaf_id}/clock/back", response=_CLOCKS, operation_id="take_note_back")
def note_back(request: HttpRequest, loaf_id: uuid.UUID, payload: NoteBack) -> BenchClocks:
    """Take a note back."""
    loaf = loaf_of(request, loaf_id)
    take_back(loaf, payload.press_id, payload.of)
    return open_clocks(loaf, wall_clock.now())


@router.post(
    "/{uuid:loaf_id}/weighed",
    response={200: Overshoot, 404: ProblemReport, 422: ProblemReport},
    operation_id="weighed_otherwise",
)
def weighed(request: HttpRequest, loaf_id: uuid.UUID, payload: WeighedIn) -> Overshoot:
    """What a pot is when so much of one thing went in, and what to add."""
    return weighed_otherwise(loaf_of(request, loaf_id), payload.pot, payload.key, payload.role, payload.grams)


@router.post(
    "/{uuid:loaf_id}/replan",
    response={200: Replan, 404: ProblemReport, 422: ProblemReport},
    operation_id="replan_loaf",
)
def replan(request: HttpRequest, loaf_id: uuid.UUID, payload: ReplanIn) -> Replan:
    """What is left when batter is lost, and the two ways out."""
    return replan_loaf(loaf_of(request, loaf_id), payload.lost, payload.done)


@router.post(
    "/{uuid:loaf_id}/rehearsal",
    response={200: Rehearsal, 404: ProblemReport, 422: ProblemReport},
    operation_id="rehearse_loaf",
)
def rehearsal(request: HttpRequest, loaf_id: uuid.UUID, payload: RehearsalIn) -> Rehearsal:
    """What a rehearsed pour day has come to; nothing of it is kept."""
    notes = [NoteTaken.model_validate(note.model_dump()) for note in payload.notes]
    return rehearse(loaf_of(request, loaf_id), payload.seed, payload.presses, notes, payload.now)


@router.get("/departures", response=list[Departure], operation_id="list_departures")
def list_departures(request: HttpRequest) -> tuple[Departure, ...]:  # noqa: ARG001
    """What may have been done instead of a step."""
    return departures()


@router.get("/troubles", response=list[Trouble], operation_id="list_troubles")
def list_troubles(request: HttpRequest) -> tuple[Trouble, ...]:  # noqa: ARG001
    """What to do when it goes wrong."""
    return troubles()


@router.get("/ring-sheet.pdf", operation_id="print_ring_sheet", include_in_schema=False)
def ring_sheet(request: HttpRequest, paper: PaperName = "A4") -> HttpResponse:  # noqa: ARG001
    """The ring sheet, to be printed at 100 %."""
    answer = HttpResponse(sheets.ring_sheet_pdf(paper), content_type="application/pdf")
    answer["Content-Disposition"] = 'inline; filename="ring-sheet.pdf"'
    return answer
