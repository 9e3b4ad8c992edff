"""What the bench log says by itself: times, weights, warmth, thickness, what was skipped or done otherwise."""

from __future__ import annotations

import datetime as dt
import itertools
from collections.abc import Iterator, Mapping, Sequence
from typing import NamedTuple

from archtop.core.base import LOAF, Figure, Frozen, StepKey
from archtop.core.bench import departures, troubles
from archtop.core.bench.clock import Bowl, Note, read_clock
from archtop.core.plan import LoafPlan

__all__ = ["Facts", "Press", "Thickness", "Weighed", "facts_of"]

# From the pour's last step to the cut takes hours; less is practice at one sitting [h].
_LEAST_MOULD_H = 4.0
# Hands that were called away for longer did not pipe all that time [min].
_MOST_PIPE_MIN = 240.0


class Press(NamedTuple):
    """A press that stands: its step, when, and what a device showed."""

    step: str
    at: dt.datetime
    skipped: bool = False
    grams: float | None = None
    celsius: float | None = None


class Weighed(Frozen):
    """An amount on the scale against its plan [g]."""

    pot: str
    label: str
    planned_g: float
    found_g: float


class Thickness(Frozen):
    """How thick a bowl was when it was used for something, and what that asked of it [Pa]."""

    step: str
    what: str
    pa: Figure
    least_pa: float
    most_pa: float | None


class Facts(Frozen):
    """What the log tells; ``pipe_min`` by run, ``mixed_c`` by pot.

    ``mould_h``: from the pour to the cut; ``cast_h``: the same for what was cast beforehand, from the filled mould to
    its turning out, by the casting's name in the order of work.
    """

    begun_at: dt.datetime | None = None
    poured_at: dt.datetime | None = None
    cut_at: dt.datetime | None = None
    mould_h: float | None = None
    cast_h: dict[str, float] = {}
    pipe_min: dict[str, float] = {}
    mixed_c: dict[str, float] = {}
    weighed: tuple[Weighed, ...] = ()
    thick: tuple[Thickness, ...] = ()
    skipped: tuple[str, ...] = ()
    skipped_steps: tuple[str, ...] = ()
    otherwise: tuple[str, ...] = ()
    went_wrong: tuple[str, ...] = ()

    def weighed_off_g(self, pots: Sequence[str]) -> float:
        """How much more of all that was weighed went into those pots than was planned [g]."""
        return sum(item.found_g - item.planned_g for item in self.weighed if item.pot in pots)


def facts_of(
    result: LoafPlan,
    presses: Sequence[Press],
    bowls: Sequence[Bowl] = (),
    notes: Mapping[str, Sequence[Note]] | None = None,
) -> Facts:
    """What a log says of a loaf as it was planned.

    :param presses: those that stand, in the order they were pressed
    :param notes: readings and events by bowl, in minutes since its pot was mixed
    """
    done = {press.step: press for press in presses if not press.skipped}
    titles = {step.key: step.title for step in result.steps}
    poured, cut = done.get("loaf.cover"), done.get("loaf.cut")
    hours = (cut.at - poured.at).total_seconds() / 3600 if poured and cut else 0.0
    worked = [press for press in presses if str(StepKey.parse(press.step).step) in titles]
    return Facts(
        begun_at=min((press.at for press in worked), default=None),
        poured_at=poured.at if poured else None,
        cut_at=cut.at if cut else None,
        mould_h=hours if hours >= _LEAST_MOULD_H else None,
        cast_h=dict(_turned_out(done)),
        pipe_min=dict(_piped(presses)),
        mixed_c=dict(_warmth(presses)),
        weighed=tuple(_weighed(result, done)),
        thick=tuple(_thick(bowls, notes or {}, done)),
        skipped=tuple(titles[press.step] for press in presses if press.skipped and press.step in titles),
        skipped_steps=tuple(press.step for press in presses if press.skipped and press.step in titles),
        otherwise=tuple(_otherwise(presses, titles)),
        went_wrong=tuple(item.name for item in troubles() if f"trouble.{item.key}" in done),
    )


def _turned_out(done: Mapping[str, Press]) -> Iterator[tuple[str, float]]:
    for step, press in done.items():
        pot, do, *_ = StepKey.parse(step)
        filled = done.get(str(pot.step("cast")))
        if pot.item and do in ("out", "made") and filled:
            hours = (press.at - filled.at).total_seconds() / 3600
            if hours >= _LEAST_MOULD_H:
                yield pot.item, hours


def _piped(presses: Sequence[Press]) -> Iterator[tuple[str, float]]:
    """From the press before to the one that ends a run."""
    inside = [press for press in presses if not press.skipped]
    for before, press in itertools.pairwise(inside):
        key = StepKey.parse(press.step)
        minutes = (press.at - before.at).total_seconds() / 60
        if key == LOAF.step("pipe", key.what) and 0 < minutes <= _MOST_PIPE_MIN:
            yield key.what, minutes


def _warmth(presses: Sequence[Press]) -> Iterator[tuple[str, float]]:
    for press in presses:
        key = StepKey.parse(press.step)
        if key.amount and press.celsius is not None and key.do == "mix":
            yield str(key.pot), press.celsius


def _weighed(result: LoafPlan, done: Mapping[str, Press]) -> Iterator[Weighed]:
    for step in result.steps:
        for amount in step.amounts:
            press = done.get(f"{step.key}#{amount.key}")
            if step.pot and amount.unit == "g" and press and press.grams is not None:
                yield Weighed(pot=step.pot, label=amount.label, planned_g=amount.value, found_g=press.grams)


def _thick(
    bowls: Sequence[Bowl], notes: Mapping[str, Sequence[Note]], done: Mapping[str, Press]
) -> Iterator[Thickness]:
    for bowl in bowls:
        mixed = done.get(bowl.mixed_by)
        if mixed is None:
            continue

        def minute(press: Press, since: dt.datetime = mixed.at) -> float:
            return (press.at - since).total_seconds() / 60

        marks = {key: minute(done[key]) for key in bowl.bends_by if key in done}
        for limit in bowl.limits:
            used = done.get(limit.step)
            if used and limit.least_pa > 0 and minute(used) >= 0:
                face = read_clock(bowl, notes.get(bowl.key, ()), minute(used), marks)
                yield Thickness(
                    step=limit.step, what=limit.what, pa=face.pa, least_pa=limit.least_pa, most_pa=limit.most_pa
                )


def _otherwise(presses: Sequence[Press], titles: Mapping[str, str]) -> Iterator[str]:
    for press in presses:
        _, told, rest = press.step.partition("instead.")
        for departure in departures() if told else ():
            step = rest.removesuffix(f".{departure.key}")
            if step != rest and step in titles:
                yield f"{departure.name}, at “{titles[step]}”"
