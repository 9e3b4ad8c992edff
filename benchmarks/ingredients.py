"""A loaf with six portions and forty ingredients planned anew, and sized backwards."""

from __future__ import annotations

import json

import numpy as np

from archtop.core import BackTarget, plan, read_cupboard, read_loaf, size_back, standard_cupboard
from archtop.core.document import Loaf
from benchmarks.planning import DEMO, demo_text
from benchmarks.timing import line, median_ms

__all__ = ["run"]


def _full_loaf() -> Loaf:
    """The demo loaf poured in six colours, its formula of 24 fats and 10 additives."""
    document = json.loads(demo_text())
    fats = [key for key, fat in standard_cupboard().fats.items() if fat.kind == "glyceride"][:24]
    additives = [a.key for a in standard_cupboard().additives.values() if a.stage == "oils"][:10]
    house = next(f for f in document["formulas"] if f["id"] == document["formula"])
    house["fats"] = [{"fat": key, "grams": 40 + i} for i, key in enumerate(fats)]
    house["additives"] = [{"additive": key, "amount": 5} for key in additives]
    colours = [colour["id"] for colour in document["colours"][:6]]
    document["work"][-1]["colours"] = [{"colour": key, "percent": 100 / 6} for key in colours]
    return read_loaf(document)


def run() -> None:
    """Plan, then size to a bottle of scent, against stepping the level until it fits."""
    cupboard = read_cupboard(json.loads((DEMO / "cupboard.json").read_text(encoding="utf-8")))
    loaf = _full_loaf()
    own = plan(loaf, cupboard).pots[-1]
    count = len(own.ingredients) + sum(len(portion.additions) for portion in own.portions)
    took = median_ms(lambda: plan(loaf, cupboard), 50)
    line(f"re-plan, {len(own.portions)} portions, {count} things to weigh", f"{took:.1f} ms", "aim 30 ms")
    target = BackTarget(use="scent", amount=18, key="night-market")
    sized = size_back(loaf, cupboard, target)
    line("sized backwards to 18 g of scent: off by", f"{abs(sized.takes - 18):.3f} g", "aim 0.1 g")
    quick = median_ms(lambda: size_back(loaf, cupboard, target), 3)

    def stepping() -> float:
        """Raise the level by 0.02 mm until the bottle is used up to 0.1 g."""
        levels = np.arange(21.5, loaf.mould.height_mm, 0.02)
        work = loaf.work
        for level in levels[levels > sized.level_mm - 2]:
            tried = loaf.model_copy(update={"work": (*work[:-1], work[-1].model_copy(update={"to_mm": float(level)}))})
            pots = plan(tried, cupboard).pots
            parts = [part for pot in pots for bowl in pot.portions for part in bowl.additions]
            if sum(part.exact_g for part in parts if part.role == "scent") >= 18:
                return float(level)
        return 0.0

    slow = median_ms(stepping, 1)
    line("sized backwards: stepping the last 2 mm to bracketing", f"{slow / quick:.1f} × faster", f"{quick:.0f} ms")
