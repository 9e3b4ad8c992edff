"""Outlines and solids read from files; nothing of them is kept."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import File, Router
from ninja.files import UploadedFile

from archtop.core import ReadMesh, ReadOutline, read_stl, read_svg
from archtop.core.geometry import STL_LIMIT_BYTES, SVG_LIMIT_BYTES
from archtop.studio.api.errors import ProblemReport
from archtop.studio.reading_apart import read_apart

__all__ = ["router"]

router = Router(tags=["files"])


@router.post("/read-outline", response={200: ReadOutline, 422: ProblemReport}, operation_id="read_outline")
def read_outline(request: HttpRequest, file: File[UploadedFile]) -> ReadOutline:  # noqa: ARG001
    """The largest outline of an SVG drawing."""
    # One byte over the limit is enough to know; the rest of a huge file is never read.
    return read_apart(read_svg, file.read(SVG_LIMIT_BYTES + 1))


@router.post("/read-mesh", response={200: ReadMesh, 422: ProblemReport}, operation_id="read_mesh")
def read_mesh(request: HttpRequest, file: File[UploadedFile], hollow: bool = False) -> ReadMesh:  # noqa: ARG001
    """Volume and middle section of an STL mesh; with ``hollow``, what fits into a mould's model."""
    return read_apart(read_stl, file.read(STL_LIMIT_BYTES + 1), hollow)
