"""Which pots a loaf needs: one for each column and each set of cavity pieces, then the loaf's own."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from archtop.core.chemistry import Formula
from archtop.core.cupboard import Cupboard
from archtop.core.document import Embed, Loaf, Pour
from archtop.core.errors import InputError
from archtop.core.filling import Fill
from archtop.core.fitting import TOUCH_MM
from archtop.core.geometry import Prism
from archtop.core.sizing import PortionNeed, Pot, PotKind, pot_for

__all__ = ["formula_of", "pots_of"]


def formula_of(loaf: Loaf, key: str | None) -> Formula:
    """The formula of that id, or the loaf's own."""
    return next(f for f in loaf.formulas if f.id == (key or loaf.formula))


def pots_of(loaf: Loaf, fills: Sequence[Fill], prisms: Mapping[str, Prism], cupboard: Cupboard) -> tuple[Pot, ...]:
    """A pot for each column and each set of cavity pieces, then the loaf's own."""
    sizing = loaf.sizing

    def pot(key: str, name: str, kind: PotKind, formula: str | None, needs: list[PortionNeed]) -> Pot:
        return pot_for(
            key, name, kind, formula_of(loaf, formula), needs, cupboard.fats,
            sizing.film_mm, sizing.margin_percent, sizing.scale_step_g,
        )  # fmt: skip

    def casting(key: str, name: str, colour: str, volume_ml: float) -> list[PortionNeed]:
        return [PortionNeed(key=key, name=name, colour=colour, volume_ml=volume_ml, use="casting")]

    pots = []
    for i, embed in enumerate(loaf.embeds):
        if embed.casting:
            volume = prisms[embed.id].profile.area * _cast_length(embed, i) / 1000
            needs = casting(embed.id, embed.name, embed.colour, volume)
            pots.append(pot(f"cast-{embed.id}", embed.name, "column", embed.formula, needs))
    for piece in loaf.pieces:
        needs = casting(piece.id, piece.name, piece.colour, piece.mould.cavity_ml * piece.count)
        pots.append(pot(f"cast-{piece.id}", piece.name, "cavity", piece.formula, needs))
    pots.append(pot("loaf", loaf.name, "loaf", None, _loaf_needs(loaf, fills)))
    return tuple(pots)


def _cast_length(embed: Embed, i: int) -> float:
    """Length [mm] to fill a column mould to: the piece and what is trimmed off it."""
    if embed.casting is None:
        return embed.length_mm
    length = embed.length_mm + embed.casting.trim_mm
    if length > embed.casting.mould_length_mm + TOUCH_MM:
        raise InputError.one(
            "casting.too_short", f"embeds.{i}.casting.mould_length_mm", embed.casting.mould_length_mm,
            f"{embed.name} needs {length:g} mm with its trim", "Cast it in two, or in a longer column mould.",
        )  # fmt: skip
    return length


def _loaf_needs(loaf: Loaf, fills: Sequence[Fill]) -> list[PortionNeed]:
    """One bowl for each colour poured, one for each colour of frosting held back."""
    names = {colour.id: colour.name for colour in loaf.colours}
    poured: dict[str, float] = {}
    for work, done in zip(loaf.work, fills, strict=True):
        if isinstance(work, Pour):
            for share in work.colours:
                volume = done.batter.value * share.percent / 100
                poured[share.colour] = poured.get(share.colour, 0.0) + volume
    needs = [
        PortionNeed(key=f"pour-{key}", name=names[key], colour=key, volume_ml=volume, use="pour")
        for key, volume in poured.items()
    ]
    held: dict[str, float] = {}
    for share in loaf.frosting.colours if loaf.frosting else ():
        volume = loaf.frosting.volume_ml * share.percent / 100 if loaf.frosting else 0.0
        held[share.colour] = held.get(share.colour, 0.0) + volume
    return needs + [
        PortionNeed(
            key=f"frosting-{key}", name=f"{names[key]}, held back", colour=key, volume_ml=volume, use="frosting"
        )
        for key, volume in held.items()
    ]
