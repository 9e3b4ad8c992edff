"""What doing a step of the work does to the shelf: castings put there, pieces taken into the loaf, leftovers put by."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from typing import Literal

from archtop.core.base import Frozen
from archtop.core.cuts import CutPlan
from archtop.core.document import Embed, Lay, Loaf, LotKey, LotKind, Pieces, Pour, Press
from archtop.core.embeds import PiecePlan
from archtop.core.pots import Pot
from archtop.core.trade import Made

__all__ = ["ShelfMove", "shelf_moves"]


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
    loaf: Loaf,
    pots: Sequence[Pot],
    pieces: Mapping[str, PiecePlan],
    made: Mapping[str, Made],
    piece_g_ml: Mapping[str, float],
    cuts: CutPlan,
) -> dict[str, tuple[ShelfMove, ...]]:
    """Moves by the key of the step that brings them.

    :param piece_g_ml: density of each embed and small piece, by id
    """
    return {
        **dict(_castings(loaf, pieces, made, piece_g_ml)),
        **dict(_into_the_loaf(loaf, pieces, made, piece_g_ml)),
        **_put_by(loaf, pots, cuts),
    }


def _column(embed: Embed, piece: PiecePlan, sign: int) -> ShelfMove:
    count = piece.row.count if piece.row else 1
    return ShelfMove(
        lot=embed.lot,
        own=None if embed.lot else embed.id,
        name=embed.name,
        kind="column",
        colour=embed.colour,
        material=embed.casting.material if embed.casting else "silicone",
        count=sign * count,
        grams=sign * piece.weight.value,
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


def _castings(
    loaf: Loaf, pieces: Mapping[str, PiecePlan], made: Mapping[str, Made], piece_g_ml: Mapping[str, float]
) -> Iterator[tuple[str, tuple[ShelfMove, ...]]]:
    for embed in loaf.embeds:
        if embed.casting and not embed.lot:
            yield f"cast-{embed.id}.cast", (_column(embed, pieces[embed.id], 1),)
    for piece in loaf.pieces:
        if piece.lot:
            continue
        how, density = made[piece.id], piece_g_ml[piece.id]
        moves = [_small(piece, how.each_ml * density, piece.count)]
        if how.left_ml > 0.5:
            moves.append(
                ShelfMove(
                    lot=None,
                    own=f"{piece.id}-offcuts",
                    name=f"Offcuts of {piece.name}",
                    kind="trimmings",
                    colour=piece.colour,
                    material=piece.material,
                    count=0,
                    grams=how.left_ml * density,
                )
            )
        yield f"cast-{piece.id}.made", tuple(moves)


def _into_the_loaf(
    loaf: Loaf, pieces: Mapping[str, PiecePlan], made: Mapping[str, Made], piece_g_ml: Mapping[str, float]
) -> Iterator[tuple[str, tuple[ShelfMove, ...]]]:
    embeds = {embed.id: embed for embed in loaf.embeds}
    small = {piece.id: piece for piece in loaf.pieces}

    def taken(key: str, count: int) -> ShelfMove:
        return _small(small[key], made[key].each_ml * piece_g_ml[key], -count)

    for step in loaf.work:
        match step:
            case Lay(embed=key) if embeds[key].lot or embeds[key].casting:
                yield f"loaf.lay.{key}", (_column(embeds[key], pieces[key], -1),)
            case Press():
                yield f"loaf.press.{step.id}", (taken(step.pieces, step.count),)
            case Pour():
                moves = [taken(item.pieces, item.count) for item in step.pieces]
                if step.shreds_lot and step.shreds_g:
                    moves.append(
                        ShelfMove(
                            lot=step.shreds_lot,
                            own=None,
                            name=f"Shreds in {step.name}",
                            kind="shreds",
                            colour=step.colours[0].colour,
                            material="silicone",
                            count=0,
                            grams=-step.shreds_g,
                        )
                    )
                if moves:
                    yield f"loaf.pour.{step.id}", tuple(moves)


def _put_by(loaf: Loaf, pots: Sequence[Pot], cuts: CutPlan) -> dict[str, tuple[ShelfMove, ...]]:
    moves: dict[str, tuple[ShelfMove, ...]] = {}
    kept = [portion for portion in pots[-1].portions if portion.use == "kept"]
    if kept:
        moves["loaf.keep"] = tuple(
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
    moves["loaf.cut"] = (
        ShelfMove(
            lot=None,
            own="bars",
            name=f"Bars of {loaf.name}",
            kind="bars",
            colour=first,
            material="silicone",
            count=len(cuts.bars),
            grams=sum(bar.weight.value for bar in cuts.bars),
        ),
    )
    return moves
