"""Pieces on the top where they lie, and what is to be said of them."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence

from archtop.core.base import Frozen, Mend
from archtop.core.document import Scatter
from archtop.core.top.foot import Foot

__all__ = ["Lack", "ScatterPlan", "Strewn", "in_words", "lacks_of", "reach_across", "reach_along"]


class Strewn(Frozen):
    """A piece where it lies: across, along [mm], the bar it belongs to; whether it is pinned, or touches.

    ``radius``: of a round one of its size; ``half_long``, ``half_wide``: as it is, its length turned by ``turn_deg``
    from the loaf's. ``up_mm``: its lowest point over the level, on what lies under it; ``high_mm``: its height;
    ``round``: it is a ball. ``outline``: of its foot, around its middle and along its length, where that is known;
    ``roundness``: how it falls away from its middle to that (0: as high all over).
    """

    pieces: str
    number: int
    x: float
    y: float
    radius: float
    half_long: float
    half_wide: float
    turn_deg: float
    bar: int | None
    pinned: bool
    touches: bool
    leans: bool
    up_mm: float = 0.0
    high_mm: float = 0.0
    round: bool = False
    outline: tuple[tuple[float, float], ...] | None = None
    roundness: float = 0.0


def reach_along(piece: Strewn) -> float:
    """How far a piece reaches along the loaf from its middle [mm]."""
    return float(Foot(piece.half_long, piece.half_wide).reach(piece.turn_deg)[1])


def reach_across(piece: Strewn) -> float:
    """How far a piece reaches across the loaf from its middle [mm]."""
    return float(Foot(piece.half_long, piece.half_wide).reach(piece.turn_deg)[0])


class Lack(Frozen):
    """Pieces that find no place: how many, why, and the nearest ways to help."""

    pieces: str
    many: int
    why: str
    ways: tuple[Mend, ...]


class ScatterPlan(Frozen):
    """Where everything lies; ``shares``: how many of each kind every bar has; ``lacking``: what found no place."""

    strewn: tuple[Strewn, ...]
    shares: tuple[dict[str, int], ...]
    lacking: tuple[Lack, ...]
    touching: int
    leaning: int
    says: str


def lacks_of(scatter: Scatter, lacking: Mapping[str, int], whole: Collection[str] = ()) -> tuple[Lack, ...]:
    """What found no place, why, and the two nearest ways.

    :param lacking: how many of each kind
    :param whole: kinds that no blade goes through
    """
    found = []
    for i, item in enumerate(scatter.items):
        many = lacking.get(item.pieces, 0)
        if not many:
            continue
        field, fit = f"top.scatter.items.{i}", item.count - many
        ways = [Mend(says=f"Take {fit}", field=f"{field}.count", value=fit)] if fit else []
        if item.placing.by_lot:
            why = "the bars are full"
            if not item.may_be_cut and item.pieces not in whole:
                ways.append(Mend(says="Let the wire go through them", field=f"{field}.may_be_cut", value=True))
            if scatter.apart_mm > 0:
                ways.append(Mend(says="Let them touch", field="top.scatter.apart_mm", value=0))
        else:
            why = "there are no more places"
            strewn = {"kind": "strewn"}
            ways.append(Mend(says="Strew them instead", field=f"{field}.placing", value=strewn))
        found.append(Lack(pieces=item.pieces, many=many, why=why, ways=tuple(ways[:2])))
    return tuple(found)


def in_words(shares: Sequence[Mapping[str, int]], lacking: int, touching: int, leaning: int | None) -> str:
    """A scatter in words; ``leaning``: over a wire, where one goes through it."""
    sums = [sum(share.values()) for share in shares]
    low, high = min(sums), max(sums)
    words = [f"Every bar has {low}" if low == high else f"Bars have {low} to {high}"]
    if leaning is None:
        words = [f"Each has {low}"]
    if lacking:
        words.append(f"{lacking} find no place")
    if touching:
        words.append(f"{touching} touch")
    if leaning is not None:
        words.append(f"{leaning} would be cut" if leaning else "the wire misses all it should")
    return ", ".join(words) + "."
