"""The season: hours, moulds, orders, the plan, and the calendar that other programs read."""

from __future__ import annotations

import datetime as dt
import uuid
from typing import Annotated, Literal

from django.http import Http404, HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Schema, Status
from pydantic import AwareDatetime, Field

from archtop.core import InputError
from archtop.core.schedule import Pin, SeasonPlan, StudioHours
from archtop.studio import sheets, stored, wall_clock
from archtop.studio.actions.house import house_of_studio
from archtop.studio.actions.season import (
    Changed,
    OpenSeason,
    feed_of,
    hours_of,
    open_season,
    replan,
    save_order,
    season_of,
)
from archtop.studio.actions.today import Today, today_of
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.schemas import Day
from archtop.studio.api.signed_in import owner_of
from archtop.studio.models import Order, Season
from archtop.studio.planning_now import watches_of
from archtop.studio.sheets import PaperName

__all__ = ["router"]

router = Router(tags=["season"])
_CALENDAR = "text/calendar; charset=utf-8"
_ANSWERS = {200: OpenSeason, 404: ProblemReport, 422: ProblemReport}


class MouldsIn(Schema):
    """How many there are of some moulds, and castings done once for two loaves."""

    moulds: dict[Annotated[str, Field(max_length=120)], Annotated[int, Field(ge=1, le=99)]] = {}
    together: Annotated[list[tuple[str, str]], Field(max_length=200)] = []


class PinIn(Schema):
    """A job held at a time, done at one, or, without a time, let go."""

    job: Annotated[str, Field(max_length=160)]
    start: AwareDatetime | None = None
    done: bool = False


class Planning(Schema):
    """What is being sought at this moment, and how many plans were found; nothing is planned where it says nothing."""

    says: str | None = None
    plans: int = 0


class OrderIn(Schema):
    """An order as it is written down."""

    kind: Literal["commission", "favours", "collection", "market", "launch", "wedding", "holiday"]
    name: Annotated[str, Field(min_length=1, max_length=120)]
    ready_on: dt.date | None = None
    wrap_on: dt.date | None = None
    heads: Annotated[int, Field(ge=1, le=5000)] | None = None
    spare_percent: Annotated[float, Field(ge=0, le=200)] = 10.0
    colours: Annotated[str, Field(max_length=400)] = ""
    notes: Annotated[str, Field(max_length=4000)] = ""
    loaves: Annotated[list[uuid.UUID], Field(max_length=200)] = []


def _season(request: HttpRequest) -> Season:
    return season_of(owner_of(request))


@router.get("", response=_ANSWERS, operation_id="open_season")
def read(request: HttpRequest) -> OpenSeason:
    """The season as it stands."""
    return open_season(_season(request))


@router.get("/today", response={200: Today}, operation_id="open_today")
def today(request: HttpRequest) -> Today:
    """The bench's day: every job of every loaf as it stands now."""
    return today_of(owner_of(request), wall_clock.now())


@router.post("/plan", response=_ANSWERS, operation_id="plan_season")
def plan_again(request: HttpRequest) -> OpenSeason:
    """Plan it again; what was planned stays where it can."""
    return open_season(replan(owner_of(request)))


@router.get("/planning", response=Planning, operation_id="follow_planning")
def follow(request: HttpRequest) -> Planning:
    """How far the planning of this moment is."""
    watches = watches_of(owner_of(request).pk)
    return Planning(says=watches[-1].says, plans=watches[-1].plans) if watches else Planning()


@router.delete("/planning", response={204: None}, operation_id="stop_planning")
def stop(request: HttpRequest) -> Status[None]:
    """Take the best plan that is found so far."""
    for watch in watches_of(owner_of(request).pk):
        watch.stop()
    return Status(204, None)


@router.put("/hours", response=_ANSWERS, operation_id="change_hours")
def hours(request: HttpRequest, payload: StudioHours) -> OpenSeason:
    """Other working hours, days off, appointments or hands; the plan follows."""
    return open_season(replan(owner_of(request), Changed(hours=payload)))


