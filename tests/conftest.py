"""Shared ground: a home folder of its own, so that no test touches a studio somebody works in."""

from __future__ import annotations

import os
import tempfile

from hypothesis import settings

# Before Django reads its settings.
os.environ["ARCHTOP_HOME"] = tempfile.mkdtemp(prefix="archtop-test-")
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "true")
# A Wednesday morning, whatever day it is for whoever runs this; ``ARCHTOP_NOW=`` (empty) is the machine's own, and any
# other moment can be given to see that nothing depends on it.
os.environ.setdefault("ARCHTOP_NOW", "2026-11-25T10:00:00+00:00")

# The same examples every time: a check that fails must fail again for whoever looks. Two shared cores are no stopwatch.
settings.register_profile("steady", derandomize=True, deadline=None, max_examples=40)
# For a night: other examples each time, and many of them (ARCHTOP_EXAMPLES=1000).
settings.register_profile("thorough", deadline=None, max_examples=int(os.environ.get("ARCHTOP_EXAMPLES", "1000")))
settings.load_profile("thorough" if "ARCHTOP_EXAMPLES" in os.environ else "steady")
