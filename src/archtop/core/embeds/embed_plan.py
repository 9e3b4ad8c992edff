"""An embed where it lies: what it weighs, what it pushes aside, how far it stands out."""

from __future__ import annotations

import math

from archtop.core.base import Figure, Frozen
from archtop.core.document import Embed
from archtop.core.embeds.portrait import Band, Strip, portrait_of, side_of
from archtop.core.embeds.rows import RowPlan, row_of
from archtop.core.geometry import Clearance, Inside, Points, Prism, holes_of, points_of

__all__ = ["EmbedPlan", "FigurePlan", "embed_plan", "figure_prism_of", "prism_of"]

Corners = tuple[tuple[float, float], ...]


class FigurePlan(Frozen):
    """A figure cast inside a column, where it lies."""

    name: str
    colour: str
    outline: Corners
    holes: tuple[Corners, ...]
    volume: Figure


class EmbedPlan(Frozen):
    """An embed where it lies. ``proud_mm``: how far it stands above the final level.

    ``bands``: what shows of each colour in a cut, where it has several; ``side``: along its middle.
    ``below_ml``, ``beside_ml``, ``above_ml``: batter under its lowest point, up to its highest, and over it.
    """

    id: str
    name: str
    colour: str
    outline: Corners
    holes: tuple[Corners, ...]
    from_mm: float
    to_mm: float
    volume: Figure
    pushes_aside: Figure
    weight: Figure
    proud_mm: float
    clearance: Clearance
    figure: FigurePlan | None
    bands: tuple[Band, ...]
    side: tuple[Strip, ...]
    row: RowPlan | None
    below_ml: float
    beside_ml: float
    above_ml: float


def prism_of(embed: Embed) -> Prism:
    """The solid an embed claims."""
    return Prism(
        points_of(embed.outline),
        (embed.across_mm, embed.up_mm),
        embed.turn_deg,
        (embed.from_mm, embed.from_mm + embed.length_mm),
        holes_of(embed.outline),
    )


def figure_prism_of(embed: Embed) -> Prism | None:
    """The solid of the figure inside an embed, turned with it."""
    figure = embed.figure
    if figure is None:
        return None
    turn = math.radians(embed.turn_deg)
    across = embed.across_mm + figure.across_mm * math.cos(turn) - figure.up_mm * math.sin(turn)
    up = embed.up_mm + figure.across_mm * math.sin(turn) + figure.up_mm * math.cos(turn)
    return Prism(
        points_of(figure.outline),
        (across, up),
        embed.turn_deg + figure.turn_deg,
        (embed.from_mm, embed.from_mm + embed.length_mm),
        holes_of(figure.outline),
    )


def _corners(points: Points) -> Corners:
    return tuple((round(float(x), 4), round(float(z), 4)) for x, z in points)


def _figure_plan(embed: Embed, prism: Prism | None) -> FigurePlan | None:
    if embed.figure is None or prism is None:
        return None
    return FigurePlan(
        name=embed.figure.name,
        colour=embed.figure.colour,
        outline=_corners(prism.points),
        holes=tuple(_corners(hole) for hole in prism.holes),
        volume=Figure.exact(
            prism.volume / 1000, "ml", f"{prism.profile.area:.0f} mm² of section × {prism.length:g} mm"
        ),
    )


def embed_plan(
    embed: Embed, prism: Prism, clearance: Clearance, *, inside: Inside, level: float, density: float
) -> EmbedPlan:
    """Describe an embed in a loaf filled to ``level`` [mm]; ``density`` of the embed in g/ml."""
    below, beside, all_in = (inside.batter_below(min(z, level)) / 1000 for z in (prism.bottom, prism.top, level))
    ml = prism.volume / 1000
    pushed = prism.immersed(level) / 1000
    area = prism.profile.area
    return EmbedPlan(
        id=embed.id,
        name=embed.name,
        colour=embed.colour,
        outline=_corners(prism.points),
        holes=tuple(_corners(hole) for hole in prism.holes),
        from_mm=prism.y0,
        to_mm=prism.y1,
        volume=Figure.exact(ml, "ml", f"{area:.0f} mm² of section × {prism.length:g} mm"),
        pushes_aside=Figure.exact(
            pushed, "ml", f"its {prism.profile.below(level):.0f} mm² below the level × {prism.length:g} mm"
        ),
        weight=Figure.within(
            ml * density,
            "g",
            0.03,
            "estimate",
            how=f"{ml:.0f} ml × {density:.3f} g/ml",
            source="the formula's estimated batter density; a piece that has dried weighs less",
        ),
        proud_mm=max(0.0, prism.top - level),
        clearance=clearance,
        figure=_figure_plan(embed, figure_prism_of(embed)),
        bands=portrait_of(embed),
        side=side_of(embed, prism.bottom, prism.top),
        row=row_of(embed, area),
        below_ml=below,
        beside_ml=beside - below,
        above_ml=all_in - beside,
    )
