"""Loaves: list, make, open, save, take out and bring in."""

from __future__ import annotations

import json
import uuid

from django.db.models import QuerySet
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils.text import slugify
from ninja import Router, Status

from archtop.core import Cupboard, LoafPlan, blank_loaf, read_loaf
from archtop.core import Loaf as Document
from archtop.studio import sheets, wall_clock
from archtop.studio.actions import (
    BatterOffer,
    StaleSave,
    batter_offers,
    create_loaf,
    cupboard_of_studio,
    for_a_file,
    house_of_studio,
    in_the_house,
    open_plan,
    pour_again,
    previews_of,
    put_away,
    save_loaf,
)
from archtop.studio.actions.faces import soon_drawn
from archtop.studio.actions.learning import learn_what_is_new
from archtop.studio.actions.list_standing import list_standing
from archtop.studio.actions.plans import Plans
from archtop.studio.actions.stills import still_soon, stills_for
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.schemas import (
    LoafAway,
    LoafIn,
    LoafOut,
    LoafSummary,
    LoavesAway,
    NewLoaf,
    RevisionOut,
    Saved,
    SaveLoaf,
    StaleReport,
)
from archtop.studio.api.signed_in import owner_of
from archtop.studio.api.written import written, written_all
from archtop.studio.models import Loaf, Revision
from archtop.studio.reading_apart import soon_ready
from archtop.studio.sheets import PaperName, UnitsName

__all__ = ["loaf_of", "router"]

router = Router(tags=["loaves"])
_MOST_AWAY = 12
# Until then a loaf that was opened has been looked at [s].
_FIRST_LOOK_S = 10.0


def _loaves(request: HttpRequest) -> QuerySet[Loaf]:
    return Loaf.objects.filter(owner_id=request.user.pk)


def loaf_of(request: HttpRequest, loaf_id: uuid.UUID) -> Loaf:
    """The signed-in person's loaf of that id; 404 for anybody else's."""
    return get_object_or_404(_loaves(request), pk=loaf_id)


def cupboard_for(request: HttpRequest, loaf: uuid.UUID | None) -> Cupboard:
    """The studio's; for a document of a loaf whose work has begun, with the numbers it began with."""
    return cupboard_of_studio(loaf_of(request, loaf) if loaf else None)


def _whole(loaf: Loaf) -> LoafOut:
    document = read_loaf(loaf.document)
    planned, problems = open_plan(document, loaf)
    return LoafOut(
        id=loaf.pk,
        revision=loaf.revision,
        updated_at=loaf.updated_at,
        document=document,
        plan=planned,
        problems=list(problems),
    )


@router.get("", response=list[LoafSummary], operation_id="list_loaves")
def list_loaves(request: HttpRequest) -> HttpResponse:
    """Every loaf that is not put away, the last touched first."""
    rows = list(_loaves(request).filter(put_away=False).defer("document"))
    stills = stills_for((row.pk, row.revision) for row in rows)
    previews = previews_of(rows)
    stands = list_standing(owner_of(request), previews, wall_clock.now())
    listed = [
        LoafSummary(
            id=row.pk,
            name=row.name,
            revision=row.revision,
            updated_at=row.updated_at,
            preview=previews[row.pk],
            stands=stands[row.pk],
            still=stills[row.pk],
        )
        for row in rows
    ]
    return written_all(LoafSummary, listed)


@router.get("/away", response=LoavesAway, operation_id="list_loaves_away")
def list_loaves_away(request: HttpRequest) -> LoavesAway:
    """The latest of those put away, and how many there are; the notebook finds them all."""
    rows = _loaves(request).filter(put_away=True)
    latest = rows.order_by("-updated_at").values_list("id", "name")[:_MOST_AWAY]
    return LoavesAway(count=rows.count(), latest=[LoafAway(id=key, name=name) for key, name in latest])


@router.post("", response={201: LoafOut, 422: ProblemReport}, operation_id="create_loaf")
def create(request: HttpRequest, payload: NewLoaf) -> Status[LoafOut]:
    """An empty page."""
    return Status(201, _whole(create_loaf(owner_of(request), in_the_house(blank_loaf(payload.name, us=payload.us)))))


@router.post("/import", response={201: LoafOut, 422: ProblemReport}, operation_id="import_loaf")
def bring_in(request: HttpRequest, payload: LoafIn) -> Status[LoafOut]:
    """A loaf from its file; always a new loaf, whatever else is called that."""
    return Status(201, _whole(create_loaf(owner_of(request), payload)))


@router.post(
    "/{uuid:loaf_id}/again", response={201: LoafOut, 404: ProblemReport, 422: ProblemReport}, operation_id="pour_again"
)
def again(request: HttpRequest, loaf_id: uuid.UUID) -> Status[LoafOut]:
    """The same loaf begun anew, without its days."""
    return Status(201, _whole(pour_again(owner_of(request), loaf_of(request, loaf_id))))


@router.get("/{uuid:loaf_id}", response={200: LoafOut, 404: ProblemReport}, operation_id="open_loaf")
def open_loaf(request: HttpRequest, loaf_id: uuid.UUID) -> HttpResponse:
    """A loaf and its plan, with what other loaves have taught by now, or had when its work was begun."""
    soon_drawn()
    soon_ready(_FIRST_LOOK_S)
    loaf = loaf_of(request, loaf_id)
    if loaf.rates_then is None:
        learn_what_is_new(besides=loaf)
    still_soon(loaf)
    return written(_whole(loaf))


