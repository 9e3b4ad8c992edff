"""Who asks: endpoints behind the door know that somebody is signed in, and who."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja.errors import HttpError

__all__ = ["owner_of"]


def owner_of(request: HttpRequest) -> User:
    """The person who is signed in.

    :raises HttpError: 401 when nobody is
    """
    if not isinstance(request.user, User):
        raise HttpError(401, "Sign in first.")
    return request.user