@router.put("/moulds", response=_ANSWERS, operation_id="change_moulds")
def moulds(request: HttpRequest, payload: MouldsIn) -> OpenSeason:
    """Other moulds, or castings done together; the plan follows."""
    changed = Changed(moulds=payload.moulds, together=payload.together)
    return open_season(replan(owner_of(request), changed))


@router.put("/pins", response=_ANSWERS, operation_id="pin_job")
def pin(request: HttpRequest, payload: PinIn) -> OpenSeason:
    """Hold a job, tell that it was done, or let it go; the rest is planned again around it."""
    held = None if payload.start is None else Pin(start=payload.start, done=payload.done)
    return open_season(replan(owner_of(request), Changed(pins={payload.job: held})))


@router.post("/orders", response=_ANSWERS, operation_id="add_order")
def add_order(request: HttpRequest, payload: OrderIn) -> OpenSeason:
    """Write an order down."""
    what = payload.dict()
    save_order(owner_of(request), None, what, what.pop("loaves"))
    return open_season(replan(owner_of(request)))


@router.put("/orders/{int:order_id}", response=_ANSWERS, operation_id="change_order")
def change_order(request: HttpRequest, order_id: int, payload: OrderIn) -> OpenSeason:
    """Change an order."""
    order = get_object_or_404(Order, id=order_id, owner=request.user)
    what = payload.dict()
    save_order(owner_of(request), order.id, what, what.pop("loaves"))
    return open_season(replan(owner_of(request)))


@router.delete("/orders/{int:order_id}", response=_ANSWERS, operation_id="put_order_away")
def put_order_away(request: HttpRequest, order_id: int) -> OpenSeason:
    """Put an order away; its loaves stay."""
    order = get_object_or_404(Order, id=order_id, owner=request.user)
    order.put_away = True
    order.save(update_fields=["put_away"])
    return open_season(replan(owner_of(request)))


@router.put("/feed", response=_ANSWERS, operation_id="change_feed")
def feed(request: HttpRequest, wanted: bool) -> OpenSeason:
    """A private address for calendar programs, or none any more."""
    season = _season(request)
    feed_of(season, wanted)
    return open_season(season)


def _plan(season: Season) -> SeasonPlan | None:
    return stored.SEASON_PLAN.read(season.plan) if season.plan else None


@router.get("/calendar.ics", operation_id="calendar_file", include_in_schema=False)
def calendar_file(request: HttpRequest) -> HttpResponse:
    """The plan as a file for a calendar program."""
    season = _season(request)
    answer = HttpResponse(
        sheets.calendar_of(_plan(season), season.planned_at), content_type="text/calendar; charset=utf-8"
    )
    answer["Content-Disposition"] = 'attachment; filename="casting-order.ics"'
    return answer


@router.get("/feed/{token}.ics", auth=None, operation_id="calendar_feed", include_in_schema=False)
def calendar_feed(request: HttpRequest, token: str) -> HttpResponse:  # noqa: ARG001
    """The plan for a program that has been told its secret address; nothing else answers there."""
    season = Season.objects.filter(feed=token).exclude(feed="").first()
    if season is None:
        raise Http404
    return HttpResponse(
        sheets.calendar_of(_plan(season), season.planned_at), content_type="text/calendar; charset=utf-8"
    )


@router.get("/week.pdf", operation_id="week_sheet", include_in_schema=False)
def week_sheet(request: HttpRequest, first: Day, paper: PaperName = "A4") -> HttpResponse:
    """One week on a page."""
    season = _season(request)
    plan = _plan(season)
    if plan is None:
        raise InputError.one("season.unplanned", "plan", None, "nothing is planned yet", "Plan the season first.")
    zone = hours_of(season).clock
    page = sheets.week_sheet_pdf(plan, first, zone, paper, house_of_studio())
    answer = HttpResponse(page, content_type="application/pdf")
    answer["Content-Disposition"] = f'attachment; filename="week-of-{first}.pdf"'
    return answer