@router.put(
    "/{uuid:loaf_id}",
    response={200: Saved, 404: ProblemReport, 409: StaleReport, 422: ProblemReport},
    operation_id="save_loaf",
)
def save(request: HttpRequest, loaf_id: uuid.UUID, payload: SaveLoaf) -> HttpResponse | Status[StaleReport]:
    """A new revision; 409 with both versions when another came first."""
    try:
        loaf, result = save_loaf(
            loaf_of(request, loaf_id), payload.based_on, payload.document, payload.save_id, payload.after
        )
    except StaleSave as stale:
        newest = stale.current.revisions.get(number=stale.current.revision, kept_aside=False)
        return Status(
            409,
            StaleReport(message=str(stale), current=_revision(newest), kept=_revision(stale.kept)),
        )
    return written(Saved(revision=loaf.revision, updated_at=loaf.updated_at, plan=result))


@router.delete("/{uuid:loaf_id}", response={204: None, 404: ProblemReport}, operation_id="put_loaf_away")
def put_loaf_away(request: HttpRequest, loaf_id: uuid.UUID) -> Status[None]:
    """Off the list, not out of the database."""
    put_away(loaf_of(request, loaf_id))
    return Status(204, None)


@router.post("/{uuid:loaf_id}/bring-back", response={204: None, 404: ProblemReport}, operation_id="bring_loaf_back")
def bring_loaf_back(request: HttpRequest, loaf_id: uuid.UUID) -> Status[None]:
    """Back on the list."""
    put_away(loaf_of(request, loaf_id), away=False)
    return Status(204, None)


def _revision(row: Revision) -> RevisionOut:
    return RevisionOut(
        id=row.pk,
        number=row.number,
        based_on=row.based_on,
        kept_aside=row.kept_aside,
        saved_at=row.saved_at,
        document=read_loaf(row.document),
    )


@router.get("/{uuid:loaf_id}/batters", response=list[BatterOffer], operation_id="list_batters")
def list_batters(request: HttpRequest, loaf_id: uuid.UUID) -> list[BatterOffer]:
    """Loaves that this one could be mixed at once with, and why not those that it cannot."""
    return batter_offers(loaf_of(request, loaf_id))


@router.get("/{uuid:loaf_id}/document", operation_id="export_loaf", include_in_schema=False)
def export(request: HttpRequest, loaf_id: uuid.UUID) -> HttpResponse:
    """The loaf as a file."""
    loaf = loaf_of(request, loaf_id)
    text = json.dumps(for_a_file(read_loaf(loaf.document)).model_dump(mode="json"), indent=2, ensure_ascii=False)
    return _file(f"{text}\n".encode(), "application/json", f"{slugify(loaf.name) or 'loaf'}.loaf.json")


@router.get("/{uuid:loaf_id}/weigh-out.pdf", operation_id="print_weigh_out", include_in_schema=False)
def weigh_out(
    request: HttpRequest, loaf_id: uuid.UUID, paper: PaperName = "A4", units: UnitsName = "metric"
) -> HttpResponse:
    """The weigh-out sheets, one page a pot."""
    document, plan_, name = _planned_file(request, loaf_id)
    made = sheets.weigh_out_pdf(document, plan_, paper, units, house_of_studio())
    return _file(made, "application/pdf", f"{name}-weigh-out.pdf")


@router.get("/{uuid:loaf_id}/top-template.pdf", operation_id="print_top_template", include_in_schema=False)
def top_template(request: HttpRequest, loaf_id: uuid.UUID, paper: PaperName = "A4") -> HttpResponse:
    """The top at 1:1, tiled."""
    document, plan_, name = _planned_file(request, loaf_id)
    return _file(sheets.template_pdf(document, plan_, paper), "application/pdf", f"{name}-top.pdf")


@router.get("/{uuid:loaf_id}/top-template.svg", operation_id="draw_top_template", include_in_schema=False)
def top_template_svg(request: HttpRequest, loaf_id: uuid.UUID) -> HttpResponse:
    """The top at 1:1, on one sheet."""
    document, plan_, name = _planned_file(request, loaf_id)
    return _file(sheets.template_svg(document, plan_).encode(), "image/svg+xml", f"{name}-top.svg")


@router.get("/{uuid:loaf_id}/rim-strip.pdf", operation_id="print_rim_strip", include_in_schema=False)
def rim_strip(request: HttpRequest, loaf_id: uuid.UUID, paper: PaperName = "A4") -> HttpResponse:
    """The rim's cut marks at 1:1."""
    document, plan_, name = _planned_file(request, loaf_id)
    return _file(sheets.rim_strip_pdf(document, plan_, paper), "application/pdf", f"{name}-rim.pdf")


def _planned_file(request: HttpRequest, loaf_id: uuid.UUID) -> tuple[Document, LoafPlan, str]:
    """A loaf's document and plan, and the stem of its files' names."""
    loaf = loaf_of(request, loaf_id)
    of, result = Plans(cupboard_of_studio(loaf)).of(loaf)
    return of.loaf, result, slugify(loaf.name) or "loaf"


def _file(content: bytes, kind: str, name: str) -> HttpResponse:
    return HttpResponse(content, content_type=kind, headers={"Content-Disposition": f'attachment; filename="{name}"'})
