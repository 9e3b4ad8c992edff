"""Everything put on the top in its order, each thing on what lies under it.

- ``put_on``: the surface that comes of it, runs and pieces where they stand
- ``body_of``: a piece as it lies
"""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from typing import NamedTuple

from archtop.core.cuts import strips_along
from archtop.core.document import ScatterItem, in_order
from archtop.core.resolved import ResolvedLoaf
from archtop.core.top.foot import Foot
from archtop.core.top.free import FreeTop, Lying, standing_out
from archtop.core.top.runs import Spot, TopArea
from archtop.core.top.runs_planned import Ground, RunPlan, run_plan
from archtop.core.top.scatter import Strewing
from archtop.core.top.strewn import ScatterPlan, Strewn
from archtop.core.top.surface import Body, PressedIn, Rest, Surface
from archtop.core.top.wires import wires_of
from archtop.core.trade import Place

# So many corners has what is cut square.
_SQUARE = 4

__all__ = ["PutOn", "body_of", "put_on"]


class PutOn(NamedTuple):
    """The surface with everything on it, and all runs and pieces where they stand.

    ``out``: how far pieces of each kind stand out of what is soft, stacked as they are [mm].
    """

    surface: Surface
    runs: tuple[RunPlan, ...]
    scatter: ScatterPlan | None
    out: Mapping[str, float]


def put_on(
    of: ResolvedLoaf,
    level_mm: float,
    area: TopArea,
    bars: Sequence[tuple[float, float]],
    pressed: Sequence[Strewn] = (),
) -> PutOn:
    """Put everything on a loaf filled to ``level_mm``.

    :param bars: from and to of every bar [mm]
    :param pressed: what of pieces pressed into the batter stands out of it
    :raises InputError: ``run.tip``; ``tip.wider_than_bag``; of the scatter
    """
    return _Putting(of, level_mm, area, bars, pressed).all()


def body_of(of: ResolvedLoaf, item: ScatterItem) -> Body:
    """A piece as it lies: balls are round underneath, all else stands flat; what leans is as high as its tilted box."""
    (long, wide, high), piece = of.made[item.pieces].size_mm, of.pieces[item.pieces]
    if piece.make.kind == "ball":
        return Body(long / 2, wide / 2, high, "round")
    if item.leans_deg:
        lean = math.radians(item.leans_deg)
        cos, sin = math.cos(lean), math.sin(lean)
        return Body((long * cos + high * sin) / 2, wide / 2, high * cos + long * sin)
    made = of.made[item.pieces]
    return Body(long / 2, wide / 2, high, outline=piece.from_above(made), roundness=piece.roundness(made))


def _foot(body: Body) -> Foot:
    return Foot(body.half_long, body.half_wide, square=len(body.outline or ()) == _SQUARE)


class _Putting:
    """The top as it comes about."""

    def __init__(
        self,
        of: ResolvedLoaf,
        level_mm: float,
        area: TopArea,
        bars: Sequence[tuple[float, float]],
        pressed: Sequence[Strewn],
    ) -> None:
        loaf, top = of.loaf, of.loaf.top
        self.of, self.area, self.bars = of, area, bars
        self.items = {item.pieces: item for item in top.scatter.items}
        self.bodies = {key: body_of(of, item) for key, item in self.items.items()}
        self.surface = Surface(area)
        self.surface.crowned(top.crown)
        for prism in of.prisms.values():
            if prism.top > level_mm:
                self.surface.stands_out(prism, level_mm)
        self.out = standing_out(of.prisms.values(), level_mm)
        # What was pressed into the batter is there before anything is put on it.
        for piece in pressed:
            body = Body(
                piece.half_long, piece.half_wide, piece.high_mm, outline=piece.outline, roundness=piece.roundness
            )
            self.surface.set_down(Spot(x=piece.x, y=piece.y), body)
        self.motifs: dict[str, tuple[Place, ...]] = {}
        self.lying: list[Lying] = []
        self.rests: dict[tuple[str, int], Rest] = {}
        self.stand_out: dict[str, float] = {}
        self.strewing: Strewing | None = None
        if top.scatter.items:
            feet = {key: _foot(body) for key, body in self.bodies.items()}
            wires = wires_of(loaf.cuts, area, bars)
            strips = [cut.parts for cut in strips_along(loaf.cuts, len(bars), area.half_wide)]
            whole = [key for key in self.items if not of.pieces[key].make.soap]
            self.strewing = Strewing(top.scatter, feet, area, bars, top.clear, wires=wires, strips=strips, whole=whole)

    def all(self) -> PutOn:
        runs = []
        for thing in in_order(self.of.loaf):
            match thing.kind:
                case "base":
                    self.coat()
                case "pipe":
                    runs.append(self.pipe(thing.ref))
                case "strew":
                    self.set_down(thing.ref)
        return PutOn(self.surface, tuple(runs), self.scatter(), self.stand_out)

    def coat(self) -> None:
        frosting = self.of.loaf.frosting
        if frosting and frosting.base:
            self.surface.coated(frosting.base.thick_mm)

    def pipe(self, run: str) -> RunPlan:
        of, frosting = self.of, self.of.loaf.frosting
        if frosting is None:
            raise LookupError(run)
        ground = Ground(of.loaf, self.area, self.bars, FreeTop(self.out, self.lying))
        i = next(i for i, told in enumerate(frosting.runs) if told.id == run)
        found = run_plan(ground, frosting, i, of.density[frosting.formula or of.loaf.formula], of.cupboard.rates)
        once = found.spots[: len(found.spots) // found.passes]
        spots: list[Spot] = []
        for _ in range(found.passes):
            rests = self.surface.piped(once, found.motif)
            spots += [spot.model_copy(update={"up_mm": rest.up_mm}) for spot, rest in zip(once, rests, strict=True)]
        self.motifs[run] = tuple(Place(spot.x, spot.y) for spot in once)
        return found.model_copy(update={"spots": tuple(spots)})

    def set_down(self, pieces: str) -> None:
        if self.strewing is None:
            raise LookupError(pieces)
        item = self.items[pieces]
        if item.placing.on_run is not None:
            self.strewing.set_on(item, self.motifs)
        pressed = PressedIn(item.sunk_mm, item.rim, item.trail_mm)
        for number, lying in self.strewing.lies(pieces):
            spot = Spot(x=lying.x, y=lying.y, turn_deg=lying.turn_deg)
            rest = self.surface.set_down(spot, self.bodies[pieces], pressed)
            self.rests[pieces, number] = rest
            out = self.surface.out_of_soft(spot, self.bodies[pieces], rest)
            self.stand_out[pieces] = max(out, self.stand_out.get(pieces, 0.0))
            self.lying.append(lying)

    def scatter(self) -> ScatterPlan | None:
        if self.strewing is None:
            return None
        plan = self.strewing.plan()
        return plan.model_copy(update={"strewn": tuple(self.rested(piece) for piece in plan.strewn)})

    def rested(self, piece: Strewn) -> Strewn:
        """A piece with what it stands on, and how high it is as it lies."""
        rest, body = self.rests[piece.pieces, piece.number], self.bodies[piece.pieces]
        is_round = body.underside == "round"
        return piece.model_copy(
            update={
                "up_mm": rest.up_mm,
                "high_mm": body.high,
                "round": is_round,
                "outline": body.outline,
                "roundness": body.roundness,
            }
        )
