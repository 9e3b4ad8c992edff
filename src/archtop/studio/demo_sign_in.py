"""In the demo, whoever sits at this machine is the owner; nobody else ever is."""

from __future__ import annotations

import ipaddress
from collections.abc import Callable

from django.conf import settings
from django.contrib.auth import get_user_model, login
from django.http import HttpRequest, HttpResponse

__all__ = ["OWNER", "DemoSignIn"]

OWNER = "owner"


def _is_loopback(address: str) -> bool:
    try:
        return ipaddress.ip_address(address).is_loopback
    except ValueError:
        return False


class DemoSignIn:
    """Middleware: signs a visitor in as the owner when the demo is on and the connection comes from loopback.

    The host asked for must be loopback as well: a page elsewhere that resolves its own name to this machine gets
    nothing.
    """

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponse]) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        """Sign in if all of it holds, then go on."""
        if settings.DEMO and not request.user.is_authenticated and self.is_here(request):
            owner = get_user_model().objects.filter(username=OWNER).first()
            if owner is not None:
                login(request, owner, backend="django.contrib.auth.backends.ModelBackend")
        return self.get_response(request)

    @staticmethod
    def is_here(request: HttpRequest) -> bool:
        """Whether a question comes from this machine, by this machine's own name for itself."""
        host = request.get_host().rsplit(":", 1)[0].strip("[]")
        return _is_loopback(request.META.get("REMOTE_ADDR", "")) and (host == "localhost" or _is_loopback(host))
