"""Run every benchmark."""

from __future__ import annotations

from benchmarks import clock, dragging, ingredients, levels, pieces, planning


def main() -> None:
    """Print the table."""
    for benchmark in (planning, ingredients, levels, pieces, clock, dragging):
        benchmark.run()


if __name__ == "__main__":
    main()
