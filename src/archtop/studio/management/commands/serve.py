"""Bring the database up to date, make the owner on first start, and serve."""

from __future__ import annotations

import secrets
import socket
from argparse import ArgumentParser
from typing import Any

from django.conf import settings
from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.core.wsgi import get_wsgi_application
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from waitress import serve

from archtop.studio.actions.faces import soon_drawn
from archtop.studio.demo_sign_in import OWNER
from archtop.studio.failures import refuse_newer
from archtop.studio.keeping import back_up

__all__ = ["Command"]

# Larger than any photograph that is taken: what is too large is answered by the application, with the reason.
_LARGEST_BODY = 120_000_000
_SILENT_S = 30
_HOME_FIRST_S = 0.5


def _own_address() -> str:
    """This machine's address in its network; its own to itself where there is none."""
    with socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        try:
            # Nothing is sent: choosing a way to anywhere outside tells by which address this machine is seen.
            probe.connect(("192.0.2.1", 9))
        except OSError:
            return "127.0.0.1"
        return str(probe.getsockname()[0])


class Command(BaseCommand):
    """``archtop serve``."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Where to listen."""
        parser.add_argument("--port", type=int, default=8735)
        parser.add_argument("--share", action="store_true", help="let other devices of this network in")

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Migrate, make the owner, serve until stopped."""
        refuse_newer()
        self.back_up_before_upgrade()
        call_command("migrate", verbosity=0, interactive=False)
        self.make_owner()
        self.stdout.write(f"Arch Top is at http://127.0.0.1:{options['port']}/")
        if options["share"]:
            self.let_others_in(options["port"])
        self.stdout.flush()
        # Home is answered first; by the time a loaf is opened, what draws it is loaded.
        soon_drawn(after_s=_HOME_FIRST_S)
        serve(
            get_wsgi_application(),
            host="0.0.0.0" if options["share"] else "127.0.0.1",
            port=options["port"],
            threads=8,
            max_request_body_size=_LARGEST_BODY,
            # Who does not finish asking is let go, so that others get in.
            channel_timeout=_SILENT_S,
            # Looks for a client that hangs up while it is being answered.
            channel_request_lookahead=1,
            cleanup_interval=_SILENT_S // 2,
        )

    def let_others_in(self, port: int) -> None:
        """Answer to the names that a phone or tablet of this network may call this machine by."""
        address, name = _own_address(), socket.gethostname().lower()
        settings.SHARED_AT = f"http://{address}:{port}/"
        settings.ALLOWED_HOSTS = [*settings.ALLOWED_HOSTS, address, name, f"{name}.local"]
        self.stdout.write(
            f"Phones and tablets of this network find it at {settings.SHARED_AT}: for the day by a code that the bench "
            f"shows, or for good by signing in as {OWNER!r}. "
            "What they send is not encrypted: only in a network you trust."
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
