"""The season: every loaf with a date placed among the hours, hands and moulds there are."""

from __future__ import annotations

import datetime as dt
import hashlib
import json
import secrets
import uuid
from collections.abc import Mapping, Sequence
from typing import Any, NamedTuple

from django.conf import settings
from django.contrib.auth.models import User
from django.db import transaction

from archtop.core import InputError, LoafPlan
from archtop.core import Loaf as Document
from archtop.core.base import LOAF, Frozen
from archtop.core.schedule import (
    Alike,
    FavoursNeed,
    Pin,
    SeasonLoaf,
    SeasonPlan,
    SeasonTerms,
    StudioHours,
    alike_in,
    favours_need,
    joined,
    network_of,
    plan_season,
)
from archtop.studio import stored, wall_clock
from archtop.studio.actions.bench import standing
from archtop.studio.actions.cupboard import cupboard_of_studio
from archtop.studio.actions.learning import learn_what_is_new
from archtop.studio.actions.lived import done_jobs
from archtop.studio.actions.plans import Plans
from archtop.studio.actions.rack import OnTheRack, rack_of
from archtop.studio.models import Loaf, Order, Season
from archtop.studio.planning_now import followed

__all__ = [
    "Changed",
    "MouldCount",
    "OpenSeason",
    "OrderLine",
    "change_hours",
    "change_moulds",
    "feed_of",
    "held_jobs",
    "hours_of",
    "open_season",
    "planned_pours",
    "replan",
    "save_order",
    "season_of",
]

_READY_AT = dt.time(9)
# An ordinary loaf is poured, cut and cured; a loaf with only a pour date is ready so long after it.
_AFTER_POUR = dt.timedelta(days=31)


class MouldCount(Frozen):
    """A mould that loaves of the season take, and how many there are."""

    mould: str
    name: str
    count: int


class OrderLine(Frozen):
    """An order with its loaves, and whether they give enough for its heads."""

    id: int
    kind: str
    name: str
    ready_on: dt.date | None
    wrap_on: dt.date | None
    heads: int | None
    spare_percent: float
    colours: str
    notes: str
    loaves: tuple[str, ...]
    need: FavoursNeed | None


class Unplanned(Frozen):
    """A loaf that cannot be placed, and why."""

    loaf: str
    name: str
    why: str


class OpenSeason(Frozen):
    """Everything about a season: hours, moulds, orders, what could be cast together, the last plan, the rack."""

    hours: StudioHours
    moulds: tuple[MouldCount, ...]
    alike: tuple[Alike, ...]
    together: tuple[tuple[str, str], ...]
    orders: tuple[OrderLine, ...]
    unplanned: tuple[Unplanned, ...]
    plan: SeasonPlan | None
    planned_at: dt.datetime | None
    stale: bool
    feed: str
    rack: tuple[OnTheRack, ...]


class _Read(NamedTuple):
    loaf: Loaf
    document: Document
    result: LoafPlan
    ready: dt.datetime | None


def season_of(owner: User) -> Season:
    """The owner's season, made when it is first asked for."""
    return Season.objects.get_or_create(owner=owner, defaults={"hours": stored.HOURS.write(StudioHours())})[0]


def hours_of(season: Season) -> StudioHours:
    """When hands may work in it, and on whose clock."""
    return stored.HOURS.read(season.hours or {})


def _loaves(season: Season, now: dt.datetime) -> tuple[list[_Read], list[Unplanned]]:
    """Loaves with a date that are not long cut, read and planned; and those that cannot be."""
    plans, zone = Plans(cupboard_of_studio()), hours_of(season).clock
    found, unplanned = [], []
    rows = Loaf.objects.filter(owner=season.owner, put_away=False).prefetch_related("orders", "bench")
    for row in rows:
        dates = [order.wrap_on or order.ready_on for order in row.orders.all() if not order.put_away]
        try:
            told = (row.document.get("ready_on"), row.document.get("pour_on"), *dates)
            if not any(told):
                continue
            of, result = plans.of(row)
            document = of.loaf
            days = [day for day in (document.ready_on, *dates) if day]
            moments = [dt.datetime.combine(day, _READY_AT, zone) for day in days]
            if document.pour_on and not moments:
                moments = [dt.datetime.combine(document.pour_on, dt.time(22), zone) + _AFTER_POUR]
            if not moments:
                continue
            if min(moments) < now:
                if str(LOAF.step("cut")) not in standing(row.bench.all()):
                    late = "its date lies in the past: choose another, or put the loaf away"
                    unplanned.append(Unplanned(loaf=str(row.id), name=row.name, why=late))
                continue
            found.append(_Read(row, document, result, min(moments)))
        except InputError as error:
            unplanned.append(Unplanned(loaf=str(row.id), name=row.name, why=error.in_words))
    return found, unplanned


