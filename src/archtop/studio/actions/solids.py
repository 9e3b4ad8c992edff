"""The loaf in the hand: solids of a document as it stands, as files, and what is to be said of them."""

from __future__ import annotations

import base64
import io
import math
from collections.abc import Mapping
from functools import lru_cache
from typing import Literal, NamedTuple

import numpy as np
from numpy.typing import NDArray

from archtop.core import Cupboard, Loaf, LoafPlan
from archtop.core.base import Frozen, InputError, StepKey
from archtop.core.bench.clock import bowls_of
from archtop.core.faces import ColourField, field_of
from archtop.core.pots import ColourPlan
from archtop.core.rheology import stages
from archtop.core.solids import (
    LoafSolids,
    Pictures,
    Stiffness,
    after_step,
    as_glb,
    as_stl,
    face_picture,
    hollow_of,
    loaf_in_words,
    loaf_solids,
    look_of,
    mesh_as_stl,
    outside_of,
    pictures_of,
    still_of,
    walls_of,
)
from archtop.studio.actions.plans import PlannedLoaf, Plans
from archtop.studio.models import Loaf as Row

__all__ = [
    "Age",
    "CutThrough",
    "Piped",
    "SolidAsked",
    "SolidTold",
    "cut_through",
    "first_png",
    "moment_png",
    "mould_stl",
    "solid_file",
    "solid_told",
    "still_png",
]

Age = Literal["wet", "next day", "cured"]
# Loaves that are turned in the hand at a time.
_KEPT = 6
# How wide and high a picture at the bench is [px].
_AT_BENCH = (640, 420)
# A cut goes no nearer to an end [mm].
_END_MM = 0.2


class SolidAsked(NamedTuple):
    """Which plausible outcome, so much later than planned [min]; how old it is; how long ago its frosting was mixed.

    ``ash``: whether its top has whitened; ``mould``: whether its mould is wanted as well.
    """

    seed: int = 1
    later_min: float = 0.0
    age: Age = "cured"
    frosting_min: float | None = None
    ash: bool = False
    mould: bool = False


class Piped(Frozen):
    """How a run comes out so long after its batter was mixed; ``how``: as it should, sunk or torn."""

    run: str
    name: str
    yield_pa: float
    how: Literal["stands", "sinks", "tears"]
    says: str


class SolidTold(Frozen):
    """A loaf in words, its bars by number, and how its piping comes out where a time is asked for."""

    words: tuple[str, ...]
    bars: tuple[int, ...]
    piped: tuple[Piped, ...]


class CutThrough(Frozen):
    """What is seen where a loaf is cut through: a picture, so far to each side and so high [mm]."""

    png: str
    half_mm: float
    high_mm: float


class _Made(NamedTuple):
    solids: LoafSolids
    pictures: Pictures
    field: ColourField


def solid_file(
    loaf: Loaf, cupboard: Cupboard, asked: SolidAsked, kind: Literal["glb", "stl"], bar: int | None = None
) -> bytes:
    """The loaf as glTF binary or STL, or one bar of it.

    :raises InputError: the loaf does not plan, or ``bar.none``
    """
    # Planned loaves are kept by their document: one that has not changed is the same object.
    same = _Same(Plans(cupboard).of_document(loaf))
    if bar is None and kind == "glb":
        return _whole_glb(same, asked)
    made = _made(same, asked)
    bars = [item for item in made.solids.bars if bar is None or item.number == bar]
    if not bars:
        last = len(made.solids.bars)
        raise InputError.one("bar.none", "bar", bar or 0, f"there are {last}", f"Ask for one from 1 to {last}.")
    return as_stl(bars) if kind == "stl" else as_glb(made.solids, made.pictures, [item.number for item in bars])


def cut_through(loaf: Loaf, cupboard: Cupboard, asked: SolidAsked, at_mm: float) -> CutThrough:
    """A cut at any place along a loaf, as its bars' faces are drawn.

    :raises InputError: the loaf does not plan
    """
    same = _Same(Plans(cupboard).of_document(loaf))
    made = _made(same, asked)
    y = min(max(at_mm, _END_MM), loaf.mould.length_mm - _END_MM)
    picture = face_picture(same.planned.of, made.field, made.pictures.look, y, made.solids.over)
    png = base64.b64encode(_png(picture.pixels)).decode()
    return CutThrough(png=f"data:image/png;base64,{png}", half_mm=picture.half_mm, high_mm=picture.high_mm)


def mould_stl(loaf: Loaf) -> bytes:
    """What fills a loaf's mould to its rim, as STL in millimetres."""
    return mesh_as_stl(hollow_of(loaf.mould))


def solid_told(loaf: Loaf, cupboard: Cupboard, asked: SolidAsked) -> SolidTold:
    """What there is to say of it.

    :raises InputError: the loaf does not plan
    """
    planned = Plans(cupboard).of_document(loaf)
    result = planned.result
    many = 1 if result.cuts.whole else sum(bar.parts for bar in result.cuts.bars)
    stiff = _stiff(planned, asked.frosting_min)
    return SolidTold(
        words=loaf_in_words(planned.document, result),
        bars=tuple(range(1, many + 1)),
        piped=tuple(_piped(run_id, result, stiff[run_id]) for run_id in stiff),
    )


def still_png(loaf: Row, cupboard: Cupboard) -> bytes:
    """A saved loaf at a slant as PNG, clear around it.

    :raises InputError: the loaf does not plan
    """
    made = _made(_Same(Plans(cupboard).of(loaf)), SolidAsked())
    return _png(still_of(made.solids, made.pictures))


