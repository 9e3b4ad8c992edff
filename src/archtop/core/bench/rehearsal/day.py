"""A pour day rehearsed: what a hand sees of each bowl, and what every step came to at its moment."""

from __future__ import annotations

import math
import zlib
from collections.abc import Iterator, Mapping, Sequence
from typing import Literal

from archtop.core.base import Frozen
from archtop.core.bench.clock import Bowl, Limit, Note
from archtop.core.bench.rehearsal.batter import Change, change_of, drawn_batter, spoonful_of
from archtop.core.plan import LoafPlan
from archtop.core.pours import LaidIn, laid_in
from archtop.core.resolved import ResolvedLoaf
from archtop.core.rheology import TraceEvent, highest_heap, thick_as

__all__ = ["BowlSeen", "Outcome", "RehearsedDay"]

_NEAR_MM = 2.0


class BowlSeen(Frozen):
    """What a spoonful, a cupful and a look at a bowl show: millimetres across and standing, and a stage to be judged.

    ``None`` where that test is out of its range.
    """

    bowl: str
    across_mm: float | None
    stands_mm: float | None
    stage: str


class Outcome(Frozen):
    """What doing a step at its moment did. ``off_min``: how many minutes before (−) or after its window it came.

    ``pa``: how thick the batter truly was.
    """

    step: str
    title: str
    bowl: str
    pa: float
    stands: Literal["held", "too early", "too late"]
    off_min: float
    says: str


