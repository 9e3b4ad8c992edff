"""Scents: what a bottle says, blends of bottles, and how much a portion may take.

- ``Scent``: a bottle, from its supplier's sheet and the studio's own notes
- ``ScentBlend``, ``ScentDose``: what a loaf uses
- ``ScentLoad``: what a dose comes to in a portion, checked against the limit
"""

from __future__ import annotations

from collections.abc import Mapping
from typing import Annotated, Final, Literal

from pydantic import Field, model_validator

from archtop.core.base import Figure, Frozen, InputError

__all__ = [
    "BEHAVIOURS",
    "Behaviour",
    "Scent",
    "ScentBlend",
    "ScentDose",
    "ScentLoad",
    "ScentPart",
    "scent_load",
    "scent_ml",
]

Behaviour = Literal["moves along", "accelerates", "rices", "seizes", "separates", "fades"]
BEHAVIOURS: Final[tuple[Behaviour, ...]] = (
    "moves along",
    "accelerates",
    "rices",
    "seizes",
    "separates",
    "fades",
)
Strength = Annotated[int, Field(ge=1, le=3)]
Percent = Annotated[float, Field(ge=0, le=100)]


class Scent(Frozen):
    """A bottle.

    ``max_percent``: most that the supplier's sheet allows in a finished wash-off product [% by mass], ``None`` when
    nobody has looked it up; ``behaves``: what it does in batter, with strength 1 (a little) to 3 (strongly).
    """

    key: str
    name: str
    max_percent: Percent | None = None
    vanillin_percent: Percent = 0.0
    phthalates: Literal["none", "some", "unknown"] = "unknown"
    behaves: dict[Behaviour, Strength] = {}
    density_g_ml: Annotated[float, Field(gt=0.5, lt=1.6)] = 0.95
    notes: Annotated[str, Field(max_length=4000)] = ""


class ScentPart(Frozen):
    """A bottle's percent of a blend."""

    scent: str
    percent: Annotated[float, Field(gt=0, le=100)]


class ScentBlend(Frozen):
    """One or several bottles mixed; percents sum to 100."""

    id: Annotated[str, Field(min_length=1, max_length=40)]
    name: Annotated[str, Field(min_length=1, max_length=120)]
    parts: Annotated[tuple[ScentPart, ...], Field(min_length=1, max_length=20)]

    @model_validator(mode="after")
    def _adds_up(self) -> ScentBlend:
        total = sum(part.percent for part in self.parts)
        if abs(total - 100) > 0.05:
            raise InputError.one(
                "blend.sum",
                f"{self.name}: parts",
                f"{total:g} %",
                "the parts must add up to 100 %",
                f"{'Take away' if total > 100 else 'Add'} {abs(100 - total):g} %.",
            )
        return self

    def called(self, scents: Mapping[str, Scent]) -> str:
        """What it is called on the scale: its own name, with the one bottle that it is poured from."""
        bottles = [scents[part.scent].name for part in self.parts if part.scent in scents]
        one = len(bottles) == 1 and bottles[0] != self.name
        return f"{self.name} ({bottles[0]})" if one else self.name


class ScentDose(Frozen):
    """A blend in one colour, as percent of that portion's oils."""

    blend: str
    percent_of_oils: Annotated[float, Field(gt=0, le=15)]


class ScentLoad(Frozen):
    """A dose in a portion, per gram of oils: grams and ml; vanillin and limits as shares of the product."""

    grams: float
    ml: float
    vanillin_percent: float
    in_fresh: Figure
    in_dry_percent: float
    max_percent: float | None


def scent_load(
    dose: ScentDose,
    blend: ScentBlend,
    scents: Mapping[str, Scent],
    portion: str,
    *,
    fresh_g_per_g_oils: float,
    water_g_per_g_oils: float,
) -> ScentLoad:
    """What a dose comes to, by a gram of oils.

    A blend's limit is the strictest of its bottles' own, each by its part in the blend: max = min(maxᵢ / partᵢ).
    Suppliers' sheets speak of the finished product; fresh batter is what is weighed, so the rate there must keep the
    limit, and the rate once all water has gone is told as well.

    :param fresh_g_per_g_oils: batter with everything in it but the scent [g per g oils]
    :param water_g_per_g_oils: water in that [g per g oils]
    :raises InputError: ``scent.unknown`` for a bottle that is not in the cupboard; ``scent.over_limit``
    """
    bottles = [(_bottle(part.scent, scents), part.percent / 100) for part in blend.parts]
    grams = dose.percent_of_oils / 100
    fresh = 100 * grams / (fresh_g_per_g_oils + grams)
    dry = 100 * grams / (fresh_g_per_g_oils - water_g_per_g_oils + grams)
    limits = [bottle.max_percent / part for bottle, part in bottles if bottle.max_percent is not None]
    limit = min(limits) if limits else None
    if limit is not None and fresh > limit + 1e-9:
        most = 100 * fresh_g_per_g_oils * limit / (100 - limit)
        raise InputError.one(
            "scent.over_limit",
            f"{portion}: scent",
            f"{fresh:.2f} % of the batter",
            f"{blend.name} may be at most {limit:.2f} % of a wash-off product by its suppliers' sheets",
            f"Use at most {most:.1f} % of the oils, or another scent.",
        )
    return ScentLoad(
        grams=grams,
        ml=grams * scent_ml(blend, scents),
        vanillin_percent=fresh * sum(bottle.vanillin_percent / 100 * part for bottle, part in bottles),
        in_fresh=Figure.exact(
            fresh,
            "%",
            f"{dose.percent_of_oils:g} % of the oils, in batter of {fresh_g_per_g_oils:.3f} times their weight; "
            f"{dry:.2f} % once all water has gone",
            "the formula's own weights",
        ),
        in_dry_percent=dry,
        max_percent=limit,
    )


def scent_ml(blend: ScentBlend, scents: Mapping[str, Scent]) -> float:
    """Volume that a gram of a blend fills [ml].

    :raises InputError: ``scent.unknown`` for a bottle that is not in the cupboard
    """
    return sum(part.percent / 100 / _bottle(part.scent, scents).density_g_ml for part in blend.parts)


def _bottle(key: str, scents: Mapping[str, Scent]) -> Scent:
    if key not in scents:
        raise InputError.one(
            "scent.unknown", "scent", key, "must be in the cupboard", "Choose one from there, or add it there."
        )
    return scents[key]
