"""Calculator of casting order: jobs, waits and moulds placed in time."""

from __future__ import annotations

from typing import Annotated

from pydantic import AwareDatetime, Field

from archtop.core.base import Frozen
from archtop.core.calculators.registry import calculator
from archtop.core.schedule import Hold, Job, Link, Network, Pin, SeasonPlan, SeasonTerms, StudioHours, plan_network

__all__ = ["CastingOrderInput"]


class CastingOrderInput(Frozen):
    """Jobs with the minutes they take, waits between them [h], moulds they hold, and when each loaf must be ready.

    A job of kind ``cured`` takes no hands: it is when its loaf is ready. ``effort``: what the solver may do, about
    seconds of one quiet core, counted so that the answer is the same on any machine.
    """

    jobs: Annotated[tuple[Job, ...], Field(min_length=1, max_length=2000)]
    links: Annotated[tuple[Link, ...], Field(max_length=4000)] = ()
    holds: Annotated[tuple[Hold, ...], Field(max_length=2000)] = ()
    now: AwareDatetime
    ready: dict[str, AwareDatetime] = {}
    hours: StudioHours = StudioHours()
    moulds: dict[str, Annotated[int, Field(ge=1, le=99)]] = {}
    pins: dict[str, Pin] = {}
    effort: Annotated[float, Field(gt=0, le=60)] = 8.0


@calculator("casting-order")
def casting_order(given: CastingOrderInput) -> SeasonPlan:
    """What to do when so that everything meets; and where it cannot, why not and what would help."""
    network = Network(jobs=given.jobs, links=given.links, holds=given.holds)
    terms = SeasonTerms(given.hours, given.now, given.ready, moulds=given.moulds, pins=given.pins, effort=given.effort)
    return plan_network(network, terms)
