"""A studio of many years: 2,000 loaves, 50,000 rows of log, 4,000 photographs. What the server takes to answer.

Beside the search stands the obvious alternative: reading every loaf's document and notes through.
"""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile

__all__ = ["run"]


def run() -> None:
    """In a process of its own: the studio's folder is chosen before Django reads its settings."""
    with tempfile.TemporaryDirectory() as home:
        env = {**os.environ, "ARCHTOP_HOME": home, "DJANGO_SETTINGS_MODULE": "archtop.site.settings"}
        subprocess.run([sys.executable, "-m", "benchmarks.notebook_studio"], env=env, check=True)
