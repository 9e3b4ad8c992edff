"""A spoonful on the ring sheet, photographed: where it ends all round, and so how far it has spread.

Along each spoke two things change where the puddle ends: the printed line comes into sight, and the paper's colour
takes the place of the batter's. Both are weighed by how well this photograph tells them apart, so white batter on white
paper is read by the lines and thin grey batter by its colour. The end of each spoke is the likeliest place of that
change (a change point of a log-likelihood ratio: Page 1954, Biometrika 41:100), with its neighbours' ends near it
(dynamic programming all round: Viterbi 1967, IEEE Trans. Inf. Theory 13:260).
"""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
from numpy.typing import NDArray

from archtop.core.base import Frozen
from archtop.core.camera.marks import BY_HAND, Array, Located, Picture, locate, logged, refused, seen_from_above, vision
from archtop.core.camera.ring_sheet import RING_SHEET, RingSheet
from archtop.core.geometry import area_mm2

__all__ = ["Spread", "read_spoonful"]

# What is shown of a sheet: all its rings, and so many points to a millimetre.
_SHOWN_MM, _SHOWN_PX = 66.0, 4.0

_STEP_MM = 0.25
_FROM_MM, _TO_MM = 5.0, 62.5
# Batter is looked at inside the first, paper outside the second [mm from the middle].
_BATTER_TO_MM, _PAPER_FROM_MM = 13.0, 57.5
# Directions beside a spoke that lie off it, at any radius it is printed at [degrees].
_BESIDE_DEG = (-2.0, -1.6, -1.2, 1.2, 1.6, 2.0)
# A ring hides what colour the paper has; it is this wide, blur included [mm].
_RING_HALF_MM = 0.7
# No place tells more than this (natural logarithm): a glint, a hair or a bubble is not the edge of anything.
_MOST_SAID = 3.0
# Places side by side are blurred into each other: so much of what each says is its own.
_OWN_SHARE = 0.35
# By how much two neighbouring spokes' ends differ, as a rule [mm].
_WAVY_MM = 1.2
# What a photograph shares with a ruler: paper, glass, lens and the rounded edge of the puddle itself [mm across].
_LEAST_WITHIN_MM = 0.8
# What is told by all spokes together must be at least this far from chance, for each of them.
_LEAST_SAID = 2.5
# Of the spokes so many may begin bare, and the spoonful lies beside the middle; with more it has hardly spread.
_BESIDE = 0.5
_UNEVEN = 0.08
# Lines that are hardly darker than what lies beside them are under batter, or under glare.
_FAINT = -0.04


class Spread(Frozen):
    """How far a spoonful has spread.

    ``across_mm``: diameter of a disc as large; ``within_mm``: its standard deviation; ``uneven``: how far its edge lies
    off that disc, root mean square, as a share of its radius; ``edge_mm``: its edge from the sheet's middle, to the
    right and downwards; ``marks``: how many of the sheet's marks were seen; ``says``: what to mind, or nothing;
    ``shown_mm``: how far the picture beside it reaches to each side of the middle.
    """

    across_mm: float
    within_mm: float
    uneven: float
    edge_mm: tuple[tuple[float, float], ...]
    marks: int
    says: str
    shown_mm: float


def read_spoonful(picture: Picture, sheet: RingSheet = RING_SHEET) -> tuple[Spread, Picture]:
    """How far a spoonful has spread on the ring sheet, and the sheet as it lies, seen from straight above.

    :param picture: shape (rows, columns, 3), red, green and blue
    :raises InputError: of :func:`archtop.core.camera.marks.locate`, ``camera.nothing``, ``camera.hardly_spread``,
        ``camera.beside``, ``camera.over_the_edge``, ``camera.unclear``
    """
    at = locate(picture, sheet.marks)
    radii = np.arange(_FROM_MM, _TO_MM, _STEP_MM)
    seen = _Seen(picture, at, sheet, radii)
    said = seen.says_paper()
    allowed = radii >= sheet.spokes_from_mm + 1.0
    ends, sure = _ends(said, allowed)
    _refuse_unclear(sure, radii[ends], sheet, seen)
    edge = radii[ends]
    angles = 2 * np.pi * np.arange(sheet.spokes) / sheet.spokes
    points = np.column_stack([edge * np.cos(angles), edge * np.sin(angles)])
    # Round about its own middle: a spoonful tipped a little beside the sheet's is no worse.
    own = np.hypot(*(points - points.mean(axis=0)).T)
    uneven = float(own.std() / own.mean())
    area = area_mm2(points)
    across = 2 * math.sqrt(area / math.pi)
    jumps = float(np.abs(np.diff(edge, append=edge[0])).mean())
    spread = Spread(
        across_mm=round(across, 1),
        # What is told of thickness takes a disc for granted: what is no disc is worth less.
        within_mm=round(math.hypot(_LEAST_WITHIN_MM, 2 * at.off_mm, jumps, uneven * across / 2), 1),
        uneven=uneven,
        edge_mm=tuple((round(float(x), 2), round(float(y), 2)) for x, y in points),
        marks=at.seen,
        says=_remark(uneven),
        shown_mm=_SHOWN_MM,
    )
    return spread, seen_from_above(picture, at, _SHOWN_MM, _SHOWN_PX)


