"""Bring the database up to date, make the owner on first start, and serve."""

from __future__ import annotations

import secrets
from argparse import ArgumentParser
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.core.wsgi import get_wsgi_application
from waitress import serve

from archtop.core.pour import warm
from archtop.studio.demo_sign_in import OWNER

__all__ = ["Command"]


class Command(BaseCommand):
    """``archtop serve``."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Where to listen."""
        parser.add_argument("--port", type=int, default=8735)

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Migrate, make the owner, serve until stopped."""
        call_command("migrate", verbosity=0, interactive=False)
        self.make_owner()
        warm()
        self.stdout.write(f"Arch Top is at http://127.0.0.1:{options['port']}/")
        self.stdout.flush()
        serve(
            get_wsgi_application(), host="127.0.0.1", port=options["port"], threads=8, max_request_body_size=16_000_000
        )

    def make_owner(self) -> None:
        """On first start: an owner with a password shown once."""
        users = get_user_model()
        if not users.objects.filter(username=OWNER).exists():
            password = secrets.token_urlsafe(9)
            users.objects.create_superuser(OWNER, password=password)
            self.stdout.write(f"First start: sign in as {OWNER!r} with {password!r} (shown only now).")
