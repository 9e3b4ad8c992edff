"""Everything that a loaf's bars show, drawn once."""

from __future__ import annotations

import itertools
import math
from typing import NamedTuple

import numpy as np

from archtop.core.document import Loaf
from archtop.core.faces import ColourField
from archtop.core.resolved import ResolvedLoaf
from archtop.core.solids.loaf import LoafSolids
from archtop.core.solids.skin import FacePicture, Look, Skin, face_picture, skin_of

__all__ = ["Pictures", "look_of", "pictures_of"]

# Wires leave two faces so far from each other at the most: one picture does for both [mm].
_ONE_CUT_MM = 4.0
_NEAR_END = 0.1


class Pictures(NamedTuple):
    """What the sides of bars look like: cuts by where they are along the loaf [mm], the rest, lengthwise cuts [mm]."""

    faces: dict[float, FacePicture]
    skin: Skin
    lines: tuple[float, ...]
    look: Look

    def nearest(self, y: float) -> float:
        """Where the cut nearest to a place is drawn."""
        # An end that no wire has made is infinitely far out.
        within = min(max(y, min(self.faces)), max(self.faces))
        return min(self.faces, key=lambda at: abs(at - within))


def look_of(loaf: Loaf, shown: dict[str, str]) -> Look:
    """What to draw a loaf with.

    :param shown: each colour's look by its id, as ``#rrggbb``
    """
    colours = {key: (int(srgb[1:3], 16), int(srgb[3:5], 16), int(srgb[5:7], 16)) for key, srgb in shown.items()}
    base = loaf.frosting.base if loaf.frosting else None
    if base is None:
        return Look(colours, None, 0.0)
    mixed = sum(np.array(colours[share.colour], dtype=float) * share.percent / 100 for share in base.colours)
    red, green, blue = (int(value) for value in np.asarray(mixed))
    return Look(colours, (red, green, blue), base.thick_mm)


def pictures_of(of: ResolvedLoaf, solids: LoafSolids, field: ColourField, look: Look) -> Pictures:
    """Every cut and all outsides of a loaf."""
    front, back = of.loaf.mould.ends(solids.level_mm)
    cuts = _apart([bar.block.front for bar in solids.bars] + [bar.block.back for bar in solids.bars])
    lines = _apart([bar.block.left for bar in solids.bars] + [bar.block.right for bar in solids.bars])
    if of.loaf.mould.whole:
        # A round end is as narrow as can be: what lies a little further in stands for it.
        front, back = (of.loaf.mould.length_mm * share for share in (_NEAR_END, 1 - _NEAR_END))
        cuts = [(front + back) / 2]
    ends = [front + 0.2, *cuts, back - 0.2]
    # Between the cuts once more.
    ys = sorted({*ends, *((a + b) / 2 for a, b in itertools.pairwise(ends))})
    faces = {y: face_picture(of, field, look, y, solids.over) for y in ends}
    return Pictures(faces, skin_of(of, field, look, ys, lines), tuple(lines), look)


def _apart(places: list[float]) -> list[float]:
    """Where cuts are: the middle of those that one wire made."""
    found: list[list[float]] = []
    for place in sorted(place for place in places if math.isfinite(place)):
        if found and place - found[-1][-1] < _ONE_CUT_MM:
            found[-1].append(place)
        else:
            found.append([place])
    return [sum(group) / len(group) for group in found]
