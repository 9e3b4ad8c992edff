"""Set a new password for the owner, and let in again who was locked out."""

from __future__ import annotations

import secrets
from argparse import ArgumentParser
from typing import Any

from axes.utils import reset
from django.contrib.auth import get_user_model, password_validation
from django.core.exceptions import ValidationError
from django.core.management.base import BaseCommand, CommandError

from archtop.studio.demo_sign_in import OWNER

__all__ = ["Command"]


class Command(BaseCommand):
    """``archtop password``."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """The new one, or none: then one is made up and shown once."""
        parser.add_argument("password", nargs="?")

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Set it, forget failed sign-ins, say what to sign in with; who is signed in elsewhere is signed out."""
        user = get_user_model().objects.filter(username=OWNER).first()
        if user is None:
            raise CommandError("This studio has no owner yet: start it once with `archtop serve`.")
        password = options["password"] or secrets.token_urlsafe(9)
        try:
            password_validation.validate_password(password, user)
        except ValidationError as error:
            raise CommandError(" ".join(error.messages)) from error
        user.set_password(password)
        user.save(update_fields=["password"])
        reset()
        shown = "the password you gave" if options["password"] else f"{password!r} (shown only now)"
        self.stdout.write(f"Sign in as {OWNER!r} with {shown}. Devices that were signed in sign in again.")
