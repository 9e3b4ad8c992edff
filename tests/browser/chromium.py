"""Which browser is driven: Debian's Chromium, without a window where that is at hand."""

from __future__ import annotations

import shutil
from typing import Final

__all__ = ["CHROMIUM"]

CHROMIUM: Final = shutil.which("chromium-headless-shell") or shutil.which("chromium")
