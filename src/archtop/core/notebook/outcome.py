"""What came of a loaf, as it is written down in a minute at four moments.

- ``LoafOutcome``: one moment's record
- ``read_outcome``: one read from plain data and held against its loaf
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Sequence
from typing import Annotated, Any, Literal

from pydantic import Field, ValidationError

from archtop.core.base import Frozen, InputError, Problem, problems_from_validation
from archtop.core.document import Loaf
from archtop.core.notebook.faults import fault_kinds
from archtop.core.plan import LoafPlan

__all__ = ["STAGES", "Fault", "LeftOver", "LoafOutcome", "Marbled", "SeenColour", "Stage", "last_said", "read_outcome"]

Stage = Literal["unmoulded", "cut", "one week", "cured"]
STAGES: tuple[Stage, ...] = ("unmoulded", "cut", "one week", "cured")
Verdict = Literal["again", "again but", "never"]
BarNumber = Annotated[int, Field(ge=1, le=400)]
# Photographs and posts cross midnight, and so do time zones: a day ahead is no wrong clock yet.
_AHEAD = dt.timedelta(days=1)


class Fault(Frozen):
    """Something that went wrong: which kind, how bad (1 a blemish, 2 a second, 3 a loss), on which bars, and where."""

    kind: str
    bad: Annotated[int, Field(ge=1, le=3)] = 1
    bars: Annotated[tuple[BarNumber, ...], Field(max_length=400)] = ()
    where: Annotated[str, Field(max_length=200)] = ""


class BarWeight(Frozen):
    """A bar on the scale."""

    bar: BarNumber
    grams: Annotated[float, Field(gt=0, le=20000)]


class SeenColour(Frozen):
    """A colour of the loaf as it came out, told by eye or measured from a photograph beside a white card."""

    colour: str
    srgb: Annotated[str, Field(pattern=r"^#[0-9a-fA-F]{6}$")]
    how: Literal["by eye", "white card"] = "by eye"


class FoundEmbed(Frozen):
    """Where an embed's middle was found in a bar's front face: across from the centre line, up from the floor [mm]."""

    embed: str
    bar: BarNumber
    across_mm: Annotated[float, Field(ge=-2000, le=2000)]
    up_mm: Annotated[float, Field(ge=-2000, le=2000)]


class Marbled(Frozen):
    """How marbled a bar's front is: edges between its colours, and how deep those reach that fell into others [mm]."""

    bar: BarNumber
    edges_mm: Annotated[float, Field(gt=0, le=100_000)]
    deep_mm: Annotated[float, Field(ge=0, le=2000)] | None = None


class LeftOver(Frozen):
    """What was left, in grams, of what colour, and where it went."""

    what: Literal["batter", "frosting", "trimmings"] = "batter"
    colour: str | None = None
    grams: Annotated[float, Field(gt=0, le=100000)]
    went: Literal["saver mould", "dough", "shreds", "thrown away"] = "saver mould"


class LoafOutcome(Frozen):
    """One moment's record; what is ``None`` or empty was not looked at.

    ``level_mm``: how high the soap stands from the floor, frosting left out; ``ash``: 0 none to 3 all over; ``scent``:
    0 gone, 1 faint, 2 as wished, 3 too strong.
    """

    stage: Stage
    on: dt.date
    level_mm: Annotated[float, Field(gt=0, le=500)] | None = None
    bars: Annotated[int, Field(ge=0, le=400)] | None = None
    weights: Annotated[tuple[BarWeight, ...], Field(max_length=400)] = ()
    faults: Annotated[tuple[Fault, ...], Field(max_length=40)] = ()
    ash: Annotated[int, Field(ge=0, le=3)] | None = None
    scent: Annotated[int, Field(ge=0, le=3)] | None = None
    colours: Annotated[tuple[SeenColour, ...], Field(max_length=60)] = ()
    embeds: Annotated[tuple[FoundEmbed, ...], Field(max_length=400)] = ()
    marbled: Annotated[tuple[Marbled, ...], Field(max_length=400)] = ()
    left: Annotated[tuple[LeftOver, ...], Field(max_length=40)] = ()
    verdict: Verdict | None = None
    notes: Annotated[str, Field(max_length=8000)] = ""


