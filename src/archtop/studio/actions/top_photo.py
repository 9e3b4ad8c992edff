"""A loaf's top photographed in its mould: where its pieces lie against the plan, and which cuts they meet there."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from typing import NamedTuple

import numpy as np
from PIL import Image

from archtop.core import InputError, LoafPlan
from archtop.core.base import Frozen, counted
from archtop.core.camera import RimStrips, TopPiecePlanned, TopPieceSeen, TopPlanned, TopSeen, read_top
from archtop.core.cuts import Bar, cuts_met
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.plans import PlannedLoaf, Plans
from archtop.studio.models import Loaf
from archtop.studio.photos import as_address, focal_of, opened
from archtop.studio.sheets.rim_strips import strips_of

__all__ = ["TopFound", "TopRead", "see_top"]

# As large as it must be for marks of 16 mm on a long mould.
_LONGEST_PX = 3200
# More pieces than these take too long for a hand that waits.
_MOST = 150
# Corners of a round outline.
_CORNERS = 48
# Nearer to its place than this it lies where it was planned [mm], unless the reading is less sure.
_MOVED_MM = 1.5
# More than so many are not named one by one.
_NAMED = 6
# How far up a piece its outline lies that is seen from above, by its height: all over a flat one, at the middle of a
# ball, near the foot of a dome.
_BALL, _DOME = 0.5, 0.3


class TopFound(Frozen):
    """A piece of the top: whether it was made out, and where it lies across and along the loaf [mm].

    ``run`` or ``pieces`` with its ``number``: what of the plan it is, where its place there can be changed. ``moved``:
    whether it lies elsewhere than planned; ``cut_anew``: whether a cut goes through it there that was not to;
    ``drawn``, ``planned``: its outline there and at its place, in the picture's millimetres.
    """

    name: str
    says: str
    found: bool
    moved: bool
    cut_anew: bool
    x: float
    y: float
    run: str | None = None
    pieces: str | None = None
    number: int | None = None
    drawn: tuple[tuple[float, float], ...]
    planned: tuple[tuple[float, float], ...]


class TopRead(Frozen):
    """What was read of the photograph, in words, and the top from straight above: a JPEG as a data address.

    ``shown``: from and to along, from and to across of the picture [mm]; ``cuts``: where wires go, along it [mm].
    """

    says: tuple[str, ...]
    pieces: tuple[TopFound, ...]
    shown: tuple[float, float, float, float]
    cuts: tuple[float, ...]
    picture: str


class _Piece(NamedTuple):
    """A piece of the plan: its name, which it is there, and how it is looked for."""

    name: str
    own: dict[str, str | int]
    x: float
    y: float
    planned: TopPiecePlanned


def see_top(loaf: Loaf, data: bytes) -> TopRead:
    """Where the pieces on a loaf's top lie in a photograph; it is let go again.

    :raises InputError: of :func:`archtop.studio.photos.opened` and :func:`archtop.core.camera.read_top`;
        ``camera.whole``, ``camera.bare``, ``camera.short``; the loaf does not plan
    """
    of = Plans(cupboard_of_studio(loaf)).of(loaf)
    strips = strips_of(of.document.mould)
    pieces = list(_pieces(of, strips))
    _refuse(of.result, strips, pieces)
    top, middle = of.result.top, (strips.front_mm + strips.back_mm) / 2
    planned = TopPlanned(
        front_mm=top.front_mm - middle,
        back_mm=top.back_mm - middle,
        half_mm=top.half_wide_mm,
        over_mm=of.result.level_mm - of.document.mould.height_mm,
        pieces=[piece.planned for piece in pieces],
    )
    seen, above = read_top(np.asarray(opened(data, _LONGEST_PX)), planned, strips, focal_of(data))
    found = [
        _found(piece, at, seen, of.result.cuts.bars, middle) for piece, at in zip(pieces, seen.pieces, strict=True)
    ]
    bars = of.result.cuts.bars
    return TopRead(
        says=tuple(_says(seen, found)),
        pieces=tuple(found),
        shown=seen.shown,
        cuts=tuple(sorted({edge - middle for bar in bars for edge in (bar.from_mm, bar.to_mm)})),
        picture=as_address(Image.fromarray(above)),
    )


def _refuse(plan: LoafPlan, strips: RimStrips, pieces: Sequence[_Piece]) -> None:
    field = "photo"
    if plan.cuts.whole:
        limit, remedy = "these moulds have no rim for the strips", "Hold the template over them."
        raise InputError.one("camera.whole", field, "", limit, remedy)
    if not strips.marks():
        limit, remedy = "the mould is too short for marks on its rim", "Hold the template over it."
        raise InputError.one("camera.short", field, round(strips.long_mm), limit, remedy)
    if not pieces:
        limit = "nothing is planned on this top that could be looked for"
        raise InputError.one("camera.bare", field, "", limit, "Put pieces or motifs on it in the plan first.")


def _pieces(of: PlannedLoaf, strips: RimStrips) -> Iterator[_Piece]:
    """What is looked for: pieces first, then motifs, then columns that stand out, as many as there is time for."""
    top = of.result.top
    rim, middle = of.document.mould.height_mm, (strips.front_mm + strips.back_mm) / 2
    level = of.result.level_mm - rim
    left = _MOST
    names = {piece.id: piece.name for piece in of.document.pieces}
    for piece in (top.scatter.strewn if top.scatter else ())[:left]:
        outline = piece.outline or _ellipse(piece.half_long, piece.half_wide)
        up = _BALL if piece.round else 1.0 if piece.roundness == 0 and piece.outline else _DOME
        over = level + piece.up_mm + up * piece.high_mm
        planned = _planned(piece.pieces, outline, (piece.y - middle, piece.x), piece.turn_deg, over)
        own: dict[str, str | int] = {"pieces": piece.pieces, "number": piece.number}
        yield _Piece(f"{names[piece.pieces]} {piece.number + 1}", own, piece.x, piece.y, planned)
        left -= 1
    for run in top.runs:
        for number, spot in enumerate(run.spots[: max(left, 0)]):
            outline = _ellipse(run.motif.long_mm / 2, run.motif.wide_mm / 2)
            over = level + spot.up_mm + _DOME * run.motif.high_mm
            planned = _planned(run.id, outline, (spot.y - middle, spot.x), spot.turn_deg, over)
            yield _Piece(f"{run.name} {number + 1}", {"run": run.id, "number": number}, spot.x, spot.y, planned)
            left -= 1
    embeds = {embed.id: embed.name for embed in of.document.embeds}
    for column in top.standing[: max(left, 0)]:
        long, wide = (column.back_mm - column.front_mm) / 2, (column.right_mm - column.left_mm) / 2
        x, y = (column.left_mm + column.right_mm) / 2, (column.front_mm + column.back_mm) / 2
        box = ((-long, -wide), (long, -wide), (long, wide), (-long, wide))
        yield _Piece(embeds[column.embed], {}, x, y, _planned(column.embed, box, (y - middle, x), 0.0, level))


def _ellipse(long: float, wide: float) -> tuple[tuple[float, float], ...]:
    angles = np.arange(_CORNERS) * 2 * math.pi / _CORNERS
    return tuple(zip((long * np.cos(angles)).tolist(), (wide * np.sin(angles)).tolist(), strict=True))


def _planned(
    kind: str, outline: Sequence[tuple[float, float]], at: tuple[float, float], turn_deg: float, over_mm: float
) -> TopPiecePlanned:
    turn = math.radians(turn_deg)
    turning = np.array([[math.cos(turn), math.sin(turn)], [-math.sin(turn), math.cos(turn)]])
    return TopPiecePlanned(kind, np.array(outline) @ turning + np.array(at), at, over_mm)


def _found(piece: _Piece, at: TopPieceSeen, seen: TopSeen, bars: Sequence[Bar], middle: float) -> TopFound:
    there = np.array(at.outline)
    moved = at.found and math.hypot(at.along_mm, at.across_mm) > max(_MOVED_MM, 2 * seen.within_mm)
    along = np.array([middle, 0.0])
    met = cuts_met(bars, there + along) if at.found else ()
    anew = not set(met) <= set(cuts_met(bars, piece.planned.outline + along))
    if not at.found:
        says = f"{piece.name} was not made out."
    else:
        where = _where(at.along_mm, at.across_mm) if moved else "where it was planned"
        cut = f"; {' and '.join(met)} would go through it" if anew else ""
        says = f"{piece.name} lies {where}{cut}."
    return TopFound(
        name=piece.name,
        says=says,
        found=at.found,
        moved=moved,
        cut_anew=anew,
        x=round(piece.x + at.across_mm, 1),
        y=round(piece.y + at.along_mm, 1),
        drawn=at.drawn,
        planned=at.planned,
        **piece.own,
    )


def _where(along: float, across: float) -> str:
    """Where something lies against its plan; left and right as seen from the front end."""
    ways = [f"{abs(along):.1f} mm towards the {'back' if along > 0 else 'front'}"] if abs(along) >= 0.5 else []
    ways += [f"{abs(across):.1f} mm to the {'right' if across > 0 else 'left'}"] if abs(across) >= 0.5 else []
    return " and ".join(ways)


def _says(seen: TopSeen, found: Sequence[TopFound]) -> Iterator[str]:
    made_out = [piece for piece in found if piece.found]
    moved = sum(piece.moved for piece in made_out)
    where = "all where they were planned" if not moved else f"{moved} of them elsewhere than planned"
    within = f"; places to within {2 * seen.within_mm:.1f} mm" if made_out else ""
    yield f"{len(made_out)} of {counted(len(found), 'piece')} made out{f', {where}' if made_out else ''}{within}."
    lost = [piece.name for piece in found if not piece.found]
    if lost and made_out:
        more = f" and {len(lost) - _NAMED} more" if len(lost) > _NAMED else ""
        yield f"Not made out: {', '.join(lost[:_NAMED])}{more}. Look at them yourself."
    if not seen.lens_known:
        yield "The photograph does not tell its lens: what lies far off the rim's height is less sure."
