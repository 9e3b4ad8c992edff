"""Bring the database up to date, make the owner on first start, and serve."""

from __future__ import annotations

import secrets
from argparse import ArgumentParser
from typing import Any

from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.core.wsgi import get_wsgi_application
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from waitress import serve

from archtop.core.pour import warm
from archtop.studio.demo_sign_in import OWNER
from archtop.studio.keeping import back_up

__all__ = ["Command"]

# Larger than any photograph that is taken: what is too large is answered by the application, with the reason.
_LARGEST_BODY = 120_000_000


class Command(BaseCommand):
    """``archtop serve``."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Where to listen."""
        parser.add_argument("--port", type=int, default=8735)

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Migrate, make the owner, serve until stopped."""
        self.back_up_before_upgrade()
        call_command("migrate", verbosity=0, interactive=False)
        self.make_owner()
        warm()
        self.stdout.write(f"Arch Top is at http://127.0.0.1:{options['port']}/")
        self.stdout.flush()
        serve(
            get_wsgi_application(),
            host="127.0.0.1",
            port=options["port"],
            threads=8,
            max_request_body_size=_LARGEST_BODY,
        )

    def back_up_before_upgrade(self) -> None:
        """A studio that a newer version is about to change is kept as it was."""
        executor = MigrationExecutor(connection)
        to_come = executor.migration_plan(executor.loader.graph.leaf_nodes())
        if executor.loader.applied_migrations and to_come:
            self.stdout.write(f"Kept as it was before the upgrade: {back_up()}")

    def make_owner(self) -> None:
        """On first start: an owner with a password shown once."""
        users = get_user_model()
        if not users.objects.filter(username=OWNER).exists():
            password = secrets.token_urlsafe(9)
            users.objects.create_superuser(OWNER, password=password)
            self.stdout.write(f"First start: sign in as {OWNER!r} with {password!r} (shown only now).")
