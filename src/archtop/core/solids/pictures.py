"""Everything that a loaf's bars show, drawn once."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from typing import NamedTuple

import numpy as np

from archtop.core.document import Colour, Cupboard
from archtop.core.faces import ColourField
from archtop.core.resolved import ResolvedLoaf
from archtop.core.solids.finishes import colour_of, finish_key
from archtop.core.solids.loaf import LoafSolids
from archtop.core.solids.skin import FacePicture, Look, Skin, face_picture, skin_of

__all__ = ["Pictures", "look_of", "outside_of", "pictures_of"]

# Wires leave two faces so far from each other at the most: one picture does for both [mm].
_ONE_CUT_MM = 4.0
_NEAR_END = 0.1
# Outsides are asked for at least so often along the loaf [mm]; for a first look a few times are enough.
_SEEN_MM, _FIRST_SEEN_MM = 30.0, 90.0


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


def look_of(of: ResolvedLoaf, shown: dict[str, str], ash: bool = False) -> Look:
    """What to draw a loaf with.

    :param shown: each colour's look by its id, as ``#rrggbb``
    :param ash: whether its top is drawn as it whitens in the open air
    """
    loaf = of.loaf
    strewn = {finish_key(finish): colour_of(finish, of.cupboard) for finish in loaf.top.finishes}
    told = {**shown, **{key: srgb for key, srgb in strewn.items() if srgb is not None}}
    colours = {key: (int(srgb[1:3], 16), int(srgb[3:5], 16), int(srgb[5:7], 16)) for key, srgb in told.items()}
    shimmer = frozenset(colour.id for colour in loaf.colours if _of_mica(colour, of.cupboard))
    base = loaf.frosting.base if loaf.frosting else None
    if base is None:
        return Look(colours, None, 0.0, shimmer, ash)
    mixed = sum(np.array(colours[share.colour], dtype=float) * share.percent / 100 for share in base.colours)
    red, green, blue = (int(value) for value in np.asarray(mixed))
    return Look(colours, (red, green, blue), base.thick_mm, shimmer, ash)


def _of_mica(colour: Colour, cupboard: Cupboard) -> bool:
    """Whether more than half of what colours it is of jars whose labels name mica."""
    grams = [
        (dose.g_per_kg, "mica" in cupboard.colourants[dose.colourant].inci.lower())
        for dose in colour.colourants
        if dose.colourant in cupboard.colourants
    ]
    return 2 * sum(much for much, mica in grams if mica) > sum(much for much, _ in grams)


def pictures_of(of: ResolvedLoaf, solids: LoafSolids, field: ColourField, look: Look) -> Pictures:
    """Every cut and all outsides of a loaf."""
    front, back = _ends(of, solids)
    cuts = _apart([bar.block.front for bar in solids.bars] + [bar.block.back for bar in solids.bars])
    lines = _lengthwise(solids)
    if of.loaf.mould.whole:
        cuts = [(front + back) / 2]
    ends = [front + 0.2, *cuts, back - 0.2]
    faces = {y: face_picture(of, field, look, y, solids.over) for y in ends}
    return Pictures(faces, skin_of(of, field, look, _along(ends, _SEEN_MM), lines), tuple(lines), look)


def outside_of(of: ResolvedLoaf, solids: LoafSolids, field: ColourField, look: Look) -> Pictures:
    """What is seen of a loaf that nobody has drawn apart: its front, and its outsides a little more coarsely."""
    front, back = _ends(of, solids)
    ends = [front + 0.2, back - 0.2]
    faces = {ends[0]: face_picture(of, field, look, ends[0], solids.over)}
    lines = _lengthwise(solids)
    return Pictures(faces, skin_of(of, field, look, _along(ends, _FIRST_SEEN_MM), lines), tuple(lines), look)


def _lengthwise(solids: LoafSolids) -> list[float]:
    return _apart([bar.block.left for bar in solids.bars] + [bar.block.right for bar in solids.bars])


def _ends(of: ResolvedLoaf, solids: LoafSolids) -> tuple[float, float]:
    """Where a loaf's front and back are drawn [mm]."""
    mould = of.loaf.mould
    if mould.whole:
        # A round end is as narrow as can be: what lies a little further in stands for it.
        return mould.length_mm * _NEAR_END, mould.length_mm * (1 - _NEAR_END)
    return mould.ends(solids.level_mm)


def _along(ends: Sequence[float], apart_mm: float) -> list[float]:
    """Where outsides are asked for: between the cuts once more, and often enough where there are none."""
    between = (np.linspace(a, b, 2 + max(1, int((b - a) / apart_mm))) for a, b in itertools.pairwise(ends))
    return sorted({float(y) for several in between for y in several})


def _apart(places: list[float]) -> list[float]:
    """Where cuts are: the middle of those that one wire made."""
    found: list[list[float]] = []
    for place in sorted(place for place in places if math.isfinite(place)):
        if found and place - found[-1][-1] < _ONE_CUT_MM:
            found[-1].append(place)
        else:
            found.append([place])
    return [sum(group) / len(group) for group in found]