class Changed(NamedTuple):
    """What a person wants otherwise; ``pins``: by job, ``None`` lets go. Kept only when the season plans with it."""

    hours: StudioHours | None = None
    moulds: Mapping[str, int] | None = None
    together: list[tuple[str, str]] | None = None
    pins: Mapping[str, Pin | None] | None = None


def replan(owner: User, changed: Changed | None = None, now: dt.datetime | None = None) -> Season:
    """Plan the season again, with a change if there is one; what was planned stays where it can.

    The planning takes seconds, so nothing is locked while it lasts; change and plan are kept together after it, over
    whatever was changed elsewhere meanwhile: of that nothing is lost, and the plan is told to be older than it.

    :raises InputError: ``pin.future``, ``season.stopped`` before a plan was found, ``season.clash`` when there is none
        with the change, or of :func:`archtop.core.schedule.plan_season`; then nothing is kept
    """
    now = now or wall_clock.now()
    changed = changed or Changed()
    season = season_of(owner)
    _refuse_done_ahead(changed.pins or {}, now)
    _change(season, changed)
    learn_what_is_new()
    reads, _ = _loaves(season, now)
    held = {**held_jobs(season), **(changed.pins or {})}
    pins = {key: pin for read in reads for key, pin in done_jobs(read.loaf)}
    pins |= {job: pin for job, pin in held.items() if pin is not None}
    last = stored.SEASON_PLAN.read(season.plan) if season.plan else None
    before = {block.key: block.start for block in last.blocks if block.start > now} if last else {}
    with followed(owner.pk) as watch:
        planned = plan_season(
            [_season_loaf(read) for read in reads],
            SeasonTerms(
                hours_of(season),
                now,
                moulds=season.moulds,
                pins=pins,
                before=before,
                effort=settings.SEASON_EFFORT,
                watch=watch,
            ),
            [tuple(pair) for pair in season.together],
            cupboard_of_studio().rates,
        )
    if watch.stopped and not planned.blocks:
        raise InputError.one(
            "season.stopped", "plan", "stopped", "no plan was found yet", "What was planned before stays as it was."
        )
    if changed != Changed() and reads and not planned.blocks:
        raise InputError.one(
            "season.clash",
            "plan",
            planned.says,
            "these cannot all be kept: " + "; ".join(planned.clash),
            " Or: ".join(way.says for way in planned.ways) or "Leave it where it was.",
        )
    planned_from = _asked_of(season, reads, held)
    with transaction.atomic():
        # Read again: hours, moulds and castings together may have been changed in another tab meanwhile.
        season = Season.objects.select_for_update().get(pk=season.pk)
        _change(season, changed)
        season.plan, season.planned_at = stored.SEASON_PLAN.write(planned), now
        season.planned_from = planned_from
        season.save(update_fields=["hours", "moulds", "together", "plan", "planned_at", "planned_from"])
        for job, pin in (changed.pins or {}).items():
            if pin is None:
                season.pins.filter(job=job).delete()
            else:
                season.pins.update_or_create(job=job, defaults={"start": pin.start, "done": pin.done})
    return season


def _season_loaf(read: _Read) -> SeasonLoaf:
    batch = read.result.pots[-1].from_batch
    ident = str(read.loaf.id)
    return SeasonLoaf(ident, read.document, read.result, read.ready, batch.loaf if batch else None)


def _change(season: Season, changed: Changed) -> None:
    """Put onto a season what a person wants otherwise, and nothing else."""
    if changed.hours is not None:
        season.hours = stored.HOURS.write(changed.hours)
    season.moulds = {**season.moulds, **(changed.moulds or {})}
    if changed.together is not None:
        season.together = [list(pair) for pair in changed.together]


def _asked_of(season: Season, reads: list[_Read], held: Mapping[str, Pin | None]) -> str:
    """What a plan was made from, in short: a season that asks for something else has an older plan than it should."""
    asked = [
        season.hours,
        season.moulds,
        season.together,
        sorted((job, pin.start.isoformat(), pin.done) for job, pin in held.items() if pin),
        sorted((str(read.loaf.id), read.loaf.revision, str(read.ready)) for read in reads),
    ]
    return hashlib.sha256(json.dumps(asked, sort_keys=True).encode()).hexdigest()


def held_jobs(season: Season) -> dict[str, Pin]:
    """Jobs that a person holds at a time, or told to be done."""
    return {pin.job: Pin(start=pin.start, done=pin.done) for pin in season.pins.all()}