def first_png(loaf: Row, cupboard: Cupboard) -> bytes:
    """A saved loaf as a first look has it: its front and its outsides, at once rather than finely, as PNG.

    :raises InputError: the loaf does not plan
    """
    same, asked = _Same(Plans(cupboard).of(loaf)), SolidAsked()
    of, result = same.planned
    solids = _shaped(same, asked.frosting_min)
    look = look_of(of, {colour.id: _at_age(colour, asked.age) for colour in result.colours})
    outside = outside_of(of, solids, _coloured(same, asked.seed, asked.later_min), look)
    return _png(still_of(solids, outside, finer=1), at_once=True)


def _png(picture: NDArray[np.uint8], at_once: bool = False) -> bytes:
    """As small as it goes, or somewhat larger and several times as soon."""
    from PIL import Image

    data = io.BytesIO()
    Image.fromarray(picture).save(data, "PNG", optimize=not at_once, **({"compress_level": 1} if at_once else {}))
    return data.getvalue()


def moment_png(loaf: Row, cupboard: Cupboard, step: str, yields_pa: tuple[float, ...] = ()) -> bytes:
    """A saved loaf at a slant as it stands once a step of the bench is done, as PNG.

    :param step: its key
    :param yields_pa: how thick the bowls of what is piped in it are [Pa], of which the softest gives way first; as they
        should be where nothing is said
    :raises InputError: the loaf does not plan, or ``step.none``
    """
    return _moment(_Same(Plans(cupboard).of(loaf)), step, yields_pa)


@lru_cache(maxsize=4 * _KEPT)
def _moment(same: _Same, step: str, yields_pa: tuple[float, ...]) -> bytes:
    of, result = same.planned
    moment = after_step(of, result, step)
    if moment is None:
        raise InputError.one(
            "step.none", "step", step, "nothing of the loaf is seen of it", "Ask for a pour or the top."
        )
    run = StepKey.parse(step).what
    bowls = bowls_of(of, result)
    density = min(bowl.density_g_ml for bowl in bowls)
    stiff = {run: Stiffness(min(yields_pa), density)} if yields_pa else {}
    solids = loaf_solids(*moment, stiff)
    field = field_of(moment[0], moment[1].fills, bowls)
    shown = {colour.id: _at_age(colour, "wet") for colour in result.colours}
    return _png(still_of(solids, pictures_of(moment[0], solids, field, look_of(moment[0], shown)), _AT_BENCH))


class _Same:
    """A planned loaf that is told apart by being itself."""

    def __init__(self, planned: PlannedLoaf) -> None:
        self.planned = planned

    def __hash__(self) -> int:
        return id(self.planned.result)

    def __eq__(self, other: object) -> bool:
        return isinstance(other, _Same) and other.planned.result is self.planned.result


@lru_cache(maxsize=_KEPT)
def _whole_glb(same: _Same, asked: SolidAsked) -> bytes:
    made = _made(same, asked)
    walls = walls_of(same.planned.document.mould) if asked.mould else None
    return as_glb(made.solids, made.pictures, walls=walls)


@lru_cache(maxsize=_KEPT)
def _made(same: _Same, asked: SolidAsked) -> _Made:
    of, result = same.planned
    solids = _shaped(same, asked.frosting_min)
    field = _coloured(same, asked.seed, asked.later_min)
    shown = {colour.id: _at_age(colour, asked.age) for colour in result.colours}
    return _Made(solids, pictures_of(of, solids, field, look_of(of, shown, asked.ash)), field)


@lru_cache(maxsize=_KEPT)
def _shaped(same: _Same, frosting_min: float | None) -> LoafSolids:
    of, result = same.planned
    return loaf_solids(of, result, _stiff(same.planned, frosting_min))


@lru_cache(maxsize=_KEPT)
def _coloured(same: _Same, seed: int, later_min: float) -> ColourField:
    of, result = same.planned
    return field_of(of, result.fills, bowls_of(of, result), seed, later_min)


def _at_age(colour: ColourPlan, age: Age) -> str:
    """What is shown everywhere is cured; what nothing colours yet has no other age."""
    if colour.forecast is None or age == "cured":
        return colour.shown
    return (colour.forecast.wet if age == "wet" else colour.forecast.next_day).srgb


def _stiff(planned: PlannedLoaf, minutes: float | None) -> Mapping[str, Stiffness]:
    """How stiff each run is so long after the mixing, by the clock's own prior; nothing where nobody asks."""
    if minutes is None:
        return {}
    of, result = planned
    bowls = bowls_of(of, result)
    found = {}
    for run in result.top.runs:
        colours = {colour for bag in run.bags for colour in bag}
        mine = [
            Stiffness(bowl.growth.expected_pa(minutes), bowl.density_g_ml) for bowl in bowls if bowl.colour in colours
        ]
        if mine:
            found[run.id] = min(mine)
    return found


def _piped(run_id: str, result: LoafPlan, stiff: Stiffness) -> Piped:
    run = next(run for run in result.top.runs if run.id == run_id)
    least = run.motif.needed_pa
    how: Literal["stands", "sinks", "tears"] = (
        "sinks" if stiff.yield_pa < least else "tears" if stiff.yield_pa > run.most_pa else "stands"
    )
    nearest = min(stages(), key=lambda stage: abs(math.log(stage.pa / stiff.yield_pa)))
    says = {"stands": "stands as piped", "sinks": "sinks and spreads", "tears": "tears at its edges"}[how]
    return Piped(
        run=run_id, name=run.name, yield_pa=stiff.yield_pa, how=how, says=f"{run.name}, {nearest.name}: {says}."
    )
