"""Pictures of cut faces, from a document as it stands in the browser."""

from __future__ import annotations

import base64
import io
import math
import threading
import zlib
from collections.abc import Iterator, Mapping
from functools import cache

import numpy as np
from numpy.typing import NDArray

from archtop.core import Cupboard, InputError, Loaf, LoafPlan, solids
from archtop.core.base import Frozen, Rate
from archtop.core.bench.clock import bowls_of
from archtop.core.document import AlsoFilled, Pour
from archtop.core.faces import (
    COARSE_STATIONS_MM,
    FINE_STATIONS_MM,
    SHREDS,
    ColourField,
    Face,
    Fragile,
    field_of,
    fragile_in,
    remarks_on_pours,
    seen_from_above,
    seen_where_cut,
    touch_of,
    warm,
)
from archtop.core.remarks import Remark
from archtop.core.resolved import ResolvedLoaf
from archtop.core.trade.techniques import PotSwirl
from archtop.studio.actions.plans import Plans

__all__ = [
    "AlsoPictured",
    "FacePicture",
    "Faces",
    "FragileTold",
    "Origin",
    "PotPictured",
    "also_pictured",
    "faces_of",
    "fragile_of",
    "origin_of",
    "pot_pictured",
    "soon_drawn",
]

# Number of the face halfway along the loaf, which is no bar's.
HALFWAY = 0
# Outcomes looked at for what is fragile.
_OUTCOMES = 8
# From so coarse on a picture is a preview [mm].
_PREVIEW_MM = 0.75
# Points of all faces that are drawn at a time.
_MOST_POINTS = 2_100_000
# Points across a pot's picture.
_POT_PX = 280
# Cut into more bars than this, another mould is shown through its middle alone.
_ALSO_BARS = 12
# Shreds are of other soap, whose colour the document does not know: pale, as uncoloured soap is.
_SHRED = "#efe4cc"
_CAME = {"dust": "dusted on", "press": "pressed in"}


class CutPiece(Frozen):
    """A small piece that a face goes through: which, a circle across and up [mm], its cured colour or the first of its
    several.
    """

    pieces: str
    x: float
    z: float
    radius: float
    srgb: str


class FacePicture(Frozen):
    """A bar's face: where it is cut, where it lies in the section [mm], and what it looks like.

    ``pieces``: small pieces in it, which the picture itself leaves out. Number 0: halfway along the loaf.
    """

    bar: int
    y: float
    left_mm: float
    wide_mm: float
    top_mm: float
    png: str
    pieces: tuple[CutPiece, ...]


class Faces(Frozen):
    """Faces of some bars, how thick the batter is taken to be at each pour [Pa], and what that will not do.

    ``learned``: what of this studio's own bars goes into them, in words.
    """

    faces: tuple[FacePicture, ...]
    expected_pa: dict[str, float]
    remarks: tuple[Remark, ...]
    learned: tuple[str, ...]


@cache
def soon_drawn(after_s: float = 0.0) -> None:
    """Load what plans and draws, beside everything else: somebody has opened a loaf and will look at it, or soon will.

    :param after_s: so much later, when what is waited for now has been answered
    """
    soon = threading.Timer(after_s, _warm)
    soon.daemon = True
    soon.start()


@cache
def _warm() -> None:
    warm()
    solids.warm()


