"""Does this loaf gel: in the middle, all through, not at all; how hot does it get, and when is it to be looked at?

Gel is the warm phase of fresh soap: where it was, the bar is darker, clearer and firm sooner. It begins above a warmth
that depends on the water. How warm a loaf gets follows from the heat of saponification, its size, its mould, its cover,
the room, and from the cold pieces that lie in it.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from functools import lru_cache
from typing import Final, Literal, NamedTuple, get_args

import numpy as np
import numpy.typing as npt
import shapely

from archtop.core.base import Figure, Frozen
from archtop.core.chemistry import Batter
from archtop.core.document import Cover
from archtop.core.gel.conduction import Face, Field, Soap, Warming, warming
from archtop.core.geometry import Mould, Prism

__all__ = ["COVERS", "GelFilm", "GelPlan", "Setting", "film_of", "gel_of"]

COVERS: Final = get_args(Cover)

_NAOH_G_MOL = 39.997
# Heat of saponification by mole of lye [kJ/mol]: about that of a weak acid's neutralisation (50 to 57 kJ/mol, from
# memory), which is nearly all of it; breaking the esters gives little.
_KJ_PER_MOL = 55.0
# Specific heats [J/(g K)]: oils, water (The Lipid Handbook, steam tables), lye in solution (a stated guess).
_OIL_J, _WATER_J, _REST_J = 2.0, 4.18, 1.6
# Between oils (0.17) and water (0.6 W/(m K)): a stated guess for what is an emulsion of both.
_LEADS = 0.3
# Half done in three hours at 45 °C, four times as quick at 70 °C; 5 % done at the pour: stated guesses, held against
# what makers see (see the tests).
_HALF_H, _HALF_AT_C, _ACTIVATION_KJ, _BEGUN = 3.0, 45.0, 50.0, 0.05
# An additive's point of heat makes the reaction so much quicker: a stated guess.
_POINT = 0.25
# Gel begins at 67 °C with lye of a third, sooner with more water [°C a point of lye]; give or take (common practice).
_GEL_C, _GEL_AT_PERCENT, _GEL_SLOPE, _GEL_GIVE = 67.0, 33.0, 1.5, 5.0
# How a wall lets heat through with the still air beyond it [W/(m² K)]: 12 mm of wood 4.4, silicone or plastic more.
_WALLS = {"lined box": 4.4, "silicone": 7.0, "stiff": 6.5}
_OPEN, _LID, _TOWEL_M2_K_W = 9.0, 3.2, 0.5
_PAD = Face(10.0, 45.0)
_FRIDGE_C = 6.0
# Batter cools while it is coloured and poured [K].
_COOLED = 2.0
# What is not known of all this, taken together: the heat, the speed, the walls, the start [K].
_UNSURE_HEAT, _UNSURE_WALLS, _UNSURE_START = 0.06, 0.12, 2.0
# Cells across, along and up: heat leaves a loaf through its sides long before it has gone along it.
_CELL_MM, _FINE_MM, _LEAST_CELLS, _MOST_CELLS = (12.0, 45.0, 12.0), (6.0, 20.0, 6.0), (5, 3, 4), 24
# A thinner cell would be reckoned in steps of seconds, and is as warm all through.
_THINNEST_MM = 5.0
_LONGEST_H, _EVERY_H = 14.0, 0.5
# A loaf hotter than this may crack or rise in the middle (common practice) [°C].
_TOO_HOT_C = 90.0
_ALL, _SOME = 0.75, 0.05


class Setting(NamedTuple):
    """How a loaf is left to set.

    ``mixed_c``: what oils and lye came to [°C]; ``warms``: points of heat that its additives bring.
    """

    mixed_c: float
    room_c: float
    warms: float
    cover: Cover


class _Case(NamedTuple):
    """All that decides how warm a loaf gets; the key under which an answer is kept."""

    soap: Soap
    size_mm: tuple[float, float, float]
    start_c: float
    room_c: float
    material: str
    cover: Cover
    pieces: tuple[tuple[tuple[tuple[float, float], ...], float, float], ...]
    gel_c: float


class GelPlan(Frozen):
    """What comes of a loaf as it sets.

    ``gels``: ``all``, ``middle`` (edges stay pale: a ring), ``none``, or ``unsure`` where the range holds both.
    ``share``: of the fresh batter [%]. ``peak``: of its warmest place; ``peak_h``: when [h after the pour].
    ``look_h``: when it is to be looked at: when the middle begins to gel; where it does not, when a heat pad has warmed
    it as far as it can; else ``None``.
    """

    cover: Cover
    gels: Literal["all", "middle", "none", "unsure"]
    share: Figure
    peak: Figure
    peak_h: float
    gel_at: Figure
    look_h: float | None
    too_hot: bool
    says: str
    remedy: str

    @property
    def gelled(self) -> float:
        """Share of the fresh batter that gels, as far as that can be told [0–1]."""
        return {"all": 1.0, "middle": self.share.value / 100, "none": 0.0, "unsure": 0.0}[self.gels]

    @property
    def off_the_pad(self) -> bool:
        """Whether a heat pad does not bring it to gel, so that the pad comes off by the clock alone."""
        return self.cover == "heat pad" and self.gels == "none"

    def look(self, name: str) -> str:
        """What a look under the cover of a loaf of that name is called."""
        return f"Take {name} off the heat pad" if self.off_the_pad else f"Look whether {name} gels"

    @property
    def through(self) -> bool:
        """Whether all of it surely gels: then it is firm sooner."""
        return self.gels == "all"


class GelFilm(Frozen):
    """The section halfway along, hour by hour: temperatures [°C] row by row from the top, left to right."""

    size_mm: tuple[float, float]
    hours: tuple[float, ...]
    frames: tuple[tuple[tuple[float, ...], ...], ...]
    pieces: tuple[tuple[bool, ...], ...]
    gel_at_c: float


class _Outcome(NamedTuple):
    """One run: share gelled, warmest place, when it was, when it first gelled."""

    share: float
    peak_c: float
    peak_h: float
    first_h: float | None


def gel_of(mould: Mould, level_mm: float, batter: Batter, prisms: Sequence[Prism], setting: Setting) -> GelPlan:
    """Whether a loaf gels.

    :param prisms: what lies in it, as warm as the room
    """
    return _gel(_case(mould, level_mm, batter, prisms, setting))


def film_of(mould: Mould, level_mm: float, batter: Batter, prisms: Sequence[Prism], setting: Setting) -> GelFilm:
    """The same seen in the section halfway along, on a finer grid, for twelve hours."""
    case = _case(mould, level_mm, batter, prisms, setting)
    grid = _Grid(case, _FINE_MM)
    frames, hours = [], []
    for moment in _run(case, grid, 0):
        if moment.hours > 12:
            break
        frames.append(moment.t_c[:, grid.count[1] // 2, :])
        hours.append(moment.hours)
    return GelFilm(
        size_mm=(case.size_mm[0], case.size_mm[2]),
        hours=tuple(hours),
        frames=tuple(tuple(tuple(row) for row in frame.T[::-1].round(1).tolist()) for frame in frames),
        pieces=tuple(tuple(row) for row in (~grid.fresh[:, grid.count[1] // 2, :]).T[::-1].tolist()),
        gel_at_c=case.gel_c,
    )


def _case(mould: Mould, level_mm: float, batter: Batter, prisms: Sequence[Prism], setting: Setting) -> _Case:
    shares: dict[str, float] = {}
    for part in batter.parts:
        shares[part.role] = shares.get(part.role, 0.0) + part.share
    oils, water = shares.get("oil", 0.0) + shares.get("late fat", 0.0), shares.get("water", 0.0)
    soap = Soap(
        g_ml=batter.density.value,
        j_per_g_k=_OIL_J * oils + _WATER_J * water + _REST_J * max(0.0, 1 - oils - water),
        w_per_m_k=_LEADS,
        j_per_g=shares.get("lye", 0.0) / _NAOH_G_MOL * _KJ_PER_MOL * 1000,
        half_h=_HALF_H / (1 + _POINT * min(max(setting.warms, 0.0), 3.0)),
        half_at_c=_HALF_AT_C,
        activation_kj=_ACTIVATION_KJ,
        begun=_BEGUN,
    )
    middle, half = mould.length_mm / 2, level_mm / 2
    front, back = mould.ends(half)
    return _Case(
        soap=soap,
        size_mm=(round(2 * mould.half_width(middle, half), 1), round(back - front, 1), max(round(level_mm), 1)),
        start_c=round(setting.mixed_c - _COOLED, 1),
        room_c=setting.room_c,
        material=mould.material,
        cover=setting.cover,
        pieces=tuple(
            (
                tuple((round(float(x), 1), round(float(z), 1)) for x, z in prism.points),
                prism.y0 - front,
                prism.y1 - front,
            )
            for prism in prisms
        ),
        gel_c=_GEL_C + _GEL_SLOPE * (batter.lye_concentration_percent - _GEL_AT_PERCENT),
    )


class _Grid:
    """Cells of a case: how many, how large, which are fresh batter."""

    def __init__(self, case: _Case, cell_mm: tuple[float, float, float]) -> None:
        nx, ny, nz = (
            min(max(least, round(side / cell)), _MOST_CELLS, max(1, int(side / _THINNEST_MM)))
            for side, cell, least in zip(case.size_mm, cell_mm, _LEAST_CELLS, strict=True)
        )
        wide, long, high = case.size_mm
        self.count = (nx, ny, nz)
        self.cell_mm = (wide / nx, long / ny, high / nz)
        x, y, z = ((np.arange(count) + 0.5) * cell for count, cell in zip(self.count, self.cell_mm, strict=True))
        across, up = np.meshgrid(x - case.size_mm[0] / 2, z, indexing="ij")
        self.fresh: npt.NDArray[np.bool_] = np.ones(self.count, dtype=np.bool_)
        for points, first, last in case.pieces:
            inside = np.asarray(shapely.contains_xy(shapely.Polygon(points), across, up))
            along = (y > first) & (y < last)
            self.fresh &= ~(inside[:, None, :] & along[None, :, None])

    def start(self, case: _Case, fresh_c: float) -> Field:
        """Temperatures at the pour: pieces are as warm as the room."""
        return np.where(self.fresh, fresh_c, case.room_c)


def _faces(case: _Case, walls: float) -> tuple[tuple[Face, Face], tuple[Face, Face], tuple[Face, Face]]:
    """What lies beyond each face under that cover; ``walls``: how much more they let through than is thought [-]."""
    beyond = _FRIDGE_C if case.cover == "fridge" else case.room_c

    def face(u: float) -> Face:
        wrapped = case.cover in ("towel", "heat pad")
        return Face((1 / (1 / u + _TOWEL_M2_K_W) if wrapped else u) * walls, beyond)

    wall = face(_WALLS[case.material])
    top = face(_OPEN if case.cover in ("open", "fridge") else _LID)
    return (wall, wall), (wall, wall), (_PAD if case.cover == "heat pad" else wall, top)


def _run(case: _Case, grid: _Grid, way: int) -> Iterator[Warming]:
    """One run; ``way``: −1 with all that is unsure against gel, 1 with all for it, 0 between."""
    soap = case.soap._replace(
        j_per_g=case.soap.j_per_g * (1 + way * _UNSURE_HEAT), half_h=case.soap.half_h / (1 + way * _UNSURE_HEAT)
    )
    start = grid.start(case, case.start_c + way * _UNSURE_START)
    return warming(soap, grid.cell_mm, start, grid.fresh, _faces(case, 1 - way * _UNSURE_WALLS), every_h=_EVERY_H)


@lru_cache(maxsize=512)
def _outcome(case: _Case, way: int) -> _Outcome:
    grid = _Grid(case, _CELL_MM)
    if not grid.fresh.any():
        # Pieces fill it so that no cell is batter: nothing warms it.
        return _Outcome(0.0, case.room_c, 0.0, None)
    gel_c = case.gel_c - way * _GEL_GIVE / 2
    warmest = np.full(grid.count, -math.inf)
    peak_c, peak_h, first_h = -math.inf, 0.0, None
    for moment in _run(case, grid, way):
        np.maximum(warmest, moment.t_c, out=warmest)
        hottest = float(moment.t_c[grid.fresh].max())
        if hottest > peak_c:
            peak_c, peak_h = hottest, moment.hours
        if first_h is None and hottest >= gel_c:
            first_h = moment.hours
        # Cooling and half done, nothing more of it will gel.
        over = moment.hours - peak_h > 1 and float(moment.reacted[grid.fresh].mean()) > 0.5
        if over or moment.hours >= _LONGEST_H:
            break
    return _Outcome(float((warmest[grid.fresh] >= gel_c).mean()), peak_c, peak_h, first_h)


@lru_cache(maxsize=256)
def _gel(case: _Case) -> GelPlan:
    low, high = _outcome(case, -1), _outcome(case, 1)
    share, peak = (low.share + high.share) / 2, (low.peak_c + high.peak_c) / 2
    if low.share >= _ALL:
        gels: Literal["all", "middle", "none", "unsure"] = "all"
    elif high.share < _SOME:
        gels = "none"
    elif low.share >= _SOME and high.share < _ALL:
        gels = "middle"
    else:
        gels = "unsure"
    in_the_way = bool(case.pieces) and gels != "all" and _outcome(case._replace(pieces=()), -1).share >= _ALL
    first = [h for h in (low.first_h, high.first_h) if h is not None]
    peak_h = high.peak_h if low.peak_h == 0 else (low.peak_h + high.peak_h) / 2
    if gels == "none" and case.cover == "heat pad":
        first = [peak_h]
    too_hot = peak > _TOO_HOT_C
    return GelPlan(
        cover=case.cover,
        gels=gels,
        share=Figure(
            value=100 * share,
            unit="%",
            low=100 * low.share,
            high=100 * high.share,
            basis="estimate",
            how="cells of the loaf that come to the warmth of gel, as heat is made in them and led away",
            source=_SOURCE,
        ),
        peak=Figure(
            value=peak,
            unit="°C",
            low=low.peak_c,
            high=high.peak_c,
            basis="estimate",
            how=f"from {case.start_c:.0f} °C at the pour in a room of {case.room_c:.0f} °C",
            source=_SOURCE,
        ),
        peak_h=peak_h,
        gel_at=Figure(
            value=case.gel_c,
            unit="°C",
            low=case.gel_c - _GEL_GIVE,
            high=case.gel_c + _GEL_GIVE,
            basis="common practice",
            how=f"{_GEL_C:.0f} °C at {_GEL_AT_PERCENT:.0f} % lye, {_GEL_SLOPE:g} °C a point; more water, sooner",
            source="common practice, no source",
        ),
        look_h=sum(first) / len(first) if first else None,
        too_hot=too_hot,
        says=_says(case, gels, (low, high), in_the_way=in_the_way),
        remedy=_remedy(case, gels, too_hot=too_hot),
    )


_SOURCE = (
    "conduction in the loaf; heat of neutralisation, heat capacities and the speed of saponification are stated "
    "guesses, their ranges taken together"
)


def _says(case: _Case, gels: str, runs: tuple[_Outcome, _Outcome], *, in_the_way: bool) -> str:
    low, high = runs
    comes = f"its middle comes to {low.peak_c:.0f} to {high.peak_c:.0f} °C, and gel begins at about {case.gel_c:.0f} °C"
    pieces = " The cold pieces in it are in the way: without them it would gel through." if in_the_way else ""
    match gels:
        case "all":
            return f"It gels through: {comes}."
        case "middle":
            return f"Its middle gels and its edges stay pale, a ring in every bar: {comes}.{pieces}"
        case "none":
            return f"It does not gel: {comes}.{pieces}"
    return f"It may gel in the middle and leave a ring: {comes}.{pieces}"


def _remedy(case: _Case, gels: str, *, too_hot: bool) -> str:
    if too_hot:
        return "It may crack or rise in the middle: wrap it less, and look at it often; open it when it bulges."
    if gels in ("all", "none"):
        return ""
    if case.cover in ("open", "fridge"):
        return "For no gel, pour it cooler; for gel, lid and towels on."
    if case.cover == "heat pad":
        return "Pour it warmer, or leave it open in the cool so that none of it gels."
    return (
        f"For gel all through, {'stand it on a heat pad' if case.cover == 'towel' else 'wrap it in towels'}; for none, "
        "leave it open in the cool."
    )
