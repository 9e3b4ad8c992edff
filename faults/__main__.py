"""Run every fault."""

from __future__ import annotations

import sys

from faults import browsers, calls, disk, inputs, kills, power


def main() -> int:
    """Print what was tried and what came of it; 1 where anything was not withstood."""
    return 1 if sum(each.run() for each in (kills, power, browsers, disk, inputs, calls)) else 0


if __name__ == "__main__":
    sys.exit(main())
