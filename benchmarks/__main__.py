"""Run every benchmark."""

from __future__ import annotations

from benchmarks import dragging, levels, planning


def main() -> None:
    """Print the table."""
    for benchmark in (planning, levels, dragging):
        benchmark.run()


if __name__ == "__main__":
    main()
