"""What doing a step of the work does to the shelf: castings put there, pieces taken into the loaf, leftovers put by."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from typing import Literal

from archtop.core.base import LOAF, Frozen, PotId, StepKey
from archtop.core.cuts import AlsoCut, CutPlan
from archtop.core.document import (
    Embed,
    Lay,
    Loaf,
    LotKey,
    LotKind,
    Pieces,
    Pour,
    Press,
    Shreds,
    fillings_of,
    set_down_together,
    shreds_stirred_in,
)
from archtop.core.embeds import EmbedPlan
from archtop.core.pots import Pot
from archtop.core.resolved import ResolvedLoaf

__all__ = ["ShelfMove", "shelf_moves"]

# Less than this is not kept.
_OFFCUT_ML = 0.5


class ShelfMove(Frozen):
    """Onto the shelf (positive) or off it: ``lot`` names what lies there, ``own`` what this loaf itself makes."""

    lot: LotKey | None
    own: str | None
    name: str
    kind: LotKind
    colour: str
    material: Literal["silicone", "stiff", "lined pipe"]
    count: int
    grams: float


def shelf_moves(
    of: ResolvedLoaf,
    pots: Sequence[Pot],
    embeds: Mapping[str, EmbedPlan],
    cuts: CutPlan,
    also: Sequence[AlsoCut] = (),
) -> dict[StepKey, tuple[ShelfMove, ...]]:
    """Moves by the step that brings them.

    :param embeds: as they lie, by id
    :param also: what comes out of other moulds that the loaf's pot fills
    """
    made = {**dict(_castings(of, embeds)), **dict(_grated(of.loaf))}
    return {**made, **dict(_into_the_loaf(of, embeds)), **_put_by(of.loaf, pots, cuts, also)}


def _column(embed: Embed, piece: EmbedPlan, columns: int) -> ShelfMove:
    """So many columns put there, or taken where it is less than nothing."""
    count = piece.row.count if piece.row else 1
    return ShelfMove(
        lot=embed.lot,
        own=None if embed.lot else embed.id,
        name=embed.name,
        kind="column",
        colour=embed.colour,
        material=embed.casting.material if embed.casting else "silicone",
        count=columns * count,
        grams=columns * piece.weight.value,
    )


def _small(piece: Pieces, each_g: float, count: int) -> ShelfMove:
    return ShelfMove(
        lot=piece.lot,
        own=None if piece.lot else piece.id,
        name=piece.name,
        kind=piece.make.kind,
        colour=piece.colour,
        material=piece.material,
        count=count,
        grams=count * each_g,
    )


def _castings(of: ResolvedLoaf, embeds: Mapping[str, EmbedPlan]) -> Iterator[tuple[StepKey, tuple[ShelfMove, ...]]]:
    loaf = of.loaf
    for embed in loaf.embeds:
        if embed.casting and not embed.lot:
            for filling in fillings_of(loaf, embed):
                pot = PotId.cast(embed.id).filling(filling.number)
                yield pot.step("cast"), (_column(embed, embeds[embed.id], filling.out),)
                if (row := embeds[embed.id].row) and row.offcut_ml > _OFFCUT_ML:
                    grams = filling.out * row.offcut_ml * of.piece_density[embed.id]
                    yield pot.step("sliced"), (_offcuts(embed, grams),)
    for piece in loaf.pieces:
        for filling in () if piece.ready else fillings_of(loaf, piece):
            moves = tuple(_made(piece, filling.out, of.piece_density[piece.id]))
            yield PotId.cast(piece.id).filling(filling.number).step("made"), moves


def _grated(loaf: Loaf) -> Iterator[tuple[StepKey, tuple[ShelfMove, ...]]]:
    """Blocks that are cast for this loaf and grated."""
    for step, shreds in shreds_stirred_in(loaf):
        if shreds.cast:
            yield PotId.cast(shreds.id).step("made"), (_shreds(loaf, step, shreds, 1),)


def _made(piece: Pieces, count: int, density: float) -> Iterator[ShelfMove]:
    """So many pieces, and what cutting them leaves."""
    how = piece.make.made(count)
    yield _small(piece, how.each_ml * density, count)
    if how.left_ml > _OFFCUT_ML:
        yield _offcuts(piece, how.left_ml * density)


def _offcuts(thing: Embed | Pieces, grams: float) -> ShelfMove:
    """What is sliced or cut off, to be kept."""
    return ShelfMove(
        lot=None,
        own=f"{thing.id}-offcuts",
        name=f"Offcuts of {thing.name}",
        kind="trimmings",
        colour=thing.colour,
        material="silicone",
        count=0,
        grams=grams,
    )


def _shreds(loaf: Loaf, step: Pour, shreds: Shreds, sign: int) -> ShelfMove:
    """All the shreds of one kind, for every mould."""
    return ShelfMove(
        lot=shreds.lot,
        own=None if shreds.lot else shreds.id,
        name=shreds.name,
        kind="shreds",
        colour=shreds.colour or step.colours[0].colour,
        material="silicone",
        count=0,
        grams=sign * shreds.grams * loaf.moulds,
    )


def _into_the_loaf(
    of: ResolvedLoaf, embeds: Mapping[str, EmbedPlan]
) -> Iterator[tuple[StepKey, tuple[ShelfMove, ...]]]:
    loaf = of.loaf

    def taken(*used: tuple[str, int]) -> Iterator[ShelfMove]:
        for key, count in used:
            if of.pieces[key].make.soap:
                each_g = of.made[key].each_ml * of.piece_density[key]
                yield _small(of.pieces[key], each_g, -count * loaf.moulds)

    for step in loaf.work:
        match step:
            case Lay(embed=key) if of.embeds[key].lot or of.embeds[key].casting:
                yield LOAF.step("lay", key), (_column(of.embeds[key], embeds[key], -loaf.moulds),)
            case Press():
                yield LOAF.step("press", step.id), tuple(taken((step.pieces, step.count)))
            case Pour():
                moves = list(taken(*((item.pieces, item.count) for item in step.pieces)))
                moves += [_shreds(loaf, step, item, -1) for item in step.shreds if item.lot or item.cast]
                if moves:
                    yield LOAF.step("pour", step.id), tuple(moves)
    for kinds, key in set_down_together(loaf):
        placed = [item for item in loaf.top.scatter.items if item.pieces in kinds]
        yield LOAF.step(*key.split(".", 1)), tuple(taken(*((item.pieces, item.count) for item in placed)))


def _put_by(
    loaf: Loaf, pots: Sequence[Pot], cuts: CutPlan, also: Sequence[AlsoCut]
) -> dict[StepKey, tuple[ShelfMove, ...]]:
    moves: dict[StepKey, tuple[ShelfMove, ...]] = {}
    kept = [portion for portion in pots[-1].portions if portion.use == "kept"]
    if kept:
        moves[LOAF.step("keep")] = tuple(
            ShelfMove(
                lot=None,
                own=portion.key,
                name=f"{portion.name.split(',')[0]} from {loaf.name}",
                kind="raw dough" if loaf.keeps[i].purpose == "dough" else "trimmings",
                colour=portion.colour,
                material="silicone",
                count=0,
                grams=portion.finished_g,
            )
            for i, portion in enumerate(kept)
        )
    first = next((step.colours[0].colour for step in loaf.work if isinstance(step, Pour)), loaf.colours[0].id)
    own_g = sum(bar.weight.value for bar in cuts.bars) * cuts.moulds
    name = f"{'Cups' if cuts.whole else 'Bars'} of {loaf.name}"
    moves[LOAF.step("cut")] = (_bars("bars", name, first, cuts.in_all, own_g),)
    for item, out in zip(loaf.also_filled, also, strict=True):
        name = f"{item.name} of {loaf.name}"
        grams = out.count * out.weight.value
        moves[LOAF.step("also-out", item.id)] = (
            _bars(f"bars-{item.id}", name, item.colours[0].colour, out.count, grams),
        )
    return moves


def _bars(own: str, name: str, colour: str, count: int, grams: float) -> ShelfMove:
    return ShelfMove(
        lot=None, own=own, name=name, kind="bars", colour=colour, material="silicone", count=count, grams=grams
    )
