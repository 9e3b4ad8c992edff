"""Pictures of cut faces, from a document as it stands in the browser."""

from __future__ import annotations

import base64
import io

import numpy as np
from PIL import Image

from archtop.core import Loaf, plan
from archtop.core.clock import bowls_of
from archtop.core.figure import Frozen
from archtop.core.pour import Face, field_of
from archtop.studio.actions.cupboard import cupboard_of_studio

__all__ = ["FacePicture", "Faces", "Origin", "faces_of", "origin_of"]

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
    field = field_of(loaf, result.fills, bowls_of(loaf, result, cupboard), seed, later_min)
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
    return Faces(faces=tuple(pictures), expected_pa=dict(field.yield_pa))


class Origin(Frozen):
    """What lies at a point of a face: its colour, the pour it came with; nothing outside the batter."""

    colour: str | None
    says: str


def origin_of(loaf: Loaf, seed: int, later_min: float, at: tuple[float, float, float]) -> Origin:
    """Which moment made a point ``at`` (across, along, up) [mm].

    :raises InputError: the loaf does not plan
    """
    cupboard = cupboard_of_studio()
    result = plan(loaf, cupboard)
    field = field_of(loaf, result.fills, bowls_of(loaf, result, cupboard), seed, later_min)
    found = field.origin(*at)
    if found is None:
        return Origin(colour=None, says="No batter: outside the loaf, or in an embed.")
    key, number = found
    step = loaf.work[number]
    name = next(colour.name for colour in loaf.colours if colour.id == key)
    came = f"poured as {step.name}" if step.do == "pour" else "from the work"
    return Origin(colour=key, says=f"{name}, {came}, step {number + 1} of the work.")


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
