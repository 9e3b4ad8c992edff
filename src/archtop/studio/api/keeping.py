"""The whole studio out as one file and in again, and every table as CSV."""

from __future__ import annotations

import tempfile
from collections.abc import Callable
from typing import IO

from django.contrib.auth.models import User
from django.http import FileResponse, HttpRequest
from ninja import File, Router
from ninja.files import UploadedFile

from archtop.studio import wall_clock
from archtop.studio.actions.learning import learn_behind, loaves_to_learn
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.signed_in import owner_of
from archtop.studio.carrying import Brought, Merged, bring_in, merged_of, tables_as_csv, take_out
from archtop.studio.reading_apart import soon_ready

__all__ = ["router"]

router = Router(tags=["keeping"])


def _file(owner: User, write: Callable[[User, IO[bytes]], None], name: str) -> FileResponse:
    # Closed by the answer once it is sent.
    to = tempfile.TemporaryFile()  # noqa: SIM115
    write(owner, to)
    to.seek(0)
    stamp = wall_clock.today().isoformat()
    return FileResponse(to, as_attachment=True, filename=f"{name}-{stamp}.zip", content_type="application/zip")


@router.get("/studio.zip", operation_id="take_studio_out", include_in_schema=False)
def take_studio_out(request: HttpRequest) -> FileResponse:
    """The whole studio with its photographs."""
    return _file(owner_of(request), take_out, "studio")


@router.get("/tables.zip", operation_id="take_tables_out", include_in_schema=False)
def take_tables_out(request: HttpRequest) -> FileResponse:
    """Every table as CSV."""
    return _file(owner_of(request), tables_as_csv, "tables")


class ImportStanding(Merged):
    """``to_learn``: loaves of which it is still being worked out what they teach."""

    to_learn: int


@router.get("/studio", response=ImportStanding, operation_id="import_standing")
def import_standing(request: HttpRequest) -> ImportStanding:
    """How far a studio's file that is being merged has come."""
    # Whoever looks here may choose a file next.
    soon_ready(0)
    merged = merged_of(owner_of(request).pk)
    return ImportStanding(done=merged.done, of=merged.of, to_learn=loaves_to_learn())


@router.post("/studio", response={200: Brought, 422: ProblemReport}, operation_id="bring_studio_in")
def bring_studio_in(request: HttpRequest, file: File[UploadedFile]) -> Brought:
    """Merge a studio's file into this one."""
    brought = bring_in(owner_of(request), file)
    loaves = learn_behind()
    if not loaves:
        return brought
    more = f" What {loaves} of them teach is being worked out now: your own numbers follow in a minute or two."
    return brought.model_copy(update={"says": brought.says + more})
