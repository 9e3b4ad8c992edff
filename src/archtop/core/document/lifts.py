"""Older documents lifted to the newest version, one version at a time."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from typing import Any

__all__ = ["LIFTS"]

_USUAL_FILM_MM = 0.5
# More rows of scallops no loaf ever had.
_MOST_ROWS = 60


def _lift_to_2(data: dict[str, Any]) -> dict[str, Any]:
    """Version 2 brought additives, schools, scents, colourants, and other ways to make pieces than casting them."""
    lifted = {**data, "version": 2}
    if isinstance(data.get("pieces"), list):
        lifted["pieces"] = [
            {**{k: v for k, v in piece.items() if k != "mould"}, "make": {"kind": "cavity", "mould": piece["mould"]}}
            if isinstance(piece, dict) and "mould" in piece
            else piece
            for piece in data["pieces"]
        ]
    return lifted


def _lift_to_3(data: dict[str, Any]) -> dict[str, Any]:
    """Version 3 brought rows, figures in columns, pieces pressed in, batter kept back, lots on the shelf: optional."""
    return {**data, "version": 3}


def _lift_to_4(data: dict[str, Any]) -> dict[str, Any]:
    """Version 4 pipes its frosting in runs: a volume becomes a base coat, or scallops that take just that volume."""
    lifted = {**data, "version": 4}
    frosting = data.get("frosting")
    mould, work = data.get("mould"), data.get("work")
    if not (isinstance(frosting, dict) and isinstance(mould, dict) and isinstance(work, list)):
        return lifted
    kept = {key: frosting[key] for key in ("name", "formula", "bag_mm") if key in frosting}
    long, wide = float(mould.get("length_mm", 250)), float(mould.get("width_mm", 90))
    level = max((float(step["to_mm"]) for step in work if isinstance(step, dict) and "to_mm" in step), default=0.0)
    lean = 2 * level * math.tan(math.radians(float(mould.get("draft_deg", 0))))
    depth = float(frosting.get("volume_ml", 200)) * 1000 / (long * (wide + lean))
    colours = frosting.get("colours", [])
    frosted: dict[str, Any] = {**kept, "practice_ml": 0, "waste_percent": 0}
    if frosting.get("style", "scallops") == "smooth" or not colours:
        frosted["base"] = {"thick_mm": depth, "colours": colours}
    else:
        rows = int(frosting.get("rows", 2))
        if not 1 <= rows <= _MOST_ROWS:
            raise ValueError(rows)
        size = (wide + lean) / rows
        count = max(1, math.floor((long - size) / size + 1e-9) + 1) * rows
        high = float(frosting.get("volume_ml", 200)) * 1000 / count / (math.pi / 6 * size**2)
        tip = {"id": "tip", "name": "Tip", "kind": "plain", "opening_mm": float(frosting.get("tip_mm", 12))}
        motif = {"kind": "scallop", "size_mm": size, "height_mm": high}
        frosted["tips"] = [tip]
        # Scallops took the colours in shares; runs of whole rows come as near to them as rows can.
        frosted["runs"] = [
            {
                "id": f"row-{i + 1}",
                "name": f"Row {i + 1}",
                "motif": motif,
                "tip": "tip",
                "colours": [_colour_at((i + 0.5) / rows, colours)],
                "pattern": "rows",
                "rows": 1,
                "across_mm": ((i + 0.5) / rows - 0.5) * (wide + lean),
                "spread_mm": 0,
            }
            for i in range(rows)
        ]
    return {**lifted, "frosting": frosted}


def _lift_to_5(data: dict[str, Any]) -> dict[str, Any]:
    """Version 5 leaves the film on bowls to the studio's own log: the usual one was nobody's choice."""
    sizing = data.get("sizing")
    if isinstance(sizing, dict) and sizing.get("film_mm") == _USUAL_FILM_MM:
        sizing = {**sizing, "film_mm": None}
    return {**data, "version": 5, **({"sizing": sizing} if "sizing" in data else {})}


# What each technique told of itself before it had a part of its own.
_TECHNIQUES = {
    "layer": (),
    "drops": ("passes",),
    "mini drops": ("passes",),
    "pot swirl": ("passes", "turns"),
    "corner": ("from_side",),
    "plops": ("passes",),
}


def _lift_to_6(data: dict[str, Any]) -> dict[str, Any]:
    """Version 6 gives every technique its own part, and says what was done: a layer of several colours swirled."""
    lifted = {**data, "version": 6}
    if isinstance(data.get("work"), list):
        lifted["work"] = [
            _with_technique(step) if isinstance(step, dict) and step.get("do", "pour") == "pour" else step
            for step in data["work"]
        ]
    frosting = data.get("frosting")
    if isinstance(frosting, dict) and isinstance(frosting.get("runs"), list):
        lifted["frosting"] = {**frosting, "runs": [_renamed_motif(run) for run in frosting["runs"]]}
    return lifted


def _lift_to_7(data: dict[str, Any]) -> dict[str, Any]:
    """Version 7 brought whole pots, additives of one colour, what a finish is of: what was there stays as it was."""
    return {**data, "version": 7}


def _lift_to_8(data: dict[str, Any]) -> dict[str, Any]:
    """Version 8 casts again where moulds are too few; until then all was mixed once, so there were enough of them.

    Shreds of a pour became several, each with a name and, where it is known, a colour.
    """
    lifted = {**data, "version": 8}
    if isinstance(data.get("work"), list):
        lifted["work"] = [_with_shreds(step) if isinstance(step, dict) else step for step in data["work"]]
    if isinstance(data.get("pieces"), list):
        lifted["pieces"] = [_with_moulds(piece) for piece in data["pieces"]]
    return lifted


def _lift_to_9(data: dict[str, Any]) -> dict[str, Any]:
    """Version 9 brought other moulds filled from the same pot: optional."""
    return {**data, "version": 9}


def _lift_to_10(data: dict[str, Any]) -> dict[str, Any]:
    """Version 10 puts everything on the top in one order, names finishes, and tells how pieces find their places.

    Until then runs went over whatever stood there, and finishes came before the pieces or after them.
    """
    top = data.get("top")
    lifted = {**data, "version": 10}
    if isinstance(data.get("frosting"), dict) and isinstance(data["frosting"].get("runs"), list):
        runs = [_over_all(run) for run in data["frosting"]["runs"]]
        lifted["frosting"] = {**data["frosting"], "runs": runs}
    if isinstance(top, dict):
        lifted["top"] = _in_one_order(data, top)
    return lifted


def _over_all(run: Any) -> Any:
    if not isinstance(run, dict):
        return run
    kept = {key: value for key, value in run.items() if key != "both_sides"}
    return {**kept, "keeps_off": False, "points": "both sides" if run.get("both_sides") else "along"}


def _in_one_order(data: dict[str, Any], top: dict[str, Any]) -> dict[str, Any]:
    lifted, finishes, scatter = dict(top), top.get("finishes"), top.get("scatter")
    items = scatter.get("items") if isinstance(scatter, dict) else None
    if isinstance(items, list):
        lifted["scatter"] = {**top["scatter"], "items": [_with_placing(item) for item in items]}
    if not isinstance(finishes, list) or not all(isinstance(finish, dict) for finish in finishes):
        return lifted
    lifted["finishes"] = [
        {"id": str(i), **{key: value for key, value in finish.items() if key != "when"}}
        for i, finish in enumerate(finishes)
    ]
    before = {i for i, finish in enumerate(finishes) if finish.get("when") == "before pieces"}
    if before:
        runs = (data.get("frosting") or {}).get("runs") or []
        piped = [f"pipe.{run['id']}" for run in runs if isinstance(run, dict) and "id" in run]
        set_on = [f"strew.{item['pieces']}" for item in items or [] if isinstance(item, dict) and "pieces" in item]
        first, last = (
            [f"finish.{i}" for i in range(len(finishes)) if (i in before) == early] for early in (True, False)
        )
        lifted["order"] = ["base", *piped, *first, *set_on, *last]
    return lifted


def _with_placing(item: Any) -> Any:
    if not isinstance(item, dict):
        return item
    kept = {key: value for key, value in item.items() if key not in ("each_bar", "mirrored")}
    if not item.get("each_bar"):
        return kept
    placing = {"kind": "each bar", "places": item["each_bar"], "mirrored": item.get("mirrored", False)}
    return {**kept, "placing": placing}


def _with_shreds(step: dict[str, Any]) -> dict[str, Any]:
    kept = {key: value for key, value in step.items() if key not in ("shreds_g", "grated", "shreds_lot")}
    if not step.get("shreds_g"):
        return kept
    grated = step.get("grated", "shreds")
    shreds = {"id": f"shreds-{step.get('id', '')}"[:40], "name": str(grated).capitalize(), "grams": step["shreds_g"]}
    return {**kept, "shreds": [{**shreds, "grated": grated, "lot": step.get("shreds_lot")}]}


def _with_moulds(piece: Any) -> Any:
    mould = piece.get("make", {}).get("mould") if isinstance(piece, dict) else None
    if not isinstance(mould, dict) or not mould.get("cavities") or not piece.get("count"):
        return piece
    return {**piece, "moulds": min(200, math.ceil(piece["count"] / mould["cavities"]))}


def _with_technique(step: dict[str, Any]) -> dict[str, Any]:
    how = step.get("how", "layer")
    if how == "layer" and isinstance(step.get("colours"), list) and len(step["colours"]) > 1:
        how = "pot swirl"
    told = {key: step[key] for key in _TECHNIQUES.get(how, ()) if key in step}
    kept = {key: value for key, value in step.items() if key not in ("how", "passes", "from_side", "turns")}
    return {**kept, "technique": {"kind": how, **told}}


def _renamed_motif(run: Any) -> Any:
    if not isinstance(run, dict) or not isinstance(run.get("motif"), dict) or "five_g" not in run["motif"]:
        return run
    motif = {key: value for key, value in run["motif"].items() if key != "five_g"}
    return {**run, "motif": {**motif, "five_weigh_g": run["motif"]["five_g"]}}


def _colour_at(share: float, colours: list[dict[str, Any]]) -> str:
    """The colour that a share from 0 to 1 falls on when the colours' percents lie end to end."""
    reached = 0.0
    for item in colours:
        reached += float(item["percent"]) / 100
        if share <= reached + 1e-9:
            return str(item["colour"])
    return str(colours[-1]["colour"])