class RehearsedDay:
    """One pour day on simulated batter.

    :param seed: which day it is: the same batter every time for one seed
    :param done: minutes, on one clock, at which steps were done
    :param notes: what was read of and done to each bowl, in minutes of the same clock
    """

    def __init__(
        self,
        of: ResolvedLoaf,
        result: LoafPlan,
        bowls: Sequence[Bowl],
        seed: int,
        *,
        done: Mapping[str, float],
        notes: Mapping[str, Sequence[Note]],
    ) -> None:
        self.of, self.result, self.seed, self.done = of, result, seed, dict(done)
        self.bowls = {bowl.key: bowl for bowl in bowls}
        self.batters = {bowl.key: drawn_batter(bowl.growth, self._seed(bowl.pot)) for bowl in bowls}
        self.mixed = {bowl.key: self.done[bowl.mixed_by] for bowl in bowls if bowl.mixed_by in self.done}
        self.changes = {key: tuple(self._changes(self.bowls[key], notes.get(key, ()))) for key in self.mixed}

    def _seed(self, *parts: object) -> int:
        return zlib.crc32("|".join(str(part) for part in (self.seed, *parts)).encode())

    def _changes(self, bowl: Bowl, notes: Sequence[Note]) -> Iterator[Change]:
        mixed = self.mixed[bowl.key]
        for key, bend in bowl.bends_by.items():
            if key in self.done and bend.strength > 0:
                at = bend.model_copy(update={"minute": max(0.0, self.done[key] - mixed)})
                yield change_of(at, self._seed(bowl.key, key))
        for i, note in enumerate(notes):
            if note.kind == "event" and note.what:
                strength = note.seconds / 10 if note.what == "blended" and note.seconds else 1.0
                at = TraceEvent(minute=max(0.0, note.minute - mixed), kind=note.what, strength=strength)
                yield change_of(at, self._seed(bowl.key, note.what, i))

    def log_pa(self, bowl: str, at: float) -> float:
        """True ln τ of a mixed bowl at a minute of the day's clock."""
        return self.batters[bowl].log_pa(at - self.mixed[bowl], self.changes[bowl])

    def seen(self, at: float) -> tuple[BowlSeen, ...]:
        """What a hand sees of every bowl that is mixed by then."""
        found = []
        for key, mixed in self.mixed.items():
            if mixed <= at:
                sight = spoonful_of(self.log_pa(key, at), self.bowls[key].density_g_ml, self._seed(key, round(at * 2)))
                found.append(
                    BowlSeen(bowl=key, across_mm=sight.across_mm, stands_mm=sight.stands_mm, stage=sight.stage)
                )
        return tuple(found)

    def outcomes(self) -> tuple[Outcome, ...]:
        """What every pour, embed and piping that is done did, in the plan's order."""
        laid = {item.embed: item for item in laid_in(self.of.loaf, self.result.fills, self.of.prisms)}
        titles = {step.key: step.title for step in self.result.steps}
        return tuple(
            self._outcome(limit, bowl, titles[step], laid)
            for step in (step.key for step in self.result.steps)
            if step in self.done
            for limit, bowl in self._limits(step)
        )

    def _limits(self, step: str) -> Iterator[tuple[Limit, str]]:
        """Each limit of a step, with the bowl of it that is thinnest at that moment."""
        found: dict[str, list[tuple[Limit, str]]] = {}
        for key in self.mixed:
            for limit in self.bowls[key].limits:
                if limit.step == step and self.mixed[key] <= self.done[step]:
                    found.setdefault(limit.key, []).append((limit, key))
        for pairs in found.values():
            yield min(pairs, key=lambda pair: self.log_pa(pair[1], self.done[step]))

    def _outcome(self, limit: Limit, bowl: str, title: str, laid: Mapping[str, LaidIn]) -> Outcome:
        at = self.done[limit.step]
        pa = math.exp(self.log_pa(bowl, at))
        stands: Literal["held", "too early", "too late"] = "held"
        if limit.key.startswith("embed."):
            stands, did = self._rested(limit, bowl, pa, laid[limit.key.removeprefix("embed.")])
        elif pa < limit.least_pa:
            stands, did = "too early", self._too_thin(limit, bowl, pa)
        elif limit.most_pa is not None and pa > limit.most_pa:
            stands, did = "too late", _too_thick(limit)
        else:
            did = "it held"
        off = self._off(limit, bowl, at, stands)
        when = {
            "held": "",
            "too early": f" It would have held {off:.0f} min later." if math.isfinite(off) else "",
            "too late": f" It would have done {-off:.0f} min earlier." if math.isfinite(off) else "",
        }[stands]
        return Outcome(
            step=limit.step,
            title=title,
            bowl=bowl,
            pa=pa,
            stands=stands,
            off_min=-off if math.isfinite(off) else 0.0,
            says=f"{limit.what}, at {thick_as(pa)}: {did}.{when}",
        )

    def _rested(
        self, limit: Limit, bowl: str, pa: float, moment: LaidIn
    ) -> tuple[Literal["held", "too early", "too late"], str]:
        piece = next(piece for piece in self.result.embeds if piece.id == moment.embed)
        density = piece.weight.value / piece.volume.value
        rest = moment.laid.rest(pa, density, self.bowls[bowl].density_g_ml)
        off = rest.bottom_mm - moment.bottom
        if off < -_NEAR_MM:
            floor = ", down to the floor" if rest.on_floor else ""
            return "too early", f"{piece.name} sank {-off:.0f} mm too deep{floor}, and so in every bar"
        if off > _NEAR_MM and limit.most_pa is not None and pa > limit.most_pa:
            return "too late", f"{piece.name} stayed {off:.0f} mm too high; pressed down it leaves hollows beside it"
        if off > _NEAR_MM:
            return "held", f"{piece.name} stayed {off:.0f} mm high and came down with a tap"
        return "held", "it came to rest where it is drawn"

    def _too_thin(self, limit: Limit, bowl: str, pa: float) -> str:
        if limit.key.startswith("pipe"):
            stood = highest_heap(pa, self.bowls[bowl].density_g_ml)
            planned = next(run for run in self.result.top.runs if f"pipe.{run.id}" == limit.key).motif.high_mm
            return f"it stood {stood:.0f} of {planned:.0f} mm and slumped over the cut lines"
        return "the stream broke through: a cloud of colour where a line was planned"

    def _off(self, limit: Limit, bowl: str, at: float, stands: str) -> float:
        """Minutes between the step and its window."""
        batter, mixed, changes = self.batters[bowl], self.mixed[bowl], self.changes[bowl]
        if stands == "too early":
            opens = batter.passes(math.log(max(limit.least_pa, 1e-3)), at - mixed, changes)
            return math.inf if opens is None else opens + mixed - at
        if stands == "too late" and limit.most_pa is not None:
            closed = batter.passes(math.log(limit.most_pa), 0.0, changes)
            return math.inf if closed is None else closed + mixed - at
        return 0.0


def _too_thick(limit: Limit) -> str:
    if limit.key.startswith("pipe"):
        return "no hand pushed it through the tip, and it did not bond to the loaf"
    return "it no longer levelled: folds and hollows in the cut faces"
