"""Signing in and out."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from django.middleware.csrf import CsrfViewMiddleware
from ninja import Router
from ninja.errors import HttpError

from archtop.studio import wall_clock
from archtop.studio.actions import House, house_of_studio, save_house
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.schemas import SessionOut, SignIn
from archtop.studio.models import Setting

__all__ = ["router"]

router = Router(tags=["session"])


def _session(request: HttpRequest) -> SessionOut:
    name = request.user.get_username() if request.user.is_authenticated else None
    toured = Setting.objects.filter(key="toured").exists()
    house = house_of_studio()
    return SessionOut(name=name, demo=settings.DEMO, toured=toured, now=wall_clock.now(), house=house)


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


@router.delete("", response=SessionOut, operation_id="sign_out")
def sign_out(request: HttpRequest) -> SessionOut:
    """Sign out."""
    logout(request)
    return _session(request)
