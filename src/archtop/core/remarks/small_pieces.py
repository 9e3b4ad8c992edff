"""Words about small pieces and the shelf."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from itertools import combinations

import shapely

from archtop.core.document import Loaf, Pour, Press
from archtop.core.embeds import EmbedPlan
from archtop.core.pours import Fill, Layer
from archtop.core.remarks.remark import Remark
from archtop.core.resolved import ResolvedLoaf
from archtop.core.shelf import ShelfUse

__all__ = ["remarks_on_small"]

# Round things dropped at random find no more room at 54.7 % of the plane (Feder 1980, J. Theor. Biol. 87:237), 60 % of
# what they cover in the densest rows.
_SCATTERED_PERCENT = 60.0
# A gap narrower than this is closed by batter alone, and nobody expects a piece in it [mm].
_NO_GAP_MM = 1.0


def remarks_on_small(
    of: ResolvedLoaf,
    layers: Sequence[Layer],
    fills: Sequence[Fill],
    embeds: Sequence[EmbedPlan],
    shelf: Sequence[ShelfUse],
) -> tuple[Remark, ...]:
    """Whether small pieces fit where they go, and whether the shelf has what is to come from it."""
    names = {piece.id: piece.name for piece in of.loaf.pieces}
    return (
        *_in_pours(of, layers, embeds, names),
        *_on_surfaces(of.loaf, fills, names),
        *_on_shelf(shelf),
    )


def _in_pours(
    of: ResolvedLoaf, layers: Sequence[Layer], embeds: Sequence[EmbedPlan], names: Mapping[str, str]
) -> Iterator[Remark]:
    loaf, made = of.loaf, of.made
    lies = {layer.pour: layer for layer in layers}
    for step in [work for work in loaf.work if isinstance(work, Pour)]:
        layer = lies[step.id]
        thick = layer.high_mm - layer.low_mm
        gaps = _gaps([embed for embed in embeds if _low(embed) < layer.high_mm and _high(embed) > layer.low_mm])
        for item in step.pieces:
            longest, _, least = made[item.pieces].size_mm
            narrow = [(gap, where) for gap, where in gaps if _NO_GAP_MM < gap < least]
            if least > thick:
                yield Remark(
                    code="pieces.thicker_than_pour",
                    where=item.pieces,
                    text=f"{names[item.pieces]} are {least:.0f} mm thick, and {step.name} is {thick:.0f} mm: "
                    "they stand out of it into the next pour.",
                    remedy="Make them thinner, or stir them into a deeper pour.",
                )
            elif longest > loaf.mould.width_mm:
                yield Remark(
                    code="pieces.longer_than_mould",
                    where=item.pieces,
                    text=f"{names[item.pieces]} are {longest:.0f} mm long, and the mould is "
                    f"{loaf.mould.width_mm:g} mm wide: they will lie along the loaf.",
                    remedy="Cut them shorter if they are to lie any way they fall.",
                )
            elif narrow:
                gap, where = min(narrow)
                yield Remark(
                    code="pieces.wider_than_gap",
                    where=item.pieces,
                    text=f"{names[item.pieces]} are {least:.0f} mm thick and do not go into the {gap:.0f} mm {where}: "
                    "they will gather elsewhere.",
                    remedy="Make them smaller, or move the column.",
                )


def _low(embed: EmbedPlan) -> float:
    return min(z for _, z in embed.outline)


def _high(embed: EmbedPlan) -> float:
    return max(z for _, z in embed.outline)


def _gaps(embeds: Sequence[EmbedPlan]) -> list[tuple[float, str]]:
    """The narrows [mm] that columns leave beside each other and the wall, and where they are."""
    gaps = [(embed.clearance.wall, f"between {embed.name} and the wall") for embed in embeds]
    shapes = {embed.id: shapely.Polygon(embed.outline) for embed in embeds}
    for a, b in combinations(embeds, 2):
        if a.from_mm < b.to_mm and b.from_mm < a.to_mm:
            gaps.append((shapes[a.id].distance(shapes[b.id]), f"between {a.name} and {b.name}"))
    return gaps


def _on_surfaces(loaf: Loaf, fills: Sequence[Fill], names: Mapping[str, str]) -> Iterator[Remark]:
    for step, done in zip(loaf.work, fills, strict=True):
        if isinstance(step, Press) and done.crowded_percent > _SCATTERED_PERCENT:
            yield Remark(
                code="pieces.crowded",
                where=step.pieces,
                text=f"{step.count} {names[step.pieces]} make the surface {done.crowded_percent:.0f} % as full as it "
                f"can be: scattered, they stop finding room at about {_SCATTERED_PERCENT:.0f} %.",
                remedy="Set them out in rows, or press in fewer.",
            )


def _on_shelf(shelf: Sequence[ShelfUse]) -> Iterator[Remark]:
    for use in shelf:
        if not use.fits:
            yield Remark(
                code="shelf.does_not_fit",
                where=use.lot,
                text=use.says,
                remedy="Take another lot, or make them for this loaf.",
            )