def read_outcome(data: Any, loaf: Loaf, result: LoafPlan, today: dt.date, poured: dt.date | None = None) -> LoafOutcome:
    """An outcome held against its loaf.

    :param poured: the day of the pour, by the log
    :raises InputError: the schema's own problems, or ``outcome.date``, ``outcome.before_pour``, ``outcome.fault``,
        ``outcome.bar``, ``outcome.colour``, ``outcome.embed``, all at once
    """
    try:
        outcome = data if isinstance(data, LoafOutcome) else LoafOutcome.model_validate(data)
    except ValidationError as error:
        raise problems_from_validation(error) from error
    if problems := [*_before_the_pour(outcome, poured), *_problems(outcome, loaf, result, today)]:
        raise InputError(*problems)
    return outcome


def _before_the_pour(outcome: LoafOutcome, poured: dt.date | None) -> Iterator[Problem]:
    # Days are told where the reader is: the day before may be the same one elsewhere.
    if poured and outcome.on < poured - _AHEAD:
        yield Problem(
            code="outcome.before_pour",
            field="on",
            value=outcome.on.isoformat(),
            limit=f"the loaf was poured on {poured:%-d %B}",
            remedy="Choose the day it was looked at.",
        )


def _problems(outcome: LoafOutcome, loaf: Loaf, result: LoafPlan, today: dt.date) -> Iterator[Problem]:
    if outcome.on > today + _AHEAD:
        yield Problem(
            code="outcome.date",
            field="on",
            value=outcome.on.isoformat(),
            limit=f"today is {today.isoformat()}",
            remedy="Choose the day it was looked at, or set this device's clock.",
        )
    for i, fault in enumerate(outcome.faults):
        if fault.kind not in fault_kinds():
            yield _unknown("fault", f"faults.{i}.kind", fault.kind, "none of the faults that are told", "Choose one.")
    count = result.cuts.in_all
    numbered = [
        *((f"weights.{i}.bar", item.bar) for i, item in enumerate(outcome.weights)),
        *((f"embeds.{i}.bar", item.bar) for i, item in enumerate(outcome.embeds)),
        *((f"faults.{i}.bars", bar) for i, item in enumerate(outcome.faults) for bar in item.bars),
    ]
    for field, bar in numbered:
        if bar > count:
            yield _unknown("bar", field, bar, f"this loaf is cut into {count} bars", f"Choose one from 1 to {count}.")
    colours, embeds = {colour.id for colour in loaf.colours}, {embed.id for embed in loaf.embeds}
    named = [(f"colours.{i}.colour", item.colour) for i, item in enumerate(outcome.colours)]
    named += [(f"left.{i}.colour", item.colour) for i, item in enumerate(outcome.left) if item.colour]
    for field, colour in named:
        if colour not in colours:
            yield _unknown("colour", field, colour, "is not one of this loaf's colours", "Choose one of its colours.")
    for i, found in enumerate(outcome.embeds):
        if found.embed not in embeds:
            yield _unknown("embed", f"embeds.{i}.embed", found.embed, "does not lie in this loaf", "Choose one of it.")


def _unknown(what: str, field: str, value: object, limit: str, remedy: str) -> Problem:
    return Problem(code=f"outcome.{what}", field=field, value=str(value), limit=limit, remedy=remedy)


def last_said(outcomes: Sequence[LoafOutcome], what: str) -> Any:
    """What the latest stage that looked at ``what`` says of it; ``None`` or empty where none did."""
    said = [getattr(outcome, what) for outcome in sorted(outcomes, key=lambda item: STAGES.index(item.stage))]
    return next((value for value in reversed(said) if value not in (None, (), "")), None)
