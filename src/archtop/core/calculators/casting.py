"""Calculator of casting order: jobs, waits and moulds placed in time."""

from __future__ import annotations

from typing import Annotated

from pydantic import AwareDatetime, Field

from archtop.core.calculators.registry import calculator
from archtop.core.casting import Hold, Job, Link, Network, Pin, SeasonPlan, StudioHours, plan_network
from archtop.core.figure import Frozen

__all__ = ["CastingOrderInput"]


class CastingOrderInput(Frozen):
    """Jobs with the minutes they take, waits between them [h], moulds they hold, and when each loaf must be ready.

    A job of kind ``cured`` takes no hands: it is when its loaf is ready.
    """

    jobs: Annotated[tuple[Job, ...], Field(min_length=1, max_length=2000)]
    links: Annotated[tuple[Link, ...], Field(max_length=4000)] = ()
    holds: Annotated[tuple[Hold, ...], Field(max_length=2000)] = ()
    now: AwareDatetime
    ready: dict[str, AwareDatetime] = {}
    hours: StudioHours = StudioHours()
    moulds: dict[str, Annotated[int, Field(ge=1, le=99)]] = {}
    pins: dict[str, Pin] = {}
    seconds: Annotated[float, Field(gt=0, le=60)] = 8.0


@calculator("casting-order")
def casting_order(given: CastingOrderInput) -> SeasonPlan:
    """What to do when so that everything meets; and where it cannot, why not and what would help."""
    network = Network(jobs=given.jobs, links=given.links, holds=given.holds)
    return plan_network(network, given.hours, given.now, given.ready, {}, given.moulds, given.pins, {}, given.seconds)
