"""The loaf itself: poured, laid, pressed, drawn through, dusted, topped, covered and cut."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from archtop.core.base import LOAF
from archtop.core.cuts import CutHow, CutPlan
from archtop.core.document import Dust, Embed, Hanger, Lay, Loaf, Pour, Press
from archtop.core.pours import EmbedHold, Fill, LayerHold
from archtop.core.steps.step import POWDER_CAUTION, Amount, Step
from archtop.core.steps.top import top_steps
from archtop.core.top import TopPlan

__all__ = ["cutting_step", "loaf_steps"]

# From higher than this a stream is no longer laid over a spatula.
_LOW_MM = 20.0


def loaf_steps(
    loaf: Loaf, top: TopPlan, fills: Sequence[Fill], embed_holds: Sequence[EmbedHold], layer_holds: Sequence[LayerHold]
) -> Iterator[Step]:
    """From the first pour to the cover."""
    colour_names = {colour.id: colour.name for colour in loaf.colours}
    embeds = {embed.id: embed for embed in loaf.embeds}
    pour_when = {hold.pour: f"{hold.says} " for hold in layer_holds}
    lay_when = {hold.embed: hold.says for hold in embed_holds}
    small = {piece.id: piece.name for piece in loaf.pieces}
    for work, done in zip(loaf.work, fills, strict=True):
        level = Amount(key="level", label="Level stands at", value=done.level_after_mm, unit="mm")
        if isinstance(work, Pour):
            yield Step(
                key=str(LOAF.step("pour", work.id)),
                stage=loaf.name,
                do="pour",
                title=f"Pour {work.name}",
                detail=pour_when.get(work.id, "")
                + ("Low over a spatula: " if work.fall_mm < _LOW_MM else "Pour ")
                + ", ".join(f"{colour_names[share.colour]} {share.percent:g} %" for share in work.colours)
                + _technique(work),
                amounts=(Amount(key="batter", label="Batter", value=done.batter.value, unit="ml"), level),
            )
        elif isinstance(work, Lay):
            yield Step(
                key=str(LOAF.step("lay", work.embed)),
                stage=loaf.name,
                do="lay",
                title=f"Lay in {embeds[work.embed].name}",
                detail=f"{_which_way(embeds[work.embed])} {lay_when.get(work.embed, '')}".strip(),
                amounts=(level,),
            )
        elif isinstance(work, Press):
            yield Step(
                key=str(LOAF.step("press", work.id)),
                stage=loaf.name,
                do="press",
                title=f"Press in {work.count} × {small[work.pieces]}",
                detail=f"Until {work.sunk_percent:g} % of each is under.",
                amounts=(level,),
            )
        elif isinstance(work, Hanger):
            yield Step(
                key=str(LOAF.step("hanger", work.id)),
                stage=loaf.name,
                do="draw",
                title=f"Draw the wire: {work.name}",
                detail=f"{_PATHS[work.shape].format(turns=work.turns)} Let it down level, and lift it out at "
                "the end of its path without stopping.",
            )
        elif isinstance(work, Dust):
            yield Step(
                key=str(LOAF.step("dust", work.id)),
                stage=loaf.name,
                do="dust",
                title=f"Dust {work.name}",
                detail=f"{colour_names[work.colour]}, through a fine sieve from low down, so thin that batter shows "
                "through: a thick line splits the bar. Wipe the walls.",
                amounts=(Amount(key="powder", label="Powder", value=work.amount_g, unit="g"),),
                cautions=(POWDER_CAUTION,),
            )
    yield from top_steps(loaf, top)
    if loaf.keeps:
        yield Step(
            key=str(LOAF.step("keep")),
            stage=loaf.name,
            do="keep",
            title="Put by what was kept back",
            detail="Dough: covered, until it no longer sticks. Write the day and the colour on it.",
            amounts=tuple(
                Amount(key=f"kept-{i}", label=colour_names[kept.colour], value=kept.volume_ml, unit="ml")
                for i, kept in enumerate(loaf.keeps)
            ),
        )
    yield Step(
        key=str(LOAF.step("cover")),
        stage=loaf.name,
        do="cover",
        title="Cover and leave it",
        detail="If it is spritzed with alcohol: no flame near; once now, once in an hour.",
    )
    if any(finish.of_kind.again_h for finish in loaf.top.finishes):
        yield Step(
            key=str(LOAF.step("spritz-again")),
            stage=loaf.name,
            do="wait",
            title="Spritz again in an hour",
            detail="From an arm's length, over all of the top.",
            amounts=(Amount(key="hour", label="After", value=60, unit="min"),),
            cautions=("Alcohol burns: no flame near, windows open.",),
        )


def cutting_step(loaf: Loaf, how: CutHow, cuts: CutPlan) -> Step:
    """The cut, and every bar by its number: what it should weigh stands beside what it does."""
    marks = loaf.cuts
    words = [*how.reasons]
    if marks.parts > 1:
        first = "Lengthwise first, then across" if marks.strips_first else "Across first"
        words.append(f"{first}: every slice gives {marks.parts} bars.")
    if marks.sample != "none":
        words.append(f"The {marks.sample} end is the sample.")
    words += [f"Bar {special.bar}: {special.note}." for special in marks.specials]
    return Step(
        key=str(LOAF.step("cut")),
        stage=loaf.name,
        do="cut",
        title="Unmould and cut",
        detail=" ".join([*words, *how.mind]),
        amounts=(
            Amount(key="bar", label="Bar", value=marks.bar_mm, unit="mm"),
            *(
                Amount(key=f"bar-{bar.number}", label=f"Bar {bar.number}", value=bar.weight.value, unit="g")
                for bar in cuts.bars
            ),
        ),
    )


def _technique(pour: Pour) -> str:
    """How a pour goes in, where it is more than a layer."""
    says = pour.goes_in.says(pour.fall_mm)
    return f". {says}" if says else ""


_PATHS = {
    "up and down": "Down and up, {turns} times, from one side to the other.",
    "side to side": "From side to side, {turns} times, rising.",
    "loops": "In {turns} loops from one side to the other.",
    "drawn": "Along the path as drawn.",
}


_SEAMS = {
    "none": "",
    "floor": "Seam down.",
    "left": "Seam to the left, seen from the front.",
    "right": "Seam to the right, seen from the front.",
    "top": "Seam up.",
}
_FRONTS = {
    "either": "",
    "first poured": "The end poured first to the front.",
    "last poured": "The end poured last to the front.",
}


def _which_way(embed: Embed) -> str:
    row = "End to end from the front." if embed.row else ""
    return " ".join(part for part in (row, _SEAMS[embed.seam], _FRONTS[embed.front]) if part)
