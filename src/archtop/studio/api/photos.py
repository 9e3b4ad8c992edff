"""Photographs of loaves and bars."""

from __future__ import annotations

import uuid
from typing import Annotated

from django.http import FileResponse, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import File, Form, Router
from ninja.decorators import decorate_view
from ninja.files import UploadedFile

from archtop.core import InputError
from archtop.studio import sheets
from archtop.studio.actions import add_photo, change_photo, scale_photo
from archtop.studio.actions.bar_photo import BarRead, read_bar_photo
from archtop.studio.actions.soap_colour import ColourAsked, ColourSeen, see_soap
from archtop.studio.actions.spoonful import SpoonfulSeen, see_spoonful
from archtop.studio.actions.top_photo import TopRead, see_top
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.loaves import loaf_of
from archtop.studio.api.schemas import PhotoChange, PhotoForm, PhotoOut, SoapColourForm
from archtop.studio.api.turns import in_turn
from archtop.studio.models import Loaf, Photo
from archtop.studio.photos import MOST_BYTES
from archtop.studio.sheets import PaperName

__all__ = ["router"]

router = Router(tags=["photos"])


def _photo_of(request: HttpRequest, photo_id: uuid.UUID) -> Photo:
    return get_object_or_404(Photo, id=photo_id, loaf__owner=request.user, removed=False)


def _all(loaf: Loaf) -> list[PhotoOut]:
    return [PhotoOut.from_orm(photo) for photo in loaf.photos.filter(removed=False)]


@router.get(
    "/loaves/{uuid:loaf_id}/photos", response={200: list[PhotoOut], 404: ProblemReport}, operation_id="list_photos"
)
def list_photos(request: HttpRequest, loaf_id: uuid.UUID) -> list[PhotoOut]:
    """A loaf's photographs, the oldest first."""
    return _all(loaf_of(request, loaf_id))


@router.post(
    "/loaves/{uuid:loaf_id}/photos",
    response={200: list[PhotoOut], 404: ProblemReport, 422: ProblemReport},
    operation_id="add_photo",
)
@decorate_view(in_turn)
def add(
    request: HttpRequest, loaf_id: uuid.UUID, form: Annotated[PhotoForm, Form()], photo: Annotated[UploadedFile, File()]
) -> list[PhotoOut]:
    """Keep a photograph; what a phone wrote into it besides the picture is dropped."""
    loaf = loaf_of(request, loaf_id)
    # One byte more than is allowed is enough to know that it is too large.
    add_photo(loaf, photo.read(MOST_BYTES + 1), form.kind, form.bar)
    return _all(loaf)


@router.post("/spoonful", response={200: SpoonfulSeen, 422: ProblemReport}, operation_id="see_spoonful")
@decorate_view(in_turn)
def spoonful(request: HttpRequest, file: Annotated[UploadedFile, File()]) -> SpoonfulSeen:  # noqa: ARG001
    """How far a spoonful has spread in a photograph of the ring sheet; the photograph is not kept."""
    return see_spoonful(file.read(MOST_BYTES + 1))


@router.post(
    "/loaves/{uuid:loaf_id}/top-seen",
    response={200: TopRead, 404: ProblemReport, 422: ProblemReport},
    operation_id="see_top",
)
@decorate_view(in_turn)
def top_seen(request: HttpRequest, loaf_id: uuid.UUID, file: Annotated[UploadedFile, File()]) -> TopRead:
    """Where the pieces on a loaf's top lie in a photograph between the rim strips; the photograph is not kept."""
    return see_top(loaf_of(request, loaf_id), file.read(MOST_BYTES + 1))


@router.post("/soap-colour", response={200: ColourSeen, 422: ProblemReport}, operation_id="see_soap_colour")
@decorate_view(in_turn)
def soap_colour(
    request: HttpRequest,  # noqa: ARG001
    form: Annotated[SoapColourForm, Form()],
    file: Annotated[UploadedFile, File()],
) -> ColourSeen:
    """The colour of soap photographed with the bar card; the photograph is not kept."""
    at = (form.across, form.down) if form.across is not None and form.down is not None else None
    return see_soap(file.read(MOST_BYTES + 1), ColourAsked(at, form.against))


@router.put(
    "/photos/{uuid:photo_id}",
    response={200: list[PhotoOut], 404: ProblemReport, 422: ProblemReport},
    operation_id="change_photo",
)
def change(request: HttpRequest, photo_id: uuid.UUID, payload: PhotoChange) -> list[PhotoOut]:
    """Scale it by two points, write down what differed, or take it away."""
    photo = _photo_of(request, photo_id)
    if payload.points is not None:
        if payload.apart_mm is None:
            raise InputError.one("photo.apart", "apart_mm", None, "says how far apart they are", "Measure it.")
        scale_photo(photo, payload.points, payload.apart_mm)
    change_photo(photo, payload.note, payload.removed)
    return _all(photo.loaf)


@router.post(
    "/photos/{uuid:photo_id}/bar",
    response={200: BarRead, 404: ProblemReport, 422: ProblemReport},
    operation_id="read_bar_photo",
)
@decorate_view(in_turn)
def bar(request: HttpRequest, photo_id: uuid.UUID) -> BarRead:
    """What a photograph of a bar on its card shows; nothing is written down by it."""
    return read_bar_photo(_photo_of(request, photo_id))


@router.get("/bar-card.pdf", operation_id="print_bar_card", include_in_schema=False)
def bar_card(request: HttpRequest, paper: PaperName = "A4") -> HttpResponse:  # noqa: ARG001
    """The card that a bar is photographed on, to be printed at 100 %."""
    answer = HttpResponse(sheets.bar_card_pdf(paper), content_type="application/pdf")
    answer["Content-Disposition"] = 'inline; filename="bar-card.pdf"'
    return answer


@router.get("/photos/{uuid:photo_id}/file", operation_id="photo_file", include_in_schema=False)
def file(request: HttpRequest, photo_id: uuid.UUID) -> FileResponse:
    """The picture itself."""
    response = FileResponse(_photo_of(request, photo_id).file.open(), content_type="image/jpeg")
    response["Cache-Control"] = "private, max-age=31536000, immutable"
    return response
