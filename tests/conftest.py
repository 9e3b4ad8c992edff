"""Shared ground: a home folder of its own, so that no test touches a studio somebody works in."""

from __future__ import annotations

import os
import tempfile

from hypothesis import settings

# Before Django reads its settings.
os.environ["ARCHTOP_HOME"] = tempfile.mkdtemp(prefix="archtop-test-")
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")

# The same examples every time: a check that fails must fail again for whoever looks. Two shared cores are no stopwatch.
settings.register_profile("steady", derandomize=True, deadline=None)
settings.load_profile("steady")