def _lift_to_11(data: dict[str, Any]) -> dict[str, Any]:
    """Version 11 says how a loaf is covered, where it only said whether it was kept warm until it had gelled."""
    lifted = {**data, "version": 11}
    sizing = data.get("sizing")
    if isinstance(sizing, dict) and "gelled" in sizing:
        cover = {"cover": "towel"} if sizing["gelled"] is True else {}
        lifted["sizing"] = {**{key: value for key, value in sizing.items() if key != "gelled"}, **cover}
    return lifted


def _lift_to_12(data: dict[str, Any]) -> dict[str, Any]:
    """Version 12 says how much a spoonful of plops is; their rows, which it said before, follow from that."""
    lifted = {**data, "version": 12}
    if isinstance(data.get("work"), list):
        lifted["work"] = [_without_rows(step) for step in data["work"]]
    return lifted


def _without_rows(step: Any) -> Any:
    technique = step.get("technique") if isinstance(step, dict) else None
    if not isinstance(technique, dict) or technique.get("kind") != "plops":
        return step
    return {**step, "technique": {key: value for key, value in technique.items() if key != "passes"}}


def _lift_to_13(data: dict[str, Any]) -> dict[str, Any]:
    """Version 13 only adds: a stick drawn through, drawn lines, a line in oil, a pour's top shaped by a spoon."""
    return {**data, "version": 13}


# From version n to n + 1. A document is lifted step by step, so that each lift is written and tested once.
LIFTS: Mapping[int, Callable[[dict[str, Any]], dict[str, Any]]] = {
    1: _lift_to_2,
    2: _lift_to_3,
    3: _lift_to_4,
    4: _lift_to_5,
    5: _lift_to_6,
    6: _lift_to_7,
    7: _lift_to_8,
    8: _lift_to_9,
    9: _lift_to_10,
    10: _lift_to_11,
    11: _lift_to_12,
    12: _lift_to_13,
}
