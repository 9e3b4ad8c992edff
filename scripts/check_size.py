"""What the first page loads, against what it may: ``check_size.py``, after the front end is built."""

from __future__ import annotations

import gzip
import re
import sys
from pathlib import Path

DIST = Path(__file__).parents[1] / "web" / "dist"
# Packed, of script and style; and the fonts that every page shows [kB].
MOST_KB = {"script": 120.0, "style": 14.0, "fonts": 60.0}


def packed(path: Path) -> float:
    """Kilobytes as they go over the wire; fonts are packed already."""
    content = path.read_bytes()
    return (len(content) if path.suffix == ".woff2" else len(gzip.compress(content, 9))) / 1000


def first_load() -> dict[str, float]:
    """Everything that the page names, what its script needs at once, and the three cuts of the typeface."""
    page = (DIST / "index.html").read_text(encoding="utf-8")
    named = [DIST / name.removeprefix("/static/") for name in re.findall(r'(?:src|href)="([^"]+\.(?:js|css))"', page)]
    scripts = {path for path in named if path.suffix == ".js"}
    found = list(scripts)
    while found:
        text = found.pop().read_text(encoding="utf-8")
        # What stands in an import statement is waited for; what stands in import(...) is not.
        for name in re.findall(r'(?:from|import)\s*"\./([\w.-]+\.js)"', text):
            path = DIST / "assets" / name
            if path not in scripts:
                scripts.add(path)
                found.append(path)
    return {
        "script": sum(map(packed, scripts)),
        "style": sum(packed(path) for path in named if path.suffix == ".css"),
        "fonts": sum(
            packed(path)
            for cut in ("body", "headings", "figures")
            for path in (DIST / "assets").glob(f"recursive-{cut}-*.woff2")
        ),
    }


def main() -> int:
    """Say it, and fail where it is too much."""
    sizes = first_load()
    for what, most in MOST_KB.items():
        print(f"{what}: {sizes[what]:.1f} kB of at most {most:.0f}")
    empty = [what for what, size in sizes.items() if size == 0]
    return 1 if empty or any(sizes[what] > most for what, most in MOST_KB.items()) else 0


if __name__ == "__main__":
    sys.exit(main())
