"""The loaf in the hand: turned in the browser, and taken out as a file that other programs open."""

from __future__ import annotations

import uuid
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from django.utils.text import slugify
from django.views.decorators.gzip import gzip_page
from ninja import Query, Router, Schema
from ninja.decorators import decorate_view
from pydantic import Field

from archtop.core import InputError, read_loaf
from archtop.studio.actions import cupboard_of_studio
from archtop.studio.actions.solids import (
    CutThrough,
    SolidAsked,
    SolidTold,
    cut_through,
    first_png,
    moment_png,
    mould_stl,
    solid_file,
    solid_told,
)
from archtop.studio.actions.stills import last_still, still_at_hand, still_of_loaf
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.loaves import cupboard_for, loaf_of
from archtop.studio.api.schemas import CutSolidIn, SolidIn
from archtop.studio.api.turns import in_turn
from archtop.studio.models import Loaf

__all__ = ["router"]

Kind = Literal["glb", "stl"]

router = Router(tags=["solids"])

_GLB, _STL = "model/gltf-binary", "model/stl"


def _asked(payload: SolidIn) -> SolidAsked:
    return SolidAsked(payload.seed, payload.later_min, payload.age, payload.frosting_min, payload.ash, mould=True)


@router.post("/solid", response={200: None, 404: ProblemReport, 422: ProblemReport}, operation_id="draw_solid")
@decorate_view(in_turn, gzip_page)
def draw_solid(request: HttpRequest, payload: SolidIn) -> HttpResponse:
    """A document as glTF binary, a node to each bar, nothing kept."""
    content = solid_file(payload.document, cupboard_for(request, payload.loaf), _asked(payload), "glb")
    return HttpResponse(content, content_type=_GLB)


@router.post(
    "/solid/words", response={200: SolidTold, 404: ProblemReport, 422: ProblemReport}, operation_id="tell_solid"
)
@decorate_view(in_turn)
def tell_solid(request: HttpRequest, payload: SolidIn) -> SolidTold:
    """A document told in words, and how its piping comes out where a time is asked for."""
    return solid_told(payload.document, cupboard_for(request, payload.loaf), _asked(payload))


@router.post("/solid/cut", response={200: CutThrough, 404: ProblemReport, 422: ProblemReport}, operation_id="cut_solid")
@decorate_view(in_turn)
def cut_solid(request: HttpRequest, payload: CutSolidIn) -> CutThrough:
    """What is seen of a document where it is cut through, wherever that is."""
    return cut_through(payload.document, cupboard_for(request, payload.loaf), _asked(payload), payload.at_mm)


Bar = Annotated[int | None, Query(ge=1, le=400)]


@router.get("/loaves/{uuid:loaf_id}/loaf.glb", operation_id="export_glb", include_in_schema=False)
@decorate_view(in_turn)
def export_glb(request: HttpRequest, loaf_id: uuid.UUID, bar: Bar = None) -> HttpResponse:
    """A loaf, or one bar of it, as glTF binary."""
    return _file(request, loaf_id, "glb", bar)


@router.get("/loaves/{uuid:loaf_id}/loaf.stl", operation_id="export_stl", include_in_schema=False)
@decorate_view(in_turn)
def export_stl(request: HttpRequest, loaf_id: uuid.UUID, bar: Bar = None) -> HttpResponse:
    """A loaf, or one bar of it, as STL in millimetres."""
    return _file(request, loaf_id, "stl", bar)


@router.get("/loaves/{uuid:loaf_id}/mould.stl", operation_id="export_mould", include_in_schema=False)
@decorate_view(in_turn)
def export_mould(request: HttpRequest, loaf_id: uuid.UUID) -> HttpResponse:
    """What fills a loaf's mould to its rim, as STL in millimetres."""
    row = loaf_of(request, loaf_id)
    return _sent(mould_stl(read_loaf(row.document)), _STL, f"{slugify(row.name) or 'loaf'}-mould.stl")


@router.get("/loaves/{uuid:loaf_id}/at-hand.png", operation_id="show_at_hand", include_in_schema=False)
def show_at_hand(request: HttpRequest, loaf_id: uuid.UUID) -> HttpResponse:
    """A loaf at a slant as it was last drawn; if it never was, as a first look has it."""
    loaf = loaf_of(request, loaf_id)
    picture = last_still(loaf)
    return HttpResponse(picture, content_type="image/png") if picture else _first_look(request, loaf)


@in_turn
def _first_look(request: HttpRequest, loaf: Loaf) -> HttpResponse:  # noqa: ARG001
    try:
        picture = first_png(loaf, cupboard_of_studio(loaf))
    except InputError:
        # Why it cannot be planned is said where it is edited.
        return HttpResponse(status=204)
    return HttpResponse(picture, content_type="image/png")


@router.get("/loaves/{uuid:loaf_id}/still.png", operation_id="show_still", include_in_schema=False)
def show_still(request: HttpRequest, loaf_id: uuid.UUID) -> HttpResponse:
    """A loaf at a slant as a picture; made now, in its turn, if it is not there."""
    loaf = loaf_of(request, loaf_id)
    # A list shows many at once, and a picture on a page does not ask again: those at hand wait for no turn.
    at_hand = still_at_hand(loaf)
    return _still(request, at_hand) if at_hand else _drawn(request, loaf)


@in_turn
def _drawn(request: HttpRequest, loaf: Loaf) -> HttpResponse:
    return _still(request, still_of_loaf(loaf))


def _still(request: HttpRequest, picture: bytes) -> HttpResponse:
    # Its address names the revision, of which there is one picture.
    kept = {"Cache-Control": "private, max-age=31536000"} if "rev" in request.GET else {"Cache-Control": "no-cache"}
    return HttpResponse(picture, content_type="image/png", headers=kept)


class MomentAsked(Schema):
    """A step by its key, and how thick the bowls of what is piped in it are [Pa]."""

    step: Annotated[str, Field(min_length=1, max_length=120)]
    pa: Annotated[list[Annotated[float, Field(gt=0, le=1e6)]], Field(max_length=20)] = []


@router.get("/loaves/{uuid:loaf_id}/moment.png", operation_id="show_moment", include_in_schema=False)
@decorate_view(in_turn)
def show_moment(request: HttpRequest, loaf_id: uuid.UUID, asked: Query[MomentAsked]) -> HttpResponse:
    """A loaf at a slant as it stands once a step is done, what is piped in it as thick as its bowls are now [Pa]."""
    row = loaf_of(request, loaf_id)
    content = moment_png(row, cupboard_of_studio(row), asked.step, tuple(asked.pa))
    return HttpResponse(content, content_type="image/png", headers={"Cache-Control": "no-cache"})


def _file(request: HttpRequest, loaf_id: uuid.UUID, kind: Kind, bar: int | None) -> HttpResponse:
    row = loaf_of(request, loaf_id)
    content = solid_file(read_loaf(row.document), cupboard_of_studio(row), SolidAsked(), kind, bar)
    name = f"{slugify(row.name) or 'loaf'}{f'-bar-{bar}' if bar else ''}.{kind}"
    return _sent(content, _GLB if kind == "glb" else _STL, name)


def _sent(content: bytes, kind: str, name: str) -> HttpResponse:
    return HttpResponse(content, content_type=kind, headers={"Content-Disposition": f'attachment; filename="{name}"'})
