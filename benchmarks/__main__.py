"""Run every benchmark."""

from __future__ import annotations

from benchmarks import bench_room, clock, dragging, faces, ingredients, levels, notebook, pieces, planning, season, top


def main() -> None:
    """Print the table."""
    for benchmark in (planning, ingredients, levels, pieces, top, faces, season, notebook, clock, dragging, bench_room):
        benchmark.run()


if __name__ == "__main__":
    main()
