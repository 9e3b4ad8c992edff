"""Photographs of real bars: kept beside the plan, scaled by two points whose distance is known."""

from __future__ import annotations

import datetime as dt
import uuid

from django.core.files.base import ContentFile
from django.db import transaction

from archtop.core import InputError, read_loaf
from archtop.studio import wall_clock
from archtop.studio.actions.learning import outcomes_of
from archtop.studio.actions.mentions import mention
from archtop.studio.models import Loaf, Photo
from archtop.studio.photos import cleaned, focal_of

# Nearer than this two points are one press.
_LEAST_PX = 5.0

__all__ = ["add_photo", "change_photo", "scale_photo"]


def add_photo(loaf: Loaf, data: bytes, kind: str, bar: int | None, taken_at: dt.datetime | None = None) -> Photo:
    """Keep a photograph of a loaf.

    :raises InputError: of :func:`archtop.studio.photos.cleaned`
    """
    jpeg, wide, high = cleaned(data)
    with transaction.atomic():
        photo = Photo(
            loaf=loaf,
            kind=kind,
            bar=bar,
            wide_px=wide,
            high_px=high,
            focal=focal_of(data),
            taken_at=taken_at or wall_clock.now(),
        )
        photo.file.save(f"{uuid.uuid4()}.jpg", ContentFile(jpeg), save=False)
        photo.save()
    return photo


def scale_photo(photo: Photo, points: list[tuple[float, float]], apart_mm: float) -> None:
    """Tell how far apart two points of a photograph are; points are shares of its width and height.

    :raises InputError: ``photo.points``
    """
    photo.points, photo.apart_mm = [list(point) for point in points], apart_mm
    if len(points) != 2 or photo.apart_px < _LEAST_PX:
        raise InputError.one(
            "photo.points",
            "points",
            len(points),
            "takes two points that lie apart",
            "Press both ends of something known.",
        )
    photo.save(update_fields=["points", "apart_mm"])


def change_photo(photo: Photo, note: str | None, removed: bool) -> None:
    """Write down what differed, or take a photograph away; the notebook finds the loaf by what stands there then."""
    with transaction.atomic():
        if note is not None:
            photo.note = note
        photo.removed = removed
        photo.save(update_fields=["note", "removed"])
        mention(photo.loaf, read_loaf(photo.loaf.document), outcomes_of(photo.loaf))
