"""An embed where it lies: what it weighs, what it pushes aside, how far it stands out."""

from __future__ import annotations

from archtop.core.document import Embed
from archtop.core.figure import Figure, Frozen
from archtop.core.geometry import Clearance, Prism, points_of

__all__ = ["PiecePlan", "piece_plan", "prism_of"]


class PiecePlan(Frozen):
    """An embed where it lies. ``proud_mm``: how far it stands above the final level."""

    id: str
    name: str
    colour: str
    outline: tuple[tuple[float, float], ...]
    from_mm: float
    to_mm: float
    volume: Figure
    pushes_aside: Figure
    weight: Figure
    proud_mm: float
    clearance: Clearance


def prism_of(embed: Embed) -> Prism:
    """The solid an embed claims."""
    return Prism(
        points_of(embed.outline), embed.across_mm, embed.up_mm, embed.turn_deg,
        embed.from_mm, embed.from_mm + embed.length_mm,
    )  # fmt: skip


def piece_plan(embed: Embed, prism: Prism, clearance: Clearance, level: float, density: float) -> PiecePlan:
    """Describe a piece in a loaf filled to ``level`` [mm]; ``density`` of the piece in g/ml."""
    ml = prism.volume / 1000
    pushed = prism.immersed(level) / 1000
    area = prism.profile.area
    return PiecePlan(
        id=embed.id,
        name=embed.name,
        colour=embed.colour,
        outline=tuple((round(float(x), 4), round(float(z), 4)) for x, z in prism.points),
        from_mm=prism.y0,
        to_mm=prism.y1,
        volume=Figure.exact(ml, "ml", f"{area:.0f} mm² of section × {prism.length:g} mm"),
        pushes_aside=Figure.exact(
            pushed, "ml", f"its {prism.profile.below(level):.0f} mm² below the level × {prism.length:g} mm"
        ),
        weight=Figure.within(
            ml * density, "g", 0.03, "estimate", f"{ml:.0f} ml × {density:.3f} g/ml",
            "the formula's estimated batter density; a piece that has dried weighs less",
        ),
        proud_mm=max(0.0, prism.top - level),
        clearance=clearance,
    )  # fmt: skip
