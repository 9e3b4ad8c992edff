"""The bench's steps: the plan told as one thing to do after another.

Keys are made from the document's ids, so that a step keeps its key when numbers change.
"""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal

from archtop.core.chemistry import LYE_CAUTIONS
from archtop.core.document import Lay, Loaf, Pour
from archtop.core.figure import Frozen
from archtop.core.filling import Fill
from archtop.core.sizing import Pot

__all__ = ["Amount", "Step", "bench_steps"]

Verb = Literal["prepare", "weigh", "mix", "split", "colour", "cast", "pour", "lay", "pipe", "cover", "cut"]

_BLENDER_CAUTION = "Blender off and unplugged before it is scraped."
_POWDER_CAUTION = "Fine powders are not to be breathed: weigh them slowly, away from a draught, or masked."


class Amount(Frozen):
    """A number to read off at the bench, in its own unit; the interface shows it in the user's."""

    label: str
    value: float
    unit: Literal["g", "mm", "ml"]


class Step(Frozen):
    """One step: what to do, how much, what to mind."""

    key: str
    stage: str
    do: Verb
    title: str
    detail: str = ""
    amounts: tuple[Amount, ...] = ()
    cautions: tuple[str, ...] = ()


def bench_steps(loaf: Loaf, pots: tuple[Pot, ...], fills: tuple[Fill, ...]) -> tuple[Step, ...]:
    """Every step from goggles to the cut, castings first."""
    steps: list[Step] = []
    for pot in pots:
        steps += _pot_steps(pot)
        if pot.kind != "loaf":
            portion = pot.portions[0]
            steps.append(
                Step(
                    key=f"{pot.id}.cast", stage=pot.name, do="cast", title=f"Fill the mould: {pot.name}",
                    detail="Tap out the air; cover; write the hour on it.",
                    amounts=(Amount(label=portion.name, value=portion.delivers.value, unit="ml"),),
                )
            )  # fmt: skip
        else:
            steps += _loaf_steps(loaf, fills)
    return tuple(steps)


def _pot_steps(pot: Pot) -> Iterator[Step]:
    """Prepare, weigh, mix, split and colour."""

    def step(key: str, do: Verb, title: str, detail: str = "", **rest: tuple[Amount, ...] | tuple[str, ...]) -> Step:
        return Step.model_validate(
            {"key": f"{pot.id}.{key}", "stage": pot.name, "do": do, "title": title, "detail": detail, **rest}
        )

    def amounts(*roles: str) -> tuple[Amount, ...]:
        return tuple(Amount(label=i.name, value=i.grams, unit="g") for i in pot.ingredients if i.role in roles)

    yield step(
        "ready", "prepare", "Goggles, gloves, sleeves",
        "Mould lined, bowls and spatulas out, scale level, vinegar away: water is what rinses a splash.",
        cautions=LYE_CAUTIONS,
    )  # fmt: skip
    yield step("oils", "weigh", "Weigh and melt the oils", "Solid fats first.", amounts=amounts("oil"))
    yield step(
        "lye", "weigh", "Water, then lye into it", "Stir until clear; let it cool where nobody can knock it.",
        amounts=amounts("water", "lye"), cautions=LYE_CAUTIONS,
    )  # fmt: skip
    yield step(
        "mix", "mix", "Lye into oils, blend to emulsion",
        "Short bursts. Stop as soon as no oil rises.", cautions=(_BLENDER_CAUTION,),
    )  # fmt: skip
    if late := amounts("late fat"):
        yield step("late", "mix", "Stir in the fat kept for after trace", amounts=late)
    if len(pot.portions) > 1:
        yield step(
            "split", "split", f"Split into {len(pot.portions)} bowls",
            amounts=tuple(Amount(label=p.name, value=p.grams, unit="g") for p in pot.portions),
        )  # fmt: skip
    yield step(
        "colour", "colour", "Colour, light ones first", "One blender, light to dark.",
        amounts=tuple(Amount(label=p.name, value=p.grams, unit="g") for p in pot.portions),
        cautions=(_POWDER_CAUTION,),
    )  # fmt: skip


def _loaf_steps(loaf: Loaf, fills: tuple[Fill, ...]) -> Iterator[Step]:
    """Pours, embeds, frosting, cover, cut."""
    colour_names = {colour.id: colour.name for colour in loaf.colours}
    embed_names = {embed.id: embed.name for embed in loaf.embeds}
    for work, done in zip(loaf.work, fills, strict=True):
        level = Amount(label="Level stands at", value=done.level_after_mm, unit="mm")
        if isinstance(work, Pour):
            yield Step(
                key=f"loaf.pour.{work.id}", stage=loaf.name, do="pour", title=f"Pour {work.name}",
                detail="Low over a spatula: " + ", ".join(
                    f"{colour_names[share.colour]} {share.percent:g} %" for share in work.colours
                ),
                amounts=(Amount(label="Batter", value=done.batter.value, unit="ml"), level),
            )  # fmt: skip
        elif isinstance(work, Lay):
            yield Step(
                key=f"loaf.lay.{work.embed}", stage=loaf.name, do="lay", title=f"Lay in {embed_names[work.embed]}",
                detail="Seam down, front end to the front. Tap; spoon batter behind it.", amounts=(level,),
            )  # fmt: skip
    if loaf.frosting:
        yield Step(
            key="loaf.pipe", stage=loaf.name, do="pipe", title=f"Pipe {loaf.frosting.name}",
            detail="Test on wax paper first: the edge must stay.",
            amounts=(Amount(label="Frosting", value=loaf.frosting.volume_ml, unit="ml"),),
        )  # fmt: skip
    yield Step(
        key="loaf.cover", stage=loaf.name, do="cover", title="Cover and leave it",
        detail="If it is spritzed with alcohol: no flame near; once now, once in an hour.",
    )  # fmt: skip
    yield Step(
        key="loaf.cut", stage=loaf.name, do="cut", title="Unmould and cut",
        detail="Young soap is still caustic: gloves on.",
        amounts=(Amount(label="Bar", value=loaf.cuts.bar_mm, unit="mm"),),
    )  # fmt: skip
