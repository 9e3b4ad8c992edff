"""Signing in and out."""

from __future__ import annotations

import uuid

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from django.middleware.csrf import CsrfViewMiddleware
from ninja import Router, Status
from ninja.errors import HttpError

from archtop.studio import wall_clock
from archtop.studio.actions import House, house_of_studio, save_house
from archtop.studio.actions.passes import MadePass, OpenPass, end_pass, make_pass, open_passes
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.loaves import loaf_of
from archtop.studio.api.schemas import PassIn, SessionOut, SignIn
from archtop.studio.api.signed_in import owner_of
from archtop.studio.bench_pass import pass_of
from archtop.studio.demo_sign_in import DemoSignIn
from archtop.studio.models import Setting

__all__ = ["router"]

router = Router(tags=["session"])


def _session(request: HttpRequest) -> SessionOut:
    name = request.user.get_username() if request.user.is_authenticated else None
    toured = Setting.objects.filter(key="toured").exists()
    house = house_of_studio()
    held = pass_of(request) if name else None
    return SessionOut(
        name=name,
        demo=settings.DEMO,
        toured=toured,
        now=wall_clock.now(),
        house=house,
        pass_to=held.loaf_id if held else None,
    )


@router.get("", auth=None, response=SessionOut, operation_id="who_is_there")
def who_is_there(request: HttpRequest) -> SessionOut:
    """Who is signed in, if anybody."""
    return _session(request)


@router.post("", auth=None, response={200: SessionOut, 401: ProblemReport, 403: ProblemReport}, operation_id="sign_in")
def sign_in(request: HttpRequest, payload: SignIn) -> SessionOut:
    """Sign in. Checked against forgery by hand: endpoints without a signed-in user are not."""
    if CsrfViewMiddleware(lambda _: None).process_view(request, None, (), {}) is not None:  # type: ignore[arg-type]
        raise HttpError(403, "Reload the page and try again.")
    user = authenticate(request, username=payload.name, password=payload.password)
    if user is None:
        raise HttpError(401, "Name and password do not match.")
    login(request, user)
    return _session(request)


@router.put("/toured", response=SessionOut, operation_id="finish_tour")
def finish_tour(request: HttpRequest) -> SessionOut:
    """The tour was taken, or declined: it is not offered by itself again."""
    Setting.objects.get_or_create(key="toured", defaults={"value": True})
    return _session(request)


@router.put("/house", response={200: House, 422: ProblemReport}, operation_id="save_house")
def change_house(request: HttpRequest, payload: House) -> House:  # noqa: ARG001
    """How the studio writes numbers and days, what it prints on, its money, and how warm its room is."""
    return save_house(payload)


@router.get("/passes", response=list[OpenPass], operation_id="list_passes")
def passes(request: HttpRequest) -> list[OpenPass]:
    """Passes that hold, the latest first."""
    return open_passes(owner_of(request))


@router.post("/passes", response={201: MadePass, 404: ProblemReport}, operation_id="make_pass")
def let_in(request: HttpRequest, payload: PassIn) -> Status[MadePass]:
    """A pass for a telephone to a loaf's bench; its code is shown this once."""
    here = request.build_absolute_uri("/")
    # By the name that this machine calls itself nobody else finds it.
    reaches = bool(settings.SHARED_AT) or not DemoSignIn.is_here(request)
    return Status(
        201, make_pass(owner_of(request), loaf_of(request, payload.loaf), settings.SHARED_AT or here, reaches)
    )


@router.delete("/passes/{uuid:pass_id}", response=list[OpenPass], operation_id="end_pass")
def let_go(request: HttpRequest, pass_id: uuid.UUID) -> list[OpenPass]:
    """End a pass: whoever came by it is out."""
    end_pass(owner_of(request), pass_id)
    return open_passes(owner_of(request))


@router.delete("", response=SessionOut, operation_id="sign_out")
def sign_out(request: HttpRequest) -> SessionOut:
    """Sign out."""
    logout(request)
    return _session(request)
