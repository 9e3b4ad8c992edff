"""A spoonful photographed at the bench: read, shown, and not kept."""

from __future__ import annotations

import numpy as np
from PIL import Image

from archtop.core.base import Frozen
from archtop.core.camera import Spread, read_spoonful
from archtop.studio.photos import as_address, opened

__all__ = ["SpoonfulSeen", "see_spoonful"]

# Larger than this nothing more is told by it, and telephones write four times as many points.
_LONGEST_PX = 2400


class SpoonfulSeen(Frozen):
    """What was read of the photograph, and the sheet as it was seen: a JPEG as a data address."""

    spread: Spread
    picture: str


def see_spoonful(data: bytes) -> SpoonfulSeen:
    """How far a spoonful has spread in a photograph of the ring sheet; the photograph is let go again.

    :raises InputError: of :func:`archtop.studio.photos.opened` and :func:`archtop.core.camera.read_spoonful`
    """
    spread, sheet = read_spoonful(np.asarray(opened(data, _LONGEST_PX)))
    return SpoonfulSeen(spread=spread, picture=as_address(Image.fromarray(sheet)))
