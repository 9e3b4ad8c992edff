"""What a loaf was like before, and what lies aside: held against the open document, and taken over part by part."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Annotated

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema
from pydantic import Field

from archtop.core import Loaf as Document
from archtop.core import read_loaf
from archtop.core.document import PartApart, differences, merged
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.loaves import loaf_of
from archtop.studio.api.schemas import LoafIn
from archtop.studio.api.written import written
from archtop.studio.models import Revision

__all__ = ["router"]

router = Router(tags=["loaves"])

# So many are listed, the last first.
_LISTED = 100


class VersionLine(Schema):
    """A saved document of a loaf. ``kept_aside``: it came too late, and is not in the loaf's line of versions."""

    id: int
    number: int
    kept_aside: bool
    saved_at: dt.datetime


class CompareIn(Schema):
    """The open document, and of which revision it was made where another hand has saved since."""

    document: LoafIn
    based_on: Annotated[int | None, Field(ge=0, le=2**31)] = None


class TakeIn(Schema):
    """The open document, and which parts it is to have as the other version does."""

    document: LoafIn
    take: Annotated[list[Annotated[str, Field(max_length=200)]], Field(max_length=2000)]


class Joined(Schema):
    """A document made of two; nothing of it is kept yet."""

    document: Document


_SEEN = {200: list[PartApart], 404: ProblemReport, 422: ProblemReport}


@router.get(
    "/{uuid:loaf_id}/revisions", response={200: list[VersionLine], 404: ProblemReport}, operation_id="list_revisions"
)
def list_revisions(request: HttpRequest, loaf_id: uuid.UUID) -> list[VersionLine]:
    """The last hundred saved documents, those kept aside among them."""
    rows = loaf_of(request, loaf_id).revisions.values("id", "number", "kept_aside", "saved_at")
    return [VersionLine(**row) for row in rows[:_LISTED]]


@router.post("/{uuid:loaf_id}/revisions/{int:revision}/differences", response=_SEEN, operation_id="compare_revision")
def compare_revision(request: HttpRequest, loaf_id: uuid.UUID, revision: int, payload: CompareIn) -> list[PartApart]:
    """What a saved document has otherwise than the open one, part by part."""
    theirs = _of(request, loaf_id, revision)
    # Against an earlier version everything else is the open one's doing.
    base = theirs
    if payload.based_on is not None:
        line = loaf_of(request, loaf_id).revisions.filter(kept_aside=False, number=payload.based_on)
        base = read_loaf(get_object_or_404(line).document)
    return list(differences(base, payload.document, theirs))


@router.post(
    "/{uuid:loaf_id}/revisions/{int:revision}/merge",
    response={200: Joined, 404: ProblemReport, 422: ProblemReport},
    operation_id="merge_revision",
)
def merge_revision(request: HttpRequest, loaf_id: uuid.UUID, revision: int, payload: TakeIn) -> HttpResponse:
    """The open document with some parts as a saved one has them; nothing is kept."""
    joined = merged(payload.document, _of(request, loaf_id, revision), set(payload.take))
    return written(Joined(document=joined))


def _of(request: HttpRequest, loaf_id: uuid.UUID, revision: int) -> Document:
    row: Revision = get_object_or_404(loaf_of(request, loaf_id).revisions, pk=revision)
    return read_loaf(row.document)