def _remark(uneven: float) -> str:
    if uneven > _UNEVEN:
        return (
            "It did not spread evenly: see that the sheet lies level and that it is one level spoonful; "
            "or glare hides a part of its edge."
        )
    return ""


class _Seen:
    """The sheet along its spokes: how dark the line is against what lies beside it, and what colour that has."""

    def __init__(self, picture: Picture, at: Located, sheet: RingSheet, radii: Array) -> None:
        self._sheet, self.radii = sheet, radii
        on_line = _sampled(picture, at, sheet.spokes, radii, (0.0,))[..., 0, :]
        beside = np.median(_sampled(picture, at, sheet.spokes, radii, _BESIDE_DEG), axis=2)
        # How dark the line is, whatever the light; and every colour's light, in logarithms.
        self.line: Array = (on_line - beside).mean(axis=2)
        self.colour: Array = beside
        self._hidden = np.zeros(self.line.shape, dtype=bool)
        for ring in sheet.rings_mm:
            self._hidden |= np.abs(radii - ring / 2)[None, :] < _RING_HALF_MM
        self._hidden |= self._under_numbers()
        self.paper = self._paper()
        inside = radii < _BATTER_TO_MM
        self.batter: Array = np.median(self.colour[:, inside].reshape(-1, 3), axis=0)
        self.printed = float(np.median(self.line[:, radii > _PAPER_FROM_MM]))

    def _under_numbers(self) -> NDArray[np.bool_]:
        """The rings' numbers stand to the right and the left of the middle."""
        angle = 2 * np.pi * np.arange(self._sheet.spokes) / self._sheet.spokes
        return np.abs(np.sin(angle))[:, None] * self.radii[None, :] < 3.2

    def _paper(self) -> Array:
        """The paper's colour as the light falls on it, shape (spokes, radii, 3): level, or leaning to one side."""
        angle = 2 * np.pi * np.arange(self._sheet.spokes) / self._sheet.spokes
        x, y = np.cos(angle)[:, None] * self.radii, np.sin(angle)[:, None] * self.radii
        leans = np.stack([np.ones_like(x), x / 60, y / 60], axis=-1)
        bare = (self.radii > _PAPER_FROM_MM)[None, :] & ~self._hidden
        fit, *_ = np.linalg.lstsq(leans[bare], self.colour[bare], rcond=None)
        off = self.colour[bare] - leans[bare] @ fit
        near = np.abs(off).max(axis=1) < 2.5 * np.median(np.abs(off).max(axis=1)) + 1e-6
        fit, *_ = np.linalg.lstsq(leans[bare][near], self.colour[bare][near], rcond=None)
        return np.asarray(leans @ fit, dtype=np.float64)

    def says_paper(self) -> Array:
        """How much likelier bare paper is than batter, natural logarithm, shape (spokes, radii)."""
        bare, inside = self.radii > _PAPER_FROM_MM, self.radii < _BATTER_TO_MM
        covered = self.line[:, inside]
        shaky = max(_spread(covered), _spread(self.line[:, bare]), 0.04)
        by_line = (self.line**2 - (self.line - self.printed) ** 2) / (2 * shaky**2)
        by_line[:, self.radii < self._sheet.spokes_from_mm] = 0
        off_paper, off_batter = self.colour - self.paper, self.colour - self.batter
        grain = max(_spread(off_paper[:, bare]), _spread(off_batter[:, inside]), 0.03)
        by_colour = ((off_batter**2).sum(axis=2) - (off_paper**2).sum(axis=2)) / (2 * 3 * grain**2)
        by_colour[self._hidden] = 0
        by_line[self._hidden & self._under_numbers()] = 0
        return np.asarray(sum(np.clip(said, -_MOST_SAID, _MOST_SAID) for said in (by_line, by_colour)))

    @property
    def empty(self) -> bool:
        """Whether what lies in the middle has the paper's colour."""
        there = self.paper[:, self.radii < _BATTER_TO_MM].reshape(-1, 3).mean(axis=0)
        return bool(np.abs(self.batter - there).max() < 0.05)


