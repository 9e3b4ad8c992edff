"""Several bowls at once: what is still to be poured, laid and piped, in its turn, and which window will be missed.

The work keeps the order of the plan, because what lies under something is poured before it. So the turns are walked
forward once: each begins when the one before it ends and its own window opens, and must begin before its window closes.
"""

from __future__ import annotations

from collections.abc import Collection, Mapping
from typing import Final, Literal

from archtop.core.base import Frozen
from archtop.core.bench.clock import ClockFace, Window
from archtop.core.plan import LoafPlan
from archtop.core.steps import Step

__all__ = ["Turn", "turns_of"]

# How long hands are at it [min]: estimates; piping from twenty minutes of leaves on one loaf (common practice, no
# source).
_TAKES: Final[Mapping[str, float]] = {
    "pour": 3.0,
    "lay": 3.0,
    "press": 3.0,
    "draw": 1.0,
    "dust": 2.0,
    "spritz": 1.0,
    "prop": 2.0,
    "pipe": 15.0,
}
_TIGHT_MIN = 3.0


class Turn(Frozen):
    """A step still to come: when it begins and ends as things stand [min from now], and when its window closes.

    ``waits``: for how long hands stand still before it. ``None`` where that cannot be told.
    """

    step: str
    title: str
    begins_min: float | None
    ends_min: float | None
    closes_min: float | None
    waits_min: float
    stands: Literal["in time", "tight", "missed", "unknown"]
    says: str


def turns_of(result: LoafPlan, faces: Mapping[str, ClockFace], done: Collection[str]) -> tuple[Turn, ...]:
    """The turns of everything that waits for batter, in the plan's order.

    :param faces: of the bowls that are mixed, by bowl
    :param done: keys of steps that are done
    """
    turns: list[Turn] = []
    free: float | None = 0.0
    for step in result.steps:
        if step.do not in _TAKES or not step.key.startswith("loaf.") or step.key in done:
            continue
        windows = [(face, w) for face in faces.values() for w in face.windows if w.limit.step == step.key]
        turn = _turn(step.key, step.title, _takes(step), free, windows)
        turns.append(turn)
        free = turn.ends_min
    return tuple(turns)


def _takes(step: Step) -> float:
    """How long hands are at a step [min]: as planned, where that is known."""
    return next((amount.value for amount in step.amounts if amount.key == "hands"), _TAKES[step.do])


def _turn(key: str, title: str, takes: float, free: float | None, windows: list[tuple[ClockFace, Window]]) -> Turn:
    opens = [_from_now(face, w.opens.middle) for face, w in windows if w.limit.least_pa > 0]
    closes = [_from_now(face, w.closes.middle) for face, w in windows if w.closes and w.closes.middle is not None]
    shut = min((value for value in closes if value is not None), default=None)
    if free is None or any(value is None for value in opens):
        return Turn(
            step=key,
            title=title,
            begins_min=None,
            ends_min=None,
            closes_min=shut,
            waits_min=0.0,
            stands="unknown",
            says="cannot be told yet",
        )
    begins = max([free, *(value for value in opens if value is not None)])
    stands: Literal["in time", "tight", "missed"] = "in time"
    says = "in time"
    if shut is not None:
        # A window that has closed already is passed at once, which would look like no time to spare.
        spare = -1.0 if any(w.stands == "missed" for _, w in windows) else shut - begins
        stands = "missed" if spare < 0 else "tight" if spare < _TIGHT_MIN else "in time"
        late = "too thick when its turn comes: stir it, or take it before what can wait"
        says = late if spare < 0 else f"{max(1, round(spare))} min to spare"
    told: Literal["in time", "tight", "missed", "unknown"] = stands
    if stands != "missed" and any(w.stands == "unknown" for _, w in windows):
        # Its clock cannot tell its window yet: minutes to spare would be made up.
        told, says = "unknown", "its clock cannot tell yet: a reading of the bowl does"
    return Turn(
        step=key,
        title=title,
        begins_min=begins,
        ends_min=begins + takes,
        closes_min=shut,
        waits_min=begins - free,
        stands=told,
        says=says,
    )


def _from_now(face: ClockFace, minute: float | None) -> float | None:
    return None if minute is None else max(0.0, minute - face.now)