def faces_of(
    loaf: Loaf,
    cupboard: Cupboard,
    *,
    px_mm: float,
    seed: int,
    later_min: float,
    back: bool,
    bars: tuple[int, ...] | None = None,
) -> Faces:
    """The faces of a loaf's bars, in the cured colours.

    :param px_mm: how fine; faces of a very large mould are drawn more coarsely [mm]
    :param later_min: so much later than an ordinary pair of hands everything is poured [min]
    :param back: the bars' back faces instead of their fronts
    :raises InputError: the loaf does not plan
    """
    of, result = Plans(cupboard).of_document(loaf)
    shown = {colour.id: colour.shown for colour in result.colours}
    palette = [shown[colour.id] for colour in loaf.colours]
    halfway = loaf.mould.length_mm / 2
    places = {bar.number: bar.to_mm if back else bar.from_mm for bar in result.cuts.bars}
    if result.cuts.whole:
        places = dict.fromkeys(places, halfway)
    places[HALFWAY] = halfway
    asked = bars if bars is not None else tuple(bar.number for bar in result.cuts.bars)
    ys = {number: places[number] for number in asked if number in places}
    fine_mm = _drawable(px_mm, loaf, len(ys))
    field = _field(of, result, seed, later_min, preview=fine_mm >= _PREVIEW_MM)
    table = _table(palette)

    def drawn(y: float) -> tuple[Face, str]:
        face = field.face(y, fine_mm)
        return face, _png(face.shown(table), face.colours)

    pictures = tuple(
        FacePicture(
            bar=number,
            y=y,
            left_mm=face.left_mm,
            wide_mm=-2 * face.left_mm,
            top_mm=face.top_mm,
            png=png,
            pieces=tuple(
                CutPiece(
                    pieces=cut.key,
                    x=cut.x,
                    z=cut.z,
                    radius=cut.radius,
                    srgb=palette[cut.colour],
                )
                for cut in field.cut_pieces(y)
            ),
        )
        for (number, y), (face, png) in zip(ys.items(), field.each(list(ys.values()), drawn), strict=True)
    )
    return Faces(
        faces=pictures,
        expected_pa=dict(field.yield_pa),
        remarks=remarks_on_pours(loaf, field.fills, field.yield_pa),
        learned=tuple(_learned(field.rates)),
    )


def _drawable(px_mm: float, loaf: Loaf, faces: int) -> float:
    """As fine as asked, or as so many faces of such a mould can be drawn in a few seconds [mm]."""
    area = loaf.mould.width_mm * loaf.mould.height_mm * faces
    return max(px_mm, math.sqrt(area / _MOST_POINTS))


def _learned(rates: Mapping[str, Rate]) -> Iterator[str]:
    """What of a studio's own bars goes into its faces."""
    for key, what in (("plunge", "Streams plunge"), ("stirring", "Pots are twisted")):
        if rate := rates.get(key):
            from_ = "one loaf" if rate.n == 1 else f"{rate.n} loaves"
            yield (
                f"{what} {rate.value:.2g} times as far as the plan says ({rate.low:.2g} to {rate.high:.2g}), by "
                f"photographed bars of {from_}."
            )


def _inside(loaf: Loaf, cupboard: Cupboard, seed: int, later_min: float) -> tuple[LoafPlan, ColourField]:
    of, result = Plans(cupboard).of_document(loaf)
    return result, _field(of, result, seed, later_min)


def _field(of: ResolvedLoaf, result: LoafPlan, seed: int, later_min: float, *, preview: bool = False) -> ColourField:
    stations = COARSE_STATIONS_MM if preview else FINE_STATIONS_MM
    return field_of(of, result.fills, bowls_of(of, result), seed, later_min, stations_mm=stations)


class FragileTold(Frozen):
    """What goes wrong in some outcomes; ``says``: all of it in a word, where nothing does."""

    found: tuple[Fragile, ...]
    outcomes: int
    says: str


def fragile_of(loaf: Loaf, cupboard: Cupboard, later_min: float) -> FragileTold:
    """What is fragile in a loaf, over several outcomes.

    :raises InputError: the loaf does not plan
    """
    of, result = Plans(cupboard).of_document(loaf)
    found = fragile_in(
        field_of(of, result.fills, bowls_of(of, result), later_min=later_min),
        range(1, _OUTCOMES + 1),
        [loaf.mould.length_mm / 2] if result.cuts.whole else [bar.from_mm for bar in result.cuts.bars],
    )
    says = "" if found else f"In {_OUTCOMES} outcomes nothing met that should not, and every bar has every colour."
    return FragileTold(found=found, outcomes=_OUTCOMES, says=says)


class Origin(Frozen):
    """What lies at a point of a face: its colour, the pour it came with; nothing outside the batter."""

    colour: str | None
    says: str


def origin_of(loaf: Loaf, cupboard: Cupboard, seed: int, later_min: float, at: tuple[float, float, float]) -> Origin:
    """Which moment made a point ``at`` (across, along, up) [mm].

    :raises InputError: the loaf does not plan
    """
    _, field = _inside(loaf, cupboard, seed, later_min)
    found = field.origin(*at)
    if found is None:
        return Origin(colour=None, says="No batter: outside the loaf, or in an embed.")
    key, number = found
    step = loaf.work[number]
    name = next(colour.name for colour in loaf.colours if colour.id == key)
    came = f"poured as {step.name}" if step.do == "pour" else _CAME.get(step.do, "from the work")
    return Origin(colour=key, says=f"{name}, {came}, step {number + 1} of the work.")


