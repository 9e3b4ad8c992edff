"""Soap's colour from a photograph with the bar card in it: read, shown, and not kept."""

from __future__ import annotations

from typing import NamedTuple

import numpy as np

from archtop.core import InputError
from archtop.core.base import Frozen
from archtop.core.camera import SoapSeen, read_soap
from archtop.core.colour import difference, lab_of, reflectance_of
from archtop.core.notebook import shade_words
from archtop.studio.photos import as_address, opened

__all__ = ["ColourAsked", "ColourSeen", "see_soap"]

_LONGEST_PX, _SHOWN_PX = 2000, 720


class ColourAsked(NamedTuple):
    """Where to look (shares of width and height; ``None``: on the chequers), and the colour it is held against."""

    at: tuple[float, float] | None = None
    against: str | None = None


class ColourSeen(Frozen):
    """The soap's colour, or ``None`` where it must be pressed on first; ``said``: against what was forecast, in words;
    ``picture``: the photograph, small, as a data address.
    """

    soap: SoapSeen | None
    said: str
    picture: str


def see_soap(data: bytes, asked: ColourAsked) -> ColourSeen:
    """The colour of soap in a photograph of it with the bar card; the photograph is let go again.

    :raises InputError: of :func:`archtop.studio.photos.opened` and :func:`archtop.core.camera.read_soap`
    """
    photo = opened(data, _LONGEST_PX)
    try:
        soap = read_soap(np.asarray(photo), asked.at)
    except InputError as error:
        if asked.at is None and error.problems[0].code == "camera.nothing":
            # It lies beside the card: a press says where.
            soap = None
        else:
            raise
    said = ""
    if soap and asked.against:
        off = difference(lab_of(reflectance_of(soap.srgb)), lab_of(reflectance_of(asked.against)))
        said = shade_words(off)
    photo.thumbnail((_SHOWN_PX, _SHOWN_PX))
    return ColourSeen(soap=soap, said=said, picture=as_address(photo))
