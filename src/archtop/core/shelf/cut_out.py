"""Pieces pressed with a cutter out of soap that lies on the shelf: bars of an older loaf."""

from __future__ import annotations

import math
from typing import Final, NamedTuple

from archtop.core.base import InputError
from archtop.core.document import Lot
from archtop.core.trade.ways.cutter import CutterMake

__all__ = ["CutOut", "cut_out"]

# Of soap a few weeks old, whatever its formula [g/ml]: a stated guess; the scale knows better.
_SOAP_G_ML: Final = 1.0
# Less than this stays on the board [g].
_CRUMBS_G: Final = 1.0


class CutOut(NamedTuple):
    """What is taken of a lot, what comes of it, and what is left of the bars, if it is worth keeping."""

    bars: int
    grams: float
    pieces: Lot
    trimmings: Lot | None


def cut_out(lot: Lot, bars: int, make: CutterMake, count: int, name: str) -> CutOut:
    """Press pieces out of some bars; what the cutter leaves is trimmings. Both are as old as the bars are.

    :param bars: how many of the lot's are cut up
    :param make: the cutter's outline, and how thick the pieces are [mm]
    :raises InputError: ``cut_out.kind``, ``cut_out.bars``, ``cut_out.count`` where so many cannot come out of them
    """
    if lot.kind != "bars":
        raise InputError.one("cut_out.kind", "lot", lot.name, "is not of bars", "Choose bars from the shelf.")
    if not 1 <= bars <= lot.count:
        raise InputError.one("cut_out.bars", "bars", bars, f"there are {lot.count} of {lot.name}", "Take fewer.")
    grams = lot.grams * bars / lot.count
    each = make.made(1).each_ml * _SOAP_G_ML
    if count * each > grams:
        most = math.floor(grams / each)
        raise InputError.one(
            "cut_out.count",
            "count",
            count,
            f"{bars} of {lot.name} weigh {grams:.0f} g, {count} pieces of {each:.1f} g are more",
            f"Cut {most} at most, or take more bars." if most else "Take more bars, or a smaller cutter.",
        )
    pieces = lot.model_copy(
        update={
            "key": f"{lot.key[:50]}.{_short(name)}",
            "name": name,
            "kind": "cutter",
            "count": count,
            "grams": round(count * each, 2),
            "notes": f"Cut out of {bars} of {lot.name}.",
        }
    )
    left = round(grams - pieces.grams, 2)
    trimmings = pieces.model_copy(
        update={
            "key": f"{pieces.key}-off",
            "name": f"Offcuts of {lot.name}",
            "kind": "trimmings",
            "count": 0,
            "grams": left,
        }
    )
    return CutOut(bars, grams, pieces, trimmings if left >= _CRUMBS_G else None)


def _short(name: str) -> str:
    """A name as part of a key."""
    return "".join(sign if sign.isascii() and sign.isalnum() else "-" for sign in name.lower())[:20].strip("-") or "cut"