class AlsoPicture(Frozen):
    """A picture of another mould: what of it is seen, and how large that is [mm]."""

    of: str
    wide_mm: float
    high_mm: float
    png: str


class AlsoPictured(Frozen):
    """Another mould that the loaf's pot fills: from above, and where it is cut."""

    id: str
    name: str
    pictures: tuple[AlsoPicture, ...]


class PotPictured(Frozen):
    """A pot from above, its lip at six o'clock, as a round picture."""

    png: str


def pot_pictured(loaf: Loaf, cupboard: Cupboard, pour: str) -> PotPictured:
    """The pot of a pour of several colours, before it is poured.

    :raises InputError: no such pour, or it leaves no pot
    """
    found = next((step for step in loaf.work if isinstance(step, Pour) and step.id == pour), None)
    if found is None or not isinstance(found.goes_in, PotSwirl):
        raise InputError.one("pour.pot", "pour", pour, "must be a pour that leaves a pot", "Choose a pot swirl.")
    of, result = Plans(cupboard).of_document(loaf)
    shown = {colour.id: colour.shown for colour in result.colours}
    shares = [share.percent / 100 for share in found.colours]
    at = (np.arange(_POT_PX) + 0.5) / _POT_PX * 2 - 1
    x, y = np.meshgrid(at, -at)
    # As far twisted as in the faces.
    pot = found.goes_in.pot(range(len(shares)), shares, touch_of(of.cupboard.rates).stirring)
    codes = np.where(np.hypot(x, y) <= 1, pot.lies(x, y), -1).astype(np.int16)
    palette = [shown[share.colour] for share in found.colours]
    return PotPictured(png=_png(_table(palette)[np.maximum(codes, 0)], codes))


def also_pictured(loaf: Loaf, cupboard: Cupboard, *, px_mm: float, seed: int) -> tuple[AlsoPictured, ...]:
    """The other moulds that a loaf's pot fills, in the cured colours.

    :raises InputError: the loaf does not plan
    """
    _, result = Plans(cupboard).of_document(loaf)
    shown = {colour.id: colour.shown for colour in result.colours}
    return tuple(_also(item, [shown[share.colour] for share in item.colours], px_mm, seed) for item in loaf.also_filled)


def _also(item: AlsoFilled, palette: list[str], px_mm: float, seed: int) -> AlsoPictured:
    def chance() -> np.random.Generator:
        # One outcome of one mould, wherever it is looked at.
        return np.random.default_rng(zlib.crc32(f"{seed}|also|{item.id}".encode()))

    seen = [("From above", seen_from_above(item, px_mm, chance()))]
    parts = item.parts if item.parts <= _ALSO_BARS else 1
    for n in range(parts):
        name = "Cut through its middle" if parts == 1 else f"Bar {n + 1}, through its middle"
        y = item.mould.length_mm * (n + 0.5) / parts
        seen.append((name, seen_where_cut(item, y, px_mm, chance())))
    return AlsoPictured(
        id=item.id,
        name=item.name,
        pictures=tuple(
            AlsoPicture(
                of=name,
                wide_mm=-2 * picture.left_mm,
                high_mm=picture.colours.shape[0] * picture.px_mm,
                png=_png(_table(palette)[np.maximum(picture.colours, 0)], picture.colours),
            )
            for name, picture in seen
        ),
    )


def _table(palette: list[str]) -> NDArray[np.float64]:
    """Colours by their number, the last what shreds look like."""
    return np.array([[int(srgb[k : k + 2], 16) for k in (1, 3, 5)] for srgb in [*palette, _SHRED]], dtype=float)


def _png(rgb: NDArray[np.float64], codes: NDArray[np.int16]) -> str:
    """A picture with clear surroundings, as a data address."""
    from PIL import Image

    pixels = np.zeros((*codes.shape, 4), dtype=np.uint8)
    pixels[..., :3] = np.round(rgb)
    pixels[..., 3] = np.where((codes >= 0) | (codes == SHREDS), 255, 0)
    data = io.BytesIO()
    Image.fromarray(pixels, "RGBA").save(data, "PNG", compress_level=3)
    return "data:image/png;base64," + base64.b64encode(data.getvalue()).decode()
