"""The shelf: lots put on it, moved, and what the bench's steps take off it and leave on it."""

from __future__ import annotations

import datetime as dt
import itertools
import uuid
from collections.abc import Iterable
from typing import Annotated, Literal

from django.contrib.auth.models import User
from django.db import transaction
from django.db.models import Sum
from pydantic import Field

from archtop.core import InputError, LoafPlan, Lot, LotState, could_use, lot_state, read_loaf
from archtop.core import Loaf as Document
from archtop.core.base import Frozen
from archtop.core.shelf import ShelfMove as Move
from archtop.core.shelf import cut_out
from archtop.core.trade.ways.cutter import CutterMake
from archtop.studio import stored, wall_clock
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.plans import Plans
from archtop.studio.actions.stills import Still, stills_for
from archtop.studio.models import Loaf, ShelfLot, ShelfMove

__all__ = [
    "CutAsked",
    "ShelfLine",
    "Why",
    "change_lot",
    "cut_from",
    "move_lot",
    "open_shelf",
    "put_on_shelf",
    "shelve_step",
]

Why = Literal["put on", "taken", "put back", "weighed again", "thrown away", "bench"]

# Only loaves still to come can use a lot up; more of them than this nobody reads through.
_MOST_LOAVES = 40


class CutAsked(Frozen):
    """Pieces to be pressed out of so many bars of a lot."""

    move_id: uuid.UUID
    bars: Annotated[int, Field(ge=1, le=10_000)]
    make: CutterMake
    count: Annotated[int, Field(ge=1, le=2000)]
    name: Annotated[str, Field(min_length=1, max_length=120)]


class BarsOf(Frozen):
    """The loaf that bars on the shelf were cut from, and whether there is a picture of it."""

    id: uuid.UUID
    name: str
    revision: int
    still: Still


class ShelfLine(Frozen):
    """A lot as it lies there: its state today, what loaves still to be poured mean to take, what could use it up.

    ``overdrawn``: more of it was taken than was written down. ``bars_of``: of bars, the loaf they were cut from.
    """

    lot: Lot
    state: LotState
    reserved_count: int
    reserved_g: float
    reserved_by: tuple[str, ...]
    overdrawn: bool
    uses: tuple[str, ...]
    bars_of: BarsOf | None = None


def put_on_shelf(lot: Lot, move_id: uuid.UUID) -> None:
    """Put a new lot on the shelf.

    :raises InputError: ``shelf.taken`` when its key is there already
    """
    with transaction.atomic():
        if ShelfMove.objects.filter(move_id=move_id).exists():
            return
        if ShelfLot.objects.filter(key=lot.key).exists():
            raise InputError.one("shelf.taken", "key", lot.key, "is on the shelf already", "Give it another key.")
        row = ShelfLot.objects.create(key=lot.key, data=_described(lot))
        ShelfMove.objects.create(lot=row, move_id=move_id, count=lot.count, grams=lot.grams, why="put on")


def _described(lot: Lot) -> dict[str, object]:
    return stored.LOT.write(lot, frozenset(("count", "grams")))


def change_lot(row: ShelfLot, lot: Lot) -> None:
    """Describe a lot anew; how much there is only changes by moves."""
    row.data = {**_described(lot), "key": row.key}
    row.save()


def move_lot(row: ShelfLot, move_id: uuid.UUID, count: int, grams: float, why: Why) -> None:
    """Put so much of a lot on the shelf, or take it (negative).

    :raises InputError: ``shelf.too_few`` when more is taken than there is
    """
    with transaction.atomic():
        if ShelfMove.objects.filter(move_id=move_id).exists():
            return
        there = row.moves.aggregate(count=Sum("count"), grams=Sum("grams"))
        for field, taken, have in (("count", count, there["count"] or 0), ("grams", grams, there["grams"] or 0.0)):
            if have + taken < -0.5:
                raise InputError.one(
                    "shelf.too_few",
                    field,
                    f"{-taken:g}",
                    f"there are {have:g}",
                    f"Take {have:g} at most, or count again.",
                )
        ShelfMove.objects.create(lot=row, move_id=move_id, count=count, grams=grams, why=why)


