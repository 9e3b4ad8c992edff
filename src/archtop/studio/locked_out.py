"""What is answered to who tried too many passwords."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.http import HttpRequest, JsonResponse

__all__ = ["answer"]


def answer(request: HttpRequest, *args: Any, **kwargs: Any) -> JsonResponse:  # noqa: ARG001
    """Until when, and what to do on the studio's own machine."""
    minutes = round(settings.AXES_COOLOFF_TIME * 60)
    says = (
        f"Too many wrong passwords: wait {minutes} minutes and sign in again. On the studio's own machine "
        "`archtop password` sets a new one at once."
    )
    return JsonResponse({"code": "session.locked_out", "message": says, "problems": []}, status=429)
