"""Pictures of cut faces, from a document as it stands in the browser."""

from __future__ import annotations

import base64
import io
from collections.abc import Mapping

import numpy as np
from PIL import Image

from archtop.core import Loaf, LoafPlan, plan
from archtop.core.clock import bowls_of
from archtop.core.figure import Frozen
from archtop.core.pieces import prism_of
from archtop.core.pour import ColourField, Face, expected_pa
from archtop.core.rheology import stages
from archtop.studio.actions.cupboard import cupboard_of_studio

__all__ = ["FacePicture", "Faces", "faces_of"]

# Small grain of real soap: so much lighter or darker from point to point, of 255.
_GRAIN = 3.0


class FacePicture(Frozen):
    """A bar's face: where it is cut, where it lies in the section [mm], and what it looks like."""

    bar: int
    y: float
    left_mm: float
    wide_mm: float
    top_mm: float
    png: str


class Faces(Frozen):
    """Faces of some bars, and how thick the batter is taken to be at each pour [Pa]."""

    faces: tuple[FacePicture, ...]
    expected_pa: dict[str, float]


def faces_of(
    loaf: Loaf, px_mm: float, seed: int, later_min: float, back: bool, bars: tuple[int, ...] | None = None
) -> Faces:
    """The faces of a loaf's bars, in the cured colours.

    :param later_min: so much later than an ordinary pair of hands everything is poured [min]
    :param back: the bars' back faces instead of their fronts
    :raises InputError: the loaf does not plan
    """
    cupboard = cupboard_of_studio()
    result = plan(loaf, cupboard)
    expected = _thickness(loaf, result, later_min)
    prisms = {embed.id: prism_of(embed) for embed in loaf.embeds}
    field = ColourField(loaf, result.fills, prisms, expected, seed)
    shown = {colour.id: colour.shown for colour in result.colours}
    palette = [shown[colour.id] for colour in loaf.colours]
    pictures = []
    for bar in result.cuts.bars:
        if bars is None or bar.number in bars:
            y = bar.to_mm if back else bar.from_mm
            face = field.face(y, px_mm)
            pictures.append(
                FacePicture(
                    bar=bar.number, y=y, left_mm=face.left_mm, wide_mm=-2 * face.left_mm, top_mm=face.top_mm,
                    png=_png(face, palette, seed),
                )
            )  # fmt: skip
    return Faces(faces=tuple(pictures), expected_pa=dict(expected))


def _thickness(loaf: Loaf, result: LoafPlan, later_min: float) -> Mapping[str, float]:
    """As the clock expects it, or as the document says."""
    expected = dict(expected_pa(loaf, bowls_of(loaf, result, cupboard_of_studio()), later_min))
    told = {stage.key: stage.pa for stage in stages()}
    for step in loaf.work:
        if step.do == "pour" and step.thickness:
            expected[step.id] = told[step.thickness]
    return expected


def _png(face: Face, palette: list[str], seed: int) -> str:
    """A picture with clear surroundings, as a data address."""
    table = np.array([[int(srgb[k : k + 2], 16) for k in (1, 3, 5)] for srgb in palette], dtype=float)
    seen = face.colours >= 0
    pixels = np.zeros((*face.colours.shape, 4), dtype=np.uint8)
    grain = np.random.default_rng(seed).normal(0, _GRAIN, face.colours.shape)
    pixels[seen, :3] = np.clip(table[face.colours[seen]] + grain[seen, None], 0, 255)
    pixels[seen, 3] = 255
    data = io.BytesIO()
    Image.fromarray(pixels, "RGBA").save(data, "PNG", compress_level=3)
    return "data:image/png;base64," + base64.b64encode(data.getvalue()).decode()
