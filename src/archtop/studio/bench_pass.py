"""A telephone let in for a day: the bench, the clock and the notes of one loaf, and nothing else.

Whoever opens a pass's address is the owner's guest: the session knows by which pass it came, each of its questions is
held against what that pass opens, and it ends with the pass.
"""

from __future__ import annotations

import re
from collections.abc import Callable
from typing import Any, Final

from django.conf import settings
from django.contrib.auth import login, logout
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect, JsonResponse

from archtop.studio import wall_clock
from archtop.studio.actions.passes import pass_by_code
from archtop.studio.models import BenchPass, Photo

__all__ = ["WithinPass", "come_in", "pass_of"]

_KEY: Final = "bench_pass"
_UUID = r"[0-9a-f-]{36}"
_OF_LOAF = rf"^/api/loaves/(?P<loaf>{_UUID})"
_OF_PHOTO = rf"^/api/photos/(?P<photo>{_UUID})"
# What a pass opens, by method and address; where they name a loaf or a photograph it must be the pass's own.
_OPENS: Final = tuple(
    (frozenset(methods.split()), re.compile(f"{address}$"))
    for methods, address in (
        ("GET DELETE", r"^/api/session"),
        ("GET", r"^/api/(catalogue|faults|bar-card\.pdf)"),
        ("GET", r"^/api/loaves/(departures|troubles|ring-sheet\.pdf)"),
        ("GET", rf"{_OF_LOAF}(/(jobs|reminders|moment\.png|still\.png|at-hand\.png|top-template\.svg))?"),
        ("GET POST", rf"{_OF_LOAF}/(bench|clock|photos|outcome)"),
        ("POST", rf"{_OF_LOAF}/(clock/back|weighed|replan)"),
        ("POST", r"^/api/(spoonful|soap-colour)"),
        ("GET PUT", _OF_PHOTO),
        ("GET POST", rf"{_OF_PHOTO}/(file|bar|ghosts|mark|colour)"),
    )
)


def pass_of(request: HttpRequest) -> BenchPass | None:
    """The pass that a visitor came by, while it holds; ``None`` for the owner."""
    key = request.session.get(_KEY)
    return BenchPass.open_at(wall_clock.now()).filter(pk=key).first() if key else None


def come_in(request: HttpRequest, code: str) -> HttpResponse:
    """What a scanned code opens: the bench of its loaf. Who is the owner already stays it."""
    found = pass_by_code(code, wall_clock.now())
    if found is None:
        return HttpResponse(
            "This code does not open anything: it has ended, or was ended at the desk. Ask there for a new one.",
            status=404,
            content_type="text/plain; charset=utf-8",
        )
    if not request.user.is_authenticated:
        login(request, found.owner, backend="django.contrib.auth.backends.ModelBackend")
        request.session[_KEY] = str(found.pk)
        # By the machine's own clock, which the session goes by.
        request.session.set_expiry(max(60, int((found.ends_at - wall_clock.now()).total_seconds())))
    return HttpResponseRedirect(f"/loaf/{found.loaf_id}/bench")


class WithinPass:
    """Middleware: holds who came by a pass to what it opens."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Go on, or say why not."""
        if _KEY not in request.session:
            return self.get_response(request)
        held = pass_of(request)
        if held is None:
            logout(request)
            if request.path_info.startswith("/api/") and request.path_info != "/api/session":
                return _told(401, "pass.ended", "This pass has ended: ask at the desk for a new code.")
            return self.get_response(request)
        if request.path_info.startswith(("/api/", f"/{settings.ADMIN_AT}")) and not _opens(held, request):
            return _told(
                403,
                "pass.closed",
                f"This pass opens the bench, the clock and the notes of {held.loaf.name}; all else is for the desk.",
            )
        return self.get_response(request)


def _opens(held: BenchPass, request: HttpRequest) -> bool:
    for methods, address in _OPENS:
        found = address.match(request.path_info)
        if found and request.method in methods:
            return _its_own(held, found.groupdict())
    return False


def _its_own(held: BenchPass, named: dict[str, Any]) -> bool:
    if loaf := named.get("loaf"):
        return bool(loaf == str(held.loaf_id))
    if photo := named.get("photo"):
        return Photo.objects.filter(pk=photo, loaf=held.loaf_id).exists()
    return True


def _told(status: int, code: str, message: str) -> JsonResponse:
    return JsonResponse({"code": code, "message": message, "problems": []}, status=status)
