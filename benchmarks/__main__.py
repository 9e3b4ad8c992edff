"""Run every benchmark."""

from __future__ import annotations

from benchmarks import dragging, ingredients, levels, planning


def main() -> None:
    """Print the table."""
    for benchmark in (planning, ingredients, levels, dragging):
        benchmark.run()


if __name__ == "__main__":
    main()
