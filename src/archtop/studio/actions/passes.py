"""Passes that let a telephone in to the bench of a loaf for the day."""

from __future__ import annotations

import datetime as dt
import hashlib
import secrets
import uuid

from django.contrib.auth.models import User

from archtop.core.base import Frozen
from archtop.studio import wall_clock
from archtop.studio.actions.season import hours_of, season_of
from archtop.studio.models import BenchPass, Loaf

__all__ = ["MadePass", "OpenPass", "QrCode", "end_pass", "make_pass", "open_passes", "pass_by_code"]

# Made late in the evening it holds into the night, for who is still at the bench.
_LEAST = dt.timedelta(hours=4)


class QrCode(Frozen):
    """A QR code: how many cells it is wide, and its black cells as the path of a drawing."""

    cells: int
    path: str


class OpenPass(Frozen):
    """A pass that holds: to the bench of which loaf, and until when."""

    id: uuid.UUID
    loaf: uuid.UUID
    name: str
    ends_at: dt.datetime


class MadePass(Frozen):
    """A new pass with its address, which is shown this once; ``reaches``: whether a telephone can get there."""

    made: OpenPass
    address: str
    qr: QrCode
    reaches: bool


def make_pass(owner: User, loaf: Loaf, base: str, reaches: bool) -> MadePass:
    """A pass to a loaf's bench, until the end of the day.

    :param base: where the studio is reached, with a slash at its end
    """
    code = secrets.token_urlsafe(12)
    now = wall_clock.now()
    zone = hours_of(season_of(owner)).clock
    midnight = dt.datetime.combine(wall_clock.today(zone) + dt.timedelta(days=1), dt.time(), zone)
    row = BenchPass.objects.create(
        owner=owner, loaf=loaf, code_sha256=_hashed(code), ends_at=max(midnight, now + _LEAST)
    )
    address = f"{base}pass/{code}"
    return MadePass(made=_told(row), address=address, qr=qr_of(address), reaches=reaches)


def open_passes(owner: User) -> list[OpenPass]:
    """Those that hold, the latest first."""
    rows = BenchPass.open_at(wall_clock.now()).filter(owner=owner).select_related("loaf").order_by("-made_at")
    return [_told(row) for row in rows]


def end_pass(owner: User, key: uuid.UUID) -> None:
    """From now on it opens nothing, whoever holds it."""
    BenchPass.objects.filter(owner=owner, pk=key).update(ended=True)


def pass_by_code(code: str, now: dt.datetime) -> BenchPass | None:
    """The pass of a code, while it holds."""
    return BenchPass.open_at(now).filter(code_sha256=_hashed(code)).select_related("loaf", "owner").first()


def qr_of(text: str) -> QrCode:
    """A text as a QR code (ISO/IEC 18004, by the library that draws the sheets)."""
    from reportlab.graphics.barcode.qr import QrCode as Drawn

    code = Drawn(text, qrLevel="M").qr
    code.make()
    path = "".join(f"M{x} {y}h1v1h-1z" for y, row in enumerate(code.modules) for x, black in enumerate(row) if black)
    return QrCode(cells=len(code.modules), path=path)


def _hashed(code: str) -> str:
    # The code itself is not kept: who reads the database gets in nowhere by it.
    return hashlib.sha256(code.encode()).hexdigest()


def _told(row: BenchPass) -> OpenPass:
    return OpenPass(id=row.pk, loaf=row.loaf_id, name=row.loaf.name, ends_at=row.ends_at)