def planned_pours(owner: User) -> dict[str, dt.date]:
    """The day of each pour still to come, by loaf, as the season has it."""
    season = Season.objects.filter(owner=owner).first()
    if season is None or not season.plan:
        return {}
    zone = hours_of(season).clock
    blocks = stored.SEASON_PLAN.read(season.plan).blocks
    return {
        block.loaf: block.start.astimezone(zone).date()
        for block in blocks
        if block.kind == "pour" and block.held != "done"
    }


def _refuse_done_ahead(pins: Mapping[str, Pin | None], now: dt.datetime) -> None:
    for pin in pins.values():
        if pin and pin.done and pin.start > now + dt.timedelta(minutes=1):
            raise InputError.one(
                "pin.future",
                "start",
                pin.start.isoformat(timespec="minutes"),
                "what is done lies in the past",
                "Hold it there instead, or choose the time when it was done.",
            )


def open_season(season: Season, now: dt.datetime | None = None) -> OpenSeason:
    """The season as it stands."""
    now = now or wall_clock.now()
    reads, unplanned = _loaves(season, now)
    network = joined(tuple(network_of(read.document, read.result, str(read.loaf.id)).on_days() for read in reads))
    holds, at_once = {hold.mould: hold.name for hold in network.holds}, network.at_once()
    return OpenSeason(
        hours=hours_of(season),
        moulds=tuple(
            MouldCount(mould=mould, name=name, count=season.moulds.get(mould, at_once[mould]))
            for mould, name in sorted(holds.items(), key=lambda item: item[1])
        ),
        alike=alike_in({str(read.loaf.id): read.document for read in reads}),
        together=tuple((first, second) for first, second in season.together),
        orders=_order_lines(season),
        unplanned=tuple(unplanned),
        plan=stored.SEASON_PLAN.read(season.plan) if season.plan else None,
        planned_at=season.planned_at,
        stale=season.planned_at is None or season.planned_from != _asked_of(season, reads, held_jobs(season)),
        feed=season.feed,
        rack=rack_of(season.owner, now),
    )


def _order_lines(season: Season) -> tuple[OrderLine, ...]:
    plans = Plans(cupboard_of_studio())
    orders = Order.objects.filter(owner=season.owner, put_away=False).prefetch_related("loaves")
    return tuple(_order_line(order, plans) for order in orders)


def _order_line(order: Order, plans: Plans) -> OrderLine:
    bars = []
    for row in order.loaves.all():
        try:
            bars.append(plans.of(row)[1].cuts.in_all)
        except InputError:
            continue
    need = favours_need(order.heads, order.spare_percent, sum(bars), bars[0] if bars else 0) if order.heads else None
    return OrderLine(
        id=order.id,
        kind=order.kind,
        name=order.name,
        ready_on=order.ready_on,
        wrap_on=order.wrap_on,
        heads=order.heads,
        spare_percent=order.spare_percent,
        colours=order.colours,
        notes=order.notes,
        loaves=tuple(str(row.id) for row in order.loaves.all()),
        need=need,
    )


def change_hours(season: Season, hours: StudioHours) -> None:
    """Other working hours, days off, appointments or hands."""
    season.hours = stored.HOURS.write(hours)
    season.save(update_fields=["hours"])


def change_moulds(season: Season, moulds: Mapping[str, int], together: list[tuple[str, str]]) -> None:
    """How many there are of some moulds, and what is cast together."""
    season.moulds = {**season.moulds, **moulds}
    season.together = [list(pair) for pair in together]
    season.save(update_fields=["moulds", "together"])


def feed_of(season: Season, wanted: bool) -> None:
    """A new private address for the calendar, or none: the old one then answers nothing."""
    season.feed = secrets.token_urlsafe(32) if wanted else ""
    season.save(update_fields=["feed"])


def save_order(owner: User, order_id: int | None, what: Mapping[str, Any], loaves: Sequence[uuid.UUID]) -> None:
    """Write an order down.

    :raises InputError: ``order.loaf`` where one of its loaves is none of the owner's
    """
    found = list(Loaf.objects.filter(owner=owner, id__in=loaves))
    if missing := set(loaves) - {loaf.id for loaf in found}:
        raise InputError.one(
            "order.loaf",
            "loaves",
            len(missing),
            "is not in this studio",
            "Open the season again, and choose from the loaves that are there.",
        )
    with transaction.atomic():
        order = Order.objects.get(id=order_id, owner=owner) if order_id else Order(owner=owner)
        for name, value in what.items():
            setattr(order, name, value)
        order.save()
        order.loaves.set(found)