def cut_from(row: ShelfLot, asked: CutAsked) -> str:
    """Press pieces out of some of a lot's bars: bars off the shelf, pieces and offcuts on it, all at once.

    :returns: key of the lot of pieces
    :raises InputError: as :func:`archtop.core.shelf.cut_out`
    """
    with transaction.atomic():
        # The pieces' own move carries the press: sent twice it counts once.
        if done := ShelfMove.objects.select_related("lot").filter(move_id=asked.move_id).first():
            return str(done.lot.key)
        there = row.moves.aggregate(count=Sum("count"), grams=Sum("grams"))
        lot = stored.LOT.read(row.data, count=max(there["count"] or 0, 0), grams=max(there["grams"] or 0.0, 0.0))
        cut = cut_out(lot, asked.bars, asked.make, asked.count, asked.name)
        ShelfMove.objects.create(lot=row, move_id=uuid.uuid4(), count=-cut.bars, grams=-cut.grams, why="taken")
        pieces = _fresh(cut.pieces)
        put_on_shelf(pieces, asked.move_id)
        if cut.trimmings:
            put_on_shelf(_fresh(cut.trimmings), uuid.uuid4())
        return pieces.key


def _fresh(lot: Lot) -> Lot:
    """The lot under a key that is not taken."""
    keys = itertools.chain([lot.key], (f"{lot.key[:75]}-{number}" for number in itertools.count(2)))
    return lot.model_copy(update={"key": next(key for key in keys if not ShelfLot.objects.filter(key=key).exists())})


def open_shelf(owner: User, on: dt.date) -> list[ShelfLine]:
    """Every lot of which there is any, newest first."""
    rows = ShelfLot.objects.annotate(count=Sum("moves__count"), grams=Sum("moves__grams"))
    taken = {
        (lot, loaf)
        for lot, loaf in ShelfMove.objects.filter(why="bench", loaf__isnull=False).values_list("lot__key", "loaf_id")
    }
    coming = _coming(owner, on)
    reserved = _reserved(coming, taken)
    documents = [(loaf.name, document) for loaf, document in coming]
    cut_from_loaf = _loaves_of_bars(owner)
    lines = []
    for row in rows:
        count, grams = row.count or 0, row.grams or 0.0
        if not count and abs(grams) < 0.5:
            continue
        lot = stored.LOT.read(row.data, count=max(count, 0), grams=max(grams, 0.0))
        wanted = reserved.get(row.key, [])
        lines.append(
            ShelfLine(
                lot=lot,
                state=lot_state(lot, on),
                reserved_count=sum(n for _, n, _ in wanted),
                reserved_g=sum(g for _, _, g in wanted),
                reserved_by=tuple(dict.fromkeys(name for name, _, _ in wanted)),
                overdrawn=count < 0 or grams < -0.5,
                uses=could_use(lot, documents),
                bars_of=cut_from_loaf.get(row.key) if lot.kind == "bars" else None,
            )
        )
    return lines


def _loaves_of_bars(owner: User) -> dict[str, BarsOf]:
    """Whose bars lie there, by the lot's key: what the bench put by when a loaf was cut."""
    moves = ShelfMove.objects.filter(loaf__owner=owner, count__gt=0, lot__data__kind="bars").select_related(
        "loaf", "lot"
    )
    loaves = {move.lot.key: move.loaf for move in moves if move.loaf is not None}
    stills = stills_for((loaf.pk, loaf.revision) for loaf in loaves.values())
    return {
        key: BarsOf(id=loaf.pk, name=loaf.name, revision=loaf.revision, still=stills[loaf.pk])
        for key, loaf in loaves.items()
    }


