"""Plans without saving, sizing backwards, help with a colour, and what a week needs."""

from __future__ import annotations

import uuid

from django.http import HttpRequest, HttpResponse
from ninja import Router
from ninja.decorators import decorate_view

from archtop.core import (
    Backsized,
    Catalogue,
    FirstLoaf,
    InputError,
    LoafPlan,
    Reach,
    catalogue,
    first_loaf,
    gel_film_of,
    plan,
    reach,
    size_back,
    with_jars,
)
from archtop.core.document import stock_key
from archtop.core.faces import FoundCuts, find_cuts
from archtop.core.gel import GelFilm
from archtop.core.geometry import CupMould
from archtop.core.pots import bowl_to_measure, colour_in_pot, gelled_with
from archtop.studio.actions import (
    AlsoPictured,
    Faces,
    FragileTold,
    Origin,
    PotPictured,
    Week,
    also_pictured,
    cupboard_of_studio,
    faces_of,
    fragile_of,
    in_the_house,
    origin_of,
    pot_pictured,
    week_from,
)
from archtop.studio.actions.plans import Plans
from archtop.studio.actions.prices import prices_of_studio
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.loaves import cupboard_for
from archtop.studio.api.schemas import (
    AlsoIn,
    CupHoldsIn,
    CutsIn,
    Day,
    DocumentIn,
    FacesIn,
    FirstPlanned,
    FragileIn,
    LoafIn,
    PointIn,
    PotIn,
    ReachIn,
    SizeBackIn,
)
from archtop.studio.api.signed_in import owner_of
from archtop.studio.api.turns import in_turn
from archtop.studio.api.written import written
from archtop.studio.preview import preview_of

__all__ = ["router"]

router = Router(tags=["planning"])


@router.post("/plan", response={200: LoafPlan, 404: ProblemReport, 422: ProblemReport}, operation_id="plan_loaf")
def plan_loaf(request: HttpRequest, payload: LoafIn, loaf: uuid.UUID | None = None) -> HttpResponse:
    """The plan of a document, nothing kept; of a ``loaf`` that is begun, with the numbers it began with."""
    return written(Plans(cupboard_for(request, loaf)).of_document(payload, loaf).result)


@router.post("/first-loaf", response={200: FirstPlanned, 422: ProblemReport}, operation_id="plan_first_loaf")
def plan_first_loaf(request: HttpRequest, payload: FirstLoaf) -> FirstPlanned:  # noqa: ARG001
    """The loaf that a newcomer's answers come to, with its plan; nothing kept."""
    cupboard = cupboard_of_studio()
    document = with_jars(in_the_house(first_loaf(payload)), cupboard)
    result = plan(document, cupboard)
    return FirstPlanned(document=document, plan=result, preview=preview_of(document, result))


@router.post("/faces", response={200: Faces, 404: ProblemReport, 422: ProblemReport}, operation_id="draw_faces")
@decorate_view(in_turn)
def draw_faces(request: HttpRequest, payload: FacesIn) -> Faces:
    """Pictures of cut faces, nothing kept."""
    bars = tuple(payload.bars) if payload.bars is not None else None
    cupboard = cupboard_for(request, payload.loaf)
    return faces_of(
        payload.document,
        cupboard,
        px_mm=payload.px_mm,
        seed=payload.seed,
        later_min=payload.later_min,
        back=payload.back,
        bars=bars,
    )


@router.post(
    "/faces/also",
    response={200: list[AlsoPictured], 404: ProblemReport, 422: ProblemReport},
    operation_id="draw_also_filled",
)
@decorate_view(in_turn)
def draw_also_filled(request: HttpRequest, payload: AlsoIn) -> list[AlsoPictured]:
    """Pictures of the other moulds that a loaf's pot fills, nothing kept."""
    cupboard = cupboard_for(request, payload.loaf)
    return list(also_pictured(payload.document, cupboard, px_mm=payload.px_mm, seed=payload.seed))


@router.post("/faces/pot", response={200: PotPictured, 404: ProblemReport, 422: ProblemReport}, operation_id="draw_pot")
@decorate_view(in_turn)
def draw_pot(request: HttpRequest, payload: PotIn) -> PotPictured:
    """The pot of a pour from above, before it is poured."""
    return pot_pictured(payload.document, cupboard_for(request, payload.loaf), payload.pour)


