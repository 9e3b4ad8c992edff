"""Run every benchmark."""

from __future__ import annotations

from benchmarks import (
    bench_room,
    clock,
    dragging,
    faces,
    gel,
    ingredients,
    levels,
    look,
    notebook,
    pieces,
    planning,
    season,
    solids,
    starting,
    surface,
    throughput,
    top,
    vessels,
)


def main() -> None:
    """Print the table."""
    computed = (starting, planning, ingredients, vessels, levels, pieces, top, surface, faces, solids, gel, season)
    for benchmark in (*computed, throughput, notebook, clock, dragging, bench_room, look):
        benchmark.run()


if __name__ == "__main__":
    main()