def _spread(values: Array) -> float:
    """A standard deviation that a few glints do not move."""
    flat = values.ravel()
    return float(1.4826 * np.median(np.abs(flat - np.median(flat)))) if flat.size else 0.0


def _sampled(picture: Picture, at: Located, spokes: int, radii: Array, beside_deg: Sequence[float]) -> Array:
    """Logarithms of the light at places along the spokes, shape (spokes, radii, beside, 3)."""
    cv = vision()
    angle = 2 * np.pi * np.arange(spokes)[:, None, None] / spokes + np.radians(np.array(beside_deg))[None, None, :]
    reach = radii[None, :, None]
    x, y = reach * np.cos(angle), reach * np.sin(angle)
    over = np.stack([x, y, np.ones_like(x)], axis=-1) @ at.to_px.T
    shape = over.shape[:2]
    where = (over[..., :2] / over[..., 2:]).astype(np.float32).reshape(shape[0], -1, 2)
    # What a place shows is what half a step about it shows.
    soft = cv.GaussianBlur(picture, (0, 0), max(0.3, 0.06 * at.px_per_mm))
    light = cv.remap(soft, where[..., 0], where[..., 1], cv.INTER_LINEAR, borderMode=cv.BORDER_REPLICATE)
    return logged(light).reshape(*shape, len(beside_deg), 3)


def _ends(said: Array, allowed: NDArray[np.bool_]) -> tuple[NDArray[np.int_], float]:
    """At which radius each spoke's batter ends, and how much that says for each spoke, on the average."""
    total = said.sum(axis=1, keepdims=True)
    before = np.cumsum(said, axis=1) - said
    # All that lies further out says paper, all that lies further in says batter.
    fits = _OWN_SHARE * (total - 2 * before)
    fits[:, ~allowed] = -np.inf
    step = np.arange(said.shape[1])
    bends = -((np.subtract.outer(step, step) * _STEP_MM) ** 2) / (2 * _WAVY_MM**2)
    ends = _all_round(fits, bends)
    at = fits[np.arange(len(fits)), ends]
    # Against the best of nothing at all: all of it batter, or all of it paper.
    alone = np.maximum(fits[:, np.flatnonzero(allowed)[0]], fits[:, -1])
    return ends, float((at - alone).mean())


def _all_round(fits: Array, bends: Array) -> NDArray[np.int_]:
    """The likeliest ends, each near its neighbours', the last near the first.

    Twice round from nowhere in particular: the second time it begins where the first ended.
    """
    spokes = len(fits)
    best, came = fits[0], []
    for k in range(1, 2 * spokes + 1):
        scores = best[:, None] + bends
        came.append(scores.argmax(axis=0))
        best = scores.max(axis=0) + fits[k % spokes]
    path = [int(best.argmax())]
    for back in reversed(came):
        path.append(int(back[path[-1]]))
    path.reverse()
    half = spokes // 2
    middle = path[half : half + spokes]
    return np.roll(np.array(middle), half)


def _refuse_unclear(sure: float, at: Array, sheet: RingSheet, seen: _Seen) -> None:
    if seen.printed > _FAINT or (at >= _TO_MM - 4 * _STEP_MM).mean() > 0.1:
        raise refused(
            "over_the_edge",
            "the lines beyond the largest ring cannot be seen: batter or glare lies over them",
            f"Where it ran so far it is too thin to be read so: wait a little. Else move the lamp, {BY_HAND}.",
        )
    at_the_middle = float((at <= sheet.spokes_from_mm + 1.0 + 2 * _STEP_MM).mean())
    if at_the_middle > _BESIDE and seen.empty:
        raise refused("nothing", "no spoonful lies on the sheet", f"Tip one onto its middle, {BY_HAND}.")
    if at_the_middle > _BESIDE:
        raise refused("hardly_spread", "the spoonful has hardly spread", "Use the cup: it slumps.")
    if at_the_middle > 0:
        raise refused(
            "beside", "the spoonful lies too far beside the middle", f"Tip the next one onto the cross, {BY_HAND}."
        )
    if sure < _LEAST_SAID:
        raise refused(
            "unclear",
            "the edge of the spoonful cannot be made out",
            f"Take it nearer, sharp and without glare, {BY_HAND}.",
        )