@router.post(
    "/faces/fragile", response={200: FragileTold, 404: ProblemReport, 422: ProblemReport}, operation_id="tell_fragile"
)
@decorate_view(in_turn)
def tell_fragile(request: HttpRequest, payload: FragileIn) -> FragileTold:
    """What goes wrong in some outcomes, and in how many."""
    return fragile_of(payload.document, cupboard_for(request, payload.loaf), payload.later_min)


@router.post("/cuts/find", response={200: FoundCuts, 404: ProblemReport, 422: ProblemReport}, operation_id="find_cuts")
@decorate_view(in_turn)
def find(request: HttpRequest, payload: CutsIn) -> FoundCuts:
    """Where to cut for equal weights or even faces, nothing kept."""
    return find_cuts(payload.document, cupboard_for(request, payload.loaf), payload.aim)


@router.post("/faces/point", response={200: Origin, 404: ProblemReport, 422: ProblemReport}, operation_id="ask_point")
@decorate_view(in_turn)
def ask_point(request: HttpRequest, payload: PointIn) -> Origin:
    """Which moment made a point of a face."""
    at = (payload.across, payload.along, payload.up)
    return origin_of(payload.document, cupboard_for(request, payload.loaf), payload.seed, payload.later_min, at)


@router.post("/size-back", response={200: Backsized, 404: ProblemReport, 422: ProblemReport}, operation_id="size_back")
@decorate_view(in_turn)
def size_backwards(request: HttpRequest, payload: SizeBackIn) -> Backsized:
    """The loaf sized to use something up, nothing kept."""
    return size_back(payload.document, cupboard_for(request, payload.loaf), payload.target)


@router.post("/reach", response={200: Reach, 404: ProblemReport, 422: ProblemReport}, operation_id="reach_colour")
@decorate_view(in_turn)
def reach_colour(request: HttpRequest, payload: ReachIn) -> Reach:
    """What to add to a colour to come closest to its wish."""
    cupboard, loaf = cupboard_for(request, payload.loaf), payload.document
    colour = next((item for item in loaf.colours if item.id == payload.colour), None)
    if colour is None:
        raise InputError.one("id.unknown", "colour", payload.colour, "must be one of the loaf's", "Choose one.")
    of, planned = Plans(cupboard).of_document(loaf)
    jars = {key: of.cupboard.jar(key) for key in of.cupboard.colourants}
    mixed = colour_in_pot(of, colour)
    bowl = bowl_to_measure(planned.pots, colour.id, loaf.sizing.fine_step_g)
    prices = prices_of_studio().per_kg
    own = {key: price for key in jars if (price := prices.get(stock_key("colourant", key))) is not None}
    gelled = gelled_with(loaf, colour.id, planned.gel.gelled)
    return reach(mixed.base, mixed.doses, colour.srgb, jars, bowl=bowl, prices=own, gelled=gelled)


@router.post("/gel", response={200: GelFilm, 404: ProblemReport, 422: ProblemReport}, operation_id="film_gel")
@decorate_view(in_turn)
def film_gel(request: HttpRequest, payload: DocumentIn) -> GelFilm:
    """How warm the section halfway along gets, hour by hour; nothing kept."""
    of, planned = Plans(cupboard_for(request, payload.loaf)).of_document(payload.document)
    return gel_film_of(of, planned)


@router.post("/cup-holding", response={200: CupMould, 422: ProblemReport}, operation_id="make_cup_hold")
def make_cup_hold(request: HttpRequest, payload: CupHoldsIn) -> CupMould:  # noqa: ARG001
    """A cup as high as it must be to hold so much."""
    return payload.cup.holding(payload.ml)


@router.get("/catalogue", response=Catalogue, operation_id="read_catalogue")
def read_catalogue(request: HttpRequest) -> Catalogue:  # noqa: ARG001
    """Every kind of thing there is to choose from, with its label, help and defaults."""
    return catalogue()


@router.get("/week", response={200: Week, 422: ProblemReport}, operation_id="read_week")
def read_week(request: HttpRequest, first: Day) -> Week:
    """What the loaves poured in the seven days from ``first`` need."""
    return week_from(owner_of(request), first)
