"""Will it hold: for each laid embed and each layer, how thick the batter must be, and what happens if it is not."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from itertools import pairwise
from typing import NamedTuple

from archtop.core.base import Figure, Frozen
from archtop.core.document import Lay, Loaf, Pour, Prop, prop_of
from archtop.core.geometry import Inside, Prism
from archtop.core.pours.filling import Fill
from archtop.core.resolved import ResolvedLoaf
from archtop.core.rheology import Laid, Stage, needed_sphere, needed_under_stream, stage_at, stages

__all__ = [
    "EmbedHold",
    "Ghost",
    "LaidIn",
    "LayerHold",
    "SmallHold",
    "embed_holds",
    "laid_in",
    "layer_holds",
    "small_holds",
    "wait_for_stage",
]

# Densities of piece and batter are each known to a few percent: what that does to the answer makes its range.
_DENSITY_SPREAD = 0.025
_NEAR_MM = 1.0
# What tapping the mould leaves of the yield stress while it lasts: a stated guess.
_TAPPED = 1 / 3
_THICK_PA = 50.0


class Ghost(Frozen):
    """Where an embed comes to rest in batter of one stage: its lowest point, and how far that is from the drawing.

    ``tapped_off_mm``: how far off it ends when the mould is tapped until it moves no more.
    """

    stage: str
    name: str
    pa: float
    bottom_mm: float
    off_mm: float
    tapped_off_mm: float
    on_floor: bool


class EmbedHold(Frozen):
    """An embed as it is laid in. ``needed``: yield stress that leaves it where it is drawn.

    ``drawn_above``: it is drawn over the batter it is laid on, and nothing holds it there.
    """

    embed: str
    needed: Figure
    drawn_above: bool
    stage: str
    ghosts: tuple[Ghost, ...]
    says: str


class SmallHold(Frozen):
    """Small pieces stirred into a pour. ``needed``: yield stress at which they neither sink nor rise in it, ``thick``
    in words.
    """

    pieces: str
    pour: str
    needed: Figure
    thick: str
    says: str


class LayerHold(Frozen):
    """A pour onto the layer before it. ``needed``: yield stress of that layer so that the stream does not break it."""

    pour: str
    needed: Figure
    stage: str
    says: str


class LaidIn(NamedTuple):
    """An embed at its moment: what it is laid into, its lowest point as drawn, and the level before it [mm]."""

    embed: str
    laid: Laid
    bottom: float
    level: float


def laid_in(loaf: Loaf, fills: Sequence[Fill], prisms: Mapping[str, Prism]) -> Iterator[LaidIn]:
    """Every embed that is laid on batter, in the order of work."""
    inside = Inside(loaf.mould)
    poured = 0.0
    for step, done in zip(loaf.work, fills, strict=True):
        poured += (done.batter.value + done.stirred_ml) * 1000
        if isinstance(step, Lay) and poured > 0:
            prism = prisms[step.embed]
            yield LaidIn(step.embed, Laid(inside, poured, prism), prism.bottom, done.level_before_mm)
        if isinstance(step, Lay):
            inside = Inside(loaf.mould, (*inside.pieces, prisms[step.embed]))


def embed_holds(of: ResolvedLoaf, fills: Sequence[Fill]) -> tuple[EmbedHold, ...]:
    """Every embed, in the order it is laid."""
    return tuple(_hold(of, laid) for laid in laid_in(of.loaf, fills, of.prisms))


def _hold(of: ResolvedLoaf, item: LaidIn) -> EmbedHold:
    key, laid, bottom, level = item
    name, densities = of.embeds[key].name, (of.piece_density[key], of.own_batter.density.value)
    piece, batter = densities
    # Drawn above the batter it is laid on, nothing holds it there: the figure then tells the surface's own answer.
    place = min(bottom, float(laid.bottoms[0]))
    needed, low, high = (
        max(0.0, laid.needed_at(place, piece * factor, batter))
        for factor in (1.0, 1 - _DENSITY_SPREAD, 1 + _DENSITY_SPREAD)
    )
    ghosts = tuple(_ghost(laid, stage, bottom, densities) for stage in stages())
    stage = stage_at(needed)
    prop = prop_of(of.loaf.work, key)
    return EmbedHold(
        embed=key,
        needed=Figure(
            value=needed,
            unit="Pa",
            low=min(low, needed),
            high=max(high, needed),
            basis="estimate",
            how="weight less lift, over bearing factor and width of what lies under the surface",
            source="strip footing 5.14 (Prandtl) to buried cylinder 11.94 (Randolph & Houlsby 1984); densities ±2.5 %",
        ),
        drawn_above=bottom > float(laid.bottoms[0]),
        stage=stage.key,
        ghosts=ghosts,
        says=_held(prop, name, stage) if prop else _advice(name, bottom, level, stage, ghosts),
    )


def _held(prop: Prop, name: str, stage: Stage) -> str:
    """What to do with what is propped, in words."""
    if prop.until is None:
        return f"{prop.name} hold {name} until the loaf is firm: lay it in as soon as you like."
    return f"{prop.name} hold {name}: lay it in as soon as you like. Before they come out, {wait_for_stage(stage)}."


def _ghost(laid: Laid, stage: Stage, bottom: float, densities: tuple[float, float]) -> Ghost:
    rest = laid.rest(stage.pa, *densities)
    tapped = laid.rest(stage.pa * _TAPPED, *densities)
    return Ghost(
        stage=stage.key,
        name=stage.name,
        pa=stage.pa,
        bottom_mm=rest.bottom_mm,
        off_mm=rest.bottom_mm - bottom,
        tapped_off_mm=min(tapped.bottom_mm, rest.bottom_mm) - bottom,
        on_floor=rest.on_floor,
    )


def _advice(name: str, bottom: float, level: float, stage: Stage, ghosts: Sequence[Ghost]) -> str:
    """What to do, in words."""
    light = next(ghost for ghost in ghosts if ghost.stage == "light")
    if bottom > level + _NEAR_MM:
        return f"{name} is drawn above the batter: pour to {bottom:.0f} mm first, or it comes to rest lower."
    if bottom <= _NEAR_MM:
        return f"{name} lies on the floor: any thickness will do, but spoon batter under its sides."
    if light.off_mm > _NEAR_MM:
        return (
            f"{name} goes in from light trace on, and must then be pressed or tapped down {light.off_mm:.0f} mm to "
            "where it is drawn. Spoon batter behind it."
        )
    wait = f"With batter at {level:.0f} mm, {wait_for_stage(stage)}, then lay {name} in."
    if light.off_mm >= -_NEAR_MM:
        return (
            f"With batter at {level:.0f} mm, lay {name} in at light trace or later and tap it down. "
            "Spoon batter behind it."
        )
    sinks = "lies on the floor" if light.on_floor else f"sinks {-light.off_mm:.0f} mm too deep"
    higher = " Pouring higher first holds it sooner." if stage.pa > _THICK_PA else ""
    return f"{wait} Earlier it sinks: at light trace it {sinks}.{higher} Spoon batter behind it."


def layer_holds(loaf: Loaf, density: float) -> tuple[LayerHold, ...]:
    """Every pour that falls onto batter poured before it and is not meant to go through it.

    :param density: of the batter [g/ml]
    """
    pours = [step for step in loaf.work if isinstance(step, Pour)]
    found = []
    for under, step in pairwise(pours):
        if step.goes_in.through:
            continue
        needed = needed_under_stream(density * 1000, step.fall_mm / 1000)
        stage = stage_at(needed)
        found.append(
            LayerHold(
                pour=step.id,
                needed=Figure.within(
                    needed,
                    "Pa",
                    0.4,
                    "estimate",
                    how=f"ρ·g·{step.fall_mm:g} mm / 6: the stream's pressure against bearing",
                    source="stagnation pressure against strip bearing capacity (Prandtl), rounded",
                ),
                stage=stage.key,
                says=f"{under.name} must {_be(stage.name)} ({stage.sign}) before {step.name} falls "
                f"{step.fall_mm:g} mm onto it.",
            )
        )
    return tuple(found)


def _be(stage: str) -> str:
    """ "be like pudding", "have come to thick trace"."""
    return f"be {stage}" if stage.startswith("like") else f"have come to {stage}"


def _until(stage: str) -> str:
    """ "until it is like pudding", "for thick trace"."""
    return f"until it is {stage}" if stage.startswith("like") else f"for {stage}"


def wait_for_stage(stage: Stage) -> str:
    """What to wait for, and by what it is known: "wait for thick trace (…)"."""
    return f"wait {_until(stage.name)} ({stage.sign})"


def small_holds(of: ResolvedLoaf) -> tuple[SmallHold, ...]:
    """Every kind of small piece in every pour it is stirred into, taken as balls of its volume."""
    found = []
    for step in [work for work in of.loaf.work if isinstance(work, Pour)]:
        for item in step.pieces:
            apart = of.piece_density[item.pieces] - of.own_batter.density.value
            across = (6 * of.made[item.pieces].each_ml * 1000 / math.pi) ** (1 / 3)
            needed = needed_sphere(apart * 1000, across / 1000)
            most = needed_sphere((abs(apart) + _DENSITY_SPREAD) * 1000, across / 1000)
            stage = stage_at(most)
            way = (
                "Heavier than the batter: thinner, they sink"
                if apart > 0
                else "Lighter than the batter: thinner, they rise"
            )
            found.append(
                SmallHold(
                    pieces=item.pieces,
                    pour=step.id,
                    needed=Figure(
                        value=needed,
                        unit="Pa",
                        low=0.0,
                        high=most,
                        basis="estimate",
                        how=f"0.048·|Δρ|·g·d with Δρ {apart:+.3f} g/ml and d {across:.0f} mm",
                        source="Beris et al. 1985, J. Fluid Mech. 158:219; taken as balls, densities ±2.5 %",
                    ),
                    thick=stage.name,
                    says=f"{of.pieces[item.pieces].name} stay where they fall from {stage.name} on ({stage.sign})."
                    + (f" {way}." if abs(apart) > _DENSITY_SPREAD else ""),
                )
            )
    return tuple(found)
