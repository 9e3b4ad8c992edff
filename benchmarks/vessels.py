"""A loaf of many vessels planned against the first demo loaf: moulds by threes, twelve bowls, two hundred pieces."""

from __future__ import annotations

import json

from archtop.core import Loaf, plan, read_cupboard, read_loaf
from archtop.core.pots import Pot
from benchmarks.planning import DEMO, demo_text
from benchmarks.timing import line, median_ms

__all__ = ["run"]

_ROUNDS = 15
_KINDS = 4


def crowded(loaf: Loaf) -> Loaf:
    """The same street with three of its mould, columns cast thrice, and four kinds of fifty pieces stirred in."""
    data = loaf.model_dump(mode="json")
    colours = [colour["id"] for colour in data["colours"]]
    data["moulds"] = 3
    make = {"kind": "cavity", "mould": {"cavity_ml": 1.5, "cavities": 30}}
    more = [
        {"id": f"bit-{n}", "name": f"Bits {n}", "make": make, "count": 50, "colour": colours[n], "moulds": 5}
        for n in range(_KINDS)
    ]
    data["pieces"] += more
    data["batches"] = [{"id": "bits", "name": "Bits", "casts": [f"cast-bit-{n}" for n in range(_KINDS)]}]
    first = next(step for step in data["work"] if step["do"] == "pour")
    first["pieces"] = [{"pieces": item["id"], "count": 50} for item in more]
    return read_loaf(data)


def _bowls(pots: tuple[Pot, ...]) -> int:
    return sum(len(pot.portions) for pot in pots)


def run() -> None:
    """How many times the demo's plan that takes; measured by turns in one run."""
    cupboard = read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8")))
    demo = read_loaf(json.loads(demo_text()))
    many = crowded(demo)
    result = plan(many, cupboard)
    ours = median_ms(lambda: plan(demo, cupboard), _ROUNDS)
    theirs = median_ms(lambda: plan(many, cupboard), _ROUNDS)
    vessels = sum(vessel.count for vessel in result.vessels)
    line(
        f"plan of {vessels} vessels, {_bowls(result.pots)} bowls, 200 pieces: against the demo's",
        f"{theirs / ours:.2f} × as long",
        f"{theirs:.0f} ms to {ours:.0f} ms, aim 1.5",
    )