def _coming(owner: User, on: dt.date) -> list[tuple[Loaf, Document]]:
    """Loaves still to be poured, newest first."""
    rows = Loaf.objects.filter(owner=owner, put_away=False)
    documents = [(row, read_loaf(row.document)) for row in rows[: 5 * _MOST_LOAVES]]
    return [(row, doc) for row, doc in documents if doc.pour_on is None or doc.pour_on >= on][:_MOST_LOAVES]


def _reserved(
    coming: Iterable[tuple[Loaf, Document]], taken: set[tuple[str, uuid.UUID]]
) -> dict[str, list[tuple[str, int, float]]]:
    """What loaves mean to take of each lot and have not yet taken: name, count, grams."""
    plans = Plans(cupboard_of_studio())
    found: dict[str, list[tuple[str, int, float]]] = {}
    for row, document in coming:
        named = [*(embed.lot for embed in document.embeds), *(piece.lot for piece in document.pieces)]
        named += [item.lot for step in document.work if step.do == "pour" for item in step.shreds]
        if not any(named):
            continue
        try:
            uses = plans.of(row)[1].shelf
        except InputError:
            continue  # It says so itself where it is opened; what does not plan takes nothing.
        for use in uses:
            if (use.lot, row.pk) not in taken:
                found.setdefault(use.lot, []).append((row.name, use.count, use.grams))
    return found


def shelve_step(loaf: Loaf, step: str, action: Literal["done", "undone"]) -> None:
    """Let a pressed step move what it moves; undone, move it back. A plan that no longer holds moves nothing."""
    moved = loaf.moves.filter(step=step).values("lot_id").annotate(count=Sum("count"), grams=Sum("grams"))
    net = {row["lot_id"]: (row["count"], row["grams"]) for row in moved if row["count"] or abs(row["grams"]) > 1e-6}
    if action == "undone":
        for lot_id, (count, grams) in net.items():
            _add(lot_id, loaf, step, -count, -grams)
        return
    if net:
        return
    try:
        of, result = Plans(cupboard_of_studio(loaf)).of(loaf)
        document = of.loaf
    except InputError:
        return
    for move in next((item.moves for item in result.steps if item.key == step), ()):
        lot = _lot_of(loaf, document, result, move)
        if lot is not None:
            counted = lot.data["kind"] not in ("raw dough", "shreds", "trimmings")
            _add(lot.pk, loaf, step, move.count if counted else 0, _grams(lot, move))


def _add(lot_id: int, loaf: Loaf, step: str, count: int, grams: float) -> None:
    ShelfMove.objects.create(
        lot_id=lot_id, move_id=uuid.uuid4(), count=count, grams=grams, why="bench", loaf=loaf, step=step
    )


def _grams(lot: ShelfLot, move: Move) -> float:
    """Taken pieces weigh what the lot's own do on average, so that the last one leaves nothing behind."""
    there = lot.moves.aggregate(count=Sum("count"), grams=Sum("grams"))
    if move.count < 0 and (there["count"] or 0) > 0:
        return float(there["grams"] * max(move.count, -there["count"]) / there["count"])
    return move.grams


def _lot_of(loaf: Loaf, document: Document, result: LoafPlan, move: Move) -> ShelfLot | None:
    """The lot a move is about; what the loaf itself makes gets a lot of its own when it is first put by."""
    key = move.lot or f"{loaf.pk.hex[:8]}.{move.own}"
    row = ShelfLot.objects.filter(key=key).first()
    if row or move.lot:
        return row
    if move.count < 0 or move.grams < 0:
        return None
    colour = next(item for item in document.colours if item.id == move.colour)
    shown = next(item.shown for item in result.colours if item.id == move.colour)
    blends = {blend.id: blend.name for blend in document.blends}
    lot = Lot(
        key=key,
        name=move.name,
        kind=move.kind,
        srgb=shown,
        colour=colour.name,
        scent=blends[colour.scent.blend] if colour.scent else "",
        made_on=wall_clock.today(),
        material=move.material,
    )
    return ShelfLot.objects.create(key=key, data=_described(lot), loaf=loaf)
