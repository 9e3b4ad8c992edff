"""Photographs of a studio's file, made fit to keep where they are not."""

from __future__ import annotations

import io
import zipfile
from pathlib import Path, PurePosixPath

from django.core.files.base import ContentFile
from PIL import Image

from archtop.core import InputError
from archtop.studio.carrying.take_out import PHOTOS
from archtop.studio.models import Photo
from archtop.studio.photos import LONGEST_PX, MOST_BYTES, cleaned

__all__ = ["Photographs"]


class Photographs:
    """Those of the file; what is not fit to keep is made so, once, in a folder."""

    def __init__(self, zipped: zipfile.ZipFile, made_fit: Path) -> None:
        self._zipped, self._made_fit = zipped, made_fit
        self._placed: dict[str, str] = {}
        self._names = set(zipped.namelist())

    def read(self, name: str) -> None:
        """Look at one before it is wanted.

        :raises InputError: it is not there, or no photograph
        """
        packed = PHOTOS + PurePosixPath(name).name
        if packed not in self._names:
            raise InputError.one("import.row", "photos", name, "its file is missing", "Take the studio out again.")
        data = self._zipped.read(packed)
        if not _fit_to_keep(data):
            self._fit(name).write_bytes(cleaned(data)[0])

    def placed(self, name: str) -> str:
        """One that has been read, laid where the studio keeps its own; and its name there."""
        if name not in self._placed:
            storage = Photo._meta.get_field("file").storage
            self._placed[name] = str(storage.save(name, ContentFile(self._of(name))))
        return self._placed[name]

    def _of(self, name: str) -> bytes:
        fit = self._fit(name)
        return fit.read_bytes() if fit.exists() else self._zipped.read(PHOTOS + PurePosixPath(name).name)

    def _fit(self, name: str) -> Path:
        return self._made_fit / PurePosixPath(name).name


def _fit_to_keep(data: bytes) -> bool:
    """Whether a photograph is one as this application keeps them: it then stays byte for byte."""
    if len(data) > MOST_BYTES:
        return False
    try:
        with Image.open(io.BytesIO(data), formats=("JPEG",)) as picture:
            picture.load()
            return max(picture.size) <= LONGEST_PX and not picture.getexif() and "icc_profile" not in picture.info
    except (OSError, SyntaxError, ValueError, Image.DecompressionBombError):
        return False
