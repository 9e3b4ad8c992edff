"""How long a column is cast."""

from __future__ import annotations

from archtop.core.base import InputError, Mend
from archtop.core.document import Embed
from archtop.core.embeds import TOUCH_MM, row_of

__all__ = ["cast_length"]


def cast_length(embed: Embed, i: int, area_mm2: float) -> float:
    """Length [mm] to fill a column mould to: the piece and what is trimmed off it; for a row, of all its pieces.

    :param i: its place in the document
    :param area_mm2: of its section [mm²]
    :raises InputError: ``casting.too_short`` when its mould is too short
    """
    if embed.casting is None:
        return embed.length_mm
    row = row_of(embed, area_mm2)
    if embed.row and row:
        if embed.row.piece_mm > embed.casting.mould_length_mm + TOUCH_MM:
            raise InputError.one(
                "casting.too_short",
                f"embeds.{i}.casting.mould_length_mm",
                embed.casting.mould_length_mm,
                f"a piece of the row is {embed.row.piece_mm:g} mm long",
                "Cast shorter pieces, or use a longer mould.",
                _longer(i, embed.row.piece_mm),
            )
        return row.count * embed.row.piece_mm
    length = embed.length_mm + embed.casting.trim_mm
    if length > embed.casting.mould_length_mm + TOUCH_MM:
        raise InputError.one(
            "casting.too_short",
            f"embeds.{i}.casting.mould_length_mm",
            embed.casting.mould_length_mm,
            f"{embed.name} needs {length:g} mm with its trim",
            "Cast it in two, or in a longer column mould.",
            _longer(i, length),
        )
    return length


def _longer(i: int, length_mm: float) -> Mend:
    return Mend(says=f"It is {length_mm:g} mm long", field=f"embeds.{i}.casting.mould_length_mm", value=length_mm)
