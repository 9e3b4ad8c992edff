"""What came of a loaf: written down, held against the plan, and the reminders it leaves for others."""

from __future__ import annotations

import uuid
from typing import Any

from django.db import transaction

from archtop.core import Costing, Lot, cost_of, read_loaf, stock_key
from archtop.core.base import Figure, Frozen
from archtop.core.colour import Light, MeasuredColour, against_white
from archtop.core.notebook import (
    Circumstance,
    Difference,
    Facts,
    LeftOver,
    LoafOutcome,
    Reminder,
    differences_of,
    last_said,
    read_outcome,
    reminders_for,
)
from archtop.studio import stored, wall_clock
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.learning import finished_of, learn, outcomes_of
from archtop.studio.actions.mentions import mention
from archtop.studio.actions.prices import prices_of_studio
from archtop.studio.actions.shelf import put_on_shelf
from archtop.studio.models import Loaf, OutcomeEntry, Photo, Stock, StockUse
from archtop.studio.models import PastLoaf as PastRow
from archtop.studio.photos import patch_of

__all__ = ["OpenOutcome", "measure_colour", "open_outcome", "remind", "save_outcome"]

# What is kept of what was left over, and as what it lies on the shelf.
_KEPT = {"saver mould": "cavity", "dough": "raw dough", "shreds": "shreds"}
# Loaves that matter to a plan are sought among so many, the latest first.
_MOST_PAST = 2000


class OpenOutcome(Frozen):
    """Everything the notebook says of a loaf: what stands, what the log tells, the differences, the cost."""

    outcomes: tuple[LoafOutcome, ...]
    facts: Facts
    differences: tuple[Difference, ...]
    level_mm: float
    bars: tuple[Figure, ...]
    costing: Costing
    currency: str
    stock_used: bool


def open_outcome(loaf: Loaf) -> OpenOutcome:
    """A loaf's plan against what came of it.

    :raises InputError: it no longer plans
    """
    of = finished_of(loaf)
    bars = last_said(of.outcomes, "bars")
    prices = prices_of_studio()
    return OpenOutcome(
        outcomes=tuple(of.outcomes),
        facts=of.facts,
        differences=differences_of(Circumstance(of.resolved, of.result, of.facts), of.outcomes),
        level_mm=of.result.level_mm,
        bars=tuple(of.result.cuts.bar_weight(number + 1) for number in range(of.result.cuts.in_all)),
        costing=cost_of(of.result, prices.per_kg, prices.per_hour, bars),
        currency=prices.currency,
        stock_used=StockUse.objects.filter(loaf=loaf).exists(),
    )


def save_outcome(loaf: Loaf, entry_id: uuid.UUID, data: Any) -> OpenOutcome:
    """Write a stage down; the same ``entry_id`` again changes nothing.

    What was kept of what was left over goes on the shelf; cut, the loaf's supplies come off the stock once.

    :raises InputError: of :func:`archtop.core.notebook.read_outcome`
    """
    of = finished_of(loaf)
    poured = of.facts.poured_at
    outcome = read_outcome(data, of.loaf, of.result, wall_clock.today(), poured.date() if poured else None)
    with transaction.atomic():
        _, new = OutcomeEntry.objects.get_or_create(
            entry_id=entry_id,
            defaults={"loaf": loaf, "stage": outcome.stage, "data": stored.OUTCOME.write(outcome)},
        )
        if new:
            for number, left in enumerate(outcome.left):
                _put_by(loaf, outcome, number, left)
            if outcome.stage == "cut":
                _use_up(loaf, {stock_key(item.kind, item.key): item.grams for item in of.result.supplies})
    mention(loaf, of.loaf, outcomes_of(loaf))
    learn(loaf)
    return open_outcome(loaf)


def _put_by(loaf: Loaf, outcome: LoafOutcome, number: int, left: LeftOver) -> None:
    """A lot for what was kept; written down again, the stage puts nothing on the shelf twice."""
    kind = _KEPT.get(left.went)
    if kind is None:
        return
    document = read_loaf(loaf.document)
    colour = next((item for item in document.colours if item.id == left.colour), document.colours[0])
    key = f"{loaf.pk.hex[:8]}.left.{outcome.stage.replace(' ', '-')}.{number}"
    lot = Lot(
        key=key,
        name=f"{left.what.capitalize()} of {document.name}",
        kind=kind,
        srgb=colour.srgb,
        colour=colour.name,
        made_on=outcome.on,
        count=1 if kind == "cavity" else 0,
        grams=left.grams,
    )
    move = uuid.uuid5(loaf.pk, key)
    if not loaf.lots.filter(key=key).exists():
        put_on_shelf(lot, move)
        loaf.lots.model.objects.filter(key=key).update(loaf=loaf)


def _use_up(loaf: Loaf, grams: dict[str, float]) -> None:
    """Take a finished loaf's supplies off what was counted, once."""
    _, new = StockUse.objects.get_or_create(loaf=loaf, defaults={"data": grams})
    if not new:
        return
    for row in Stock.objects.select_for_update().filter(name__in=grams):
        row.grams = max(row.grams - grams[row.name], 0.0)
        row.save(update_fields=["grams"])


def measure_colour(photo: Photo, card: tuple[float, float], soap: tuple[float, float], light: Light) -> MeasuredColour:
    """The colour at a point of a photograph, against a white card at another; points are shares of its sides.

    :raises InputError: of :func:`archtop.core.colour.against_white`
    """
    with photo.file.open() as file:
        data = file.read()
    return against_white(patch_of(data, card), patch_of(data, soap), light)


def remind(loaf: Loaf) -> tuple[Reminder, ...]:
    """Past trouble that matters to a loaf."""
    cupboard = cupboard_of_studio(loaf)
    names = {f"scent:{key}": item.name for key, item in cupboard.scents.items()}
    names |= {f"colourant:{key}": item.name for key, item in cupboard.colourants.items()}
    document = read_loaf(loaf.document)
    # Loaves without trouble count as well: how many of those with a thing went wrong is what is told.
    past = PastRow.objects.filter(loaf__owner_id=loaf.owner_id).exclude(loaf=loaf)
    return reminders_for(document, [stored.PAST.read(row.data) for row in past[:_MOST_PAST]], names)
