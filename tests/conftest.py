"""Shared ground: a home folder of its own, so that no test touches a studio somebody works in."""

from __future__ import annotations

import os
import tempfile

# Before Django reads its settings.
os.environ["ARCHTOP_HOME"] = tempfile.mkdtemp(prefix="archtop-test-")
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")
