"""The loaf itself: poured, laid, pressed, drawn through, dusted, topped, covered and cut."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Protocol

from archtop.core.base import LOAF, in_words
from archtop.core.cuts import Bar, CutHow, CutPlan, StampPlan
from archtop.core.document import Cover, Cuts, Embed, Loaf, SpecialBar
from archtop.core.document.work import Pour, Prop, Work
from archtop.core.document.work.words import Around, Words
from archtop.core.gel import GelPlan
from archtop.core.pots import PotHeat, Sprinkled
from archtop.core.pours import EmbedHold, Fill, LayerHold, wait_for_stage
from archtop.core.rheology import stage_at
from archtop.core.steps.also_filled import filling_steps
from archtop.core.steps.step import ALCOHOL_CAUTION, POWDER_CAUTION, Amount, Step, each_of, on_dry
from archtop.core.steps.top import top_steps
from archtop.core.top import TopPlan

__all__ = ["Poured", "cutting_step", "loaf_steps", "props_out", "stamping_step"]


class Poured(Protocol):
    """What the loaf's own steps are told from."""

    @property
    def top(self) -> TopPlan:
        """The top."""

    @property
    def fills(self) -> Sequence[Fill]:
        """What each step of the work brings."""

    @property
    def embed_holds(self) -> Sequence[EmbedHold]:
        """How thick batter must be for each embed."""

    @property
    def layer_holds(self) -> Sequence[LayerHold]:
        """How thick each layer must stand before the next."""

    @property
    def sprinkled(self) -> Sequence[Sprinkled]:
        """What goes on dry."""

    @property
    def heats(self) -> Sequence[PotHeat]:
        """How warm each pot is worked."""

    @property
    def gel(self) -> GelPlan:
        """Whether it gels."""


def loaf_steps(loaf: Loaf, planned: Poured, icing: Sequence[Step] = ()) -> Iterator[Step]:
    """From the first pour to the cover.

    :param icing: of a frosting that is mixed once the loaf is poured
    """
    around = Around(
        colours={colour.id: colour.name for colour in loaf.colours},
        embeds={embed.id: embed.name for embed in loaf.embeds},
        pieces={piece.id: piece.name for piece in loaf.pieces},
        pours={step.id: step.name for step in loaf.work if isinstance(step, Pour)},
        lies={embed.id: _which_way(embed) for embed in loaf.embeds},
        waits={hold.pour: f"{hold.says} " for hold in planned.layer_holds}
        | {hold.embed: hold.says for hold in planned.embed_holds},
    )
    for work, done in zip(loaf.work, planned.fills, strict=True):
        yield _worked(loaf, work, work.words(around), done, planned.sprinkled)
        if isinstance(work, Pour):
            yield from props_out(loaf, planned.embed_holds, work.id)
    yield from filling_steps(loaf, around.colours)
    if loaf.keeps:
        # At once, while it is fluid: after the piping it no longer is.
        yield _keep(loaf, around, planned.sprinkled)
    yield from icing
    yield from top_steps(loaf, planned.top, planned.sprinkled)
    yield Step(
        key=str(LOAF.step("cover")),
        stage=loaf.name,
        do="cover",
        title="Cover and leave it",
        detail=each_of(loaf.moulds) + _left(planned),
        amounts=_look_after(planned.gel),
    )
    if planned.gel.look_h is not None:
        yield looking_step(loaf, planned.gel)
    if any(finish.of_kind.again_h for finish in loaf.top.finishes):
        yield Step(
            key=str(LOAF.step("spritz-again")),
            stage=loaf.name,
            do="wait",
            title="Spritz again in an hour",
            detail="An hour after the first, from an arm's length, over all of the top.",
            amounts=(Amount(key="hour", label="After", value=60, unit="min"),),
            cautions=(ALCOHOL_CAUTION,),
        )


_GEL = "Gel is darker, soft and hot, and spreads from the middle; note how far it has come."
_COVERS: dict[Cover, str] = {
    "open": "Leave it open, out of a draught, where nobody bumps it.",
    "lid": "Lid or a board over it; leave it where it stands.",
    "towel": "Lid on, towels all around.",
    "heat pad": "Lid on, towels all around, on the heat pad at its lowest.",
    "fridge": "Into the fridge for a day, covered and away from food; then let it come to the room's warmth.",
}


def _left(planned: Poured) -> str:
    """How it is left to set, and what to look for."""
    gel, heat = planned.gel, next(heat for heat in planned.heats if heat.pot == str(LOAF))
    warmed = f"{', '.join(heat.warmed_by)} will warm it by itself: a cool place is enough." if heat.warms >= 1 else ""
    words = [_COVERS[gel.cover], warmed, gel.says]
    return " ".join(word for word in (*words, gel.remedy) if word)


def _look_after(gel: GelPlan) -> tuple[Amount, ...]:
    if gel.look_h is None:
        return ()
    return (Amount(key="look", label="Look after", value=round(gel.look_h * 60, 0), unit="min"),)


_SEEN: dict[Cover, str] = {
    "heat pad": "Once the middle is darker, the pad comes off.",
    "fridge": "It is not to gel: where the middle darkens, bring it back into the cold.",
}


def looking_step(loaf: Loaf, gel: GelPlan) -> Step:
    """A look under the cover, while something can still be done about it."""
    key, title = str(LOAF.step("look")), gel.look(loaf.name)
    if gel.off_the_pad:
        off = "The pad comes off: it has warmed the loaf as far as it can. Towels stay on until it is cool."
        return Step(key=key, stage=loaf.name, do="wait", title=title, detail=off)
    hot = "Uncover it at once where it cracks, domes up or weeps." if gel.cover != "open" else ""
    seen = _SEEN.get(gel.cover, "")
    told = " ".join(word for word in (_GEL, seen, hot) if word)
    return Step(key=key, stage=loaf.name, do="wait", title=title, detail=told)


def _worked(loaf: Loaf, work: Work, words: Words, done: Fill, sprinkled: Sequence[Sprinkled]) -> Step:
    """A step of the work, as its kind tells it."""
    numbers = {
        "batter": Amount(key="batter", label="Batter", value=done.batter.value, unit="ml"),
        "level": Amount(
            key="level",
            label=f"Level stands at{_by_eye(loaf.mould.height_mm - done.level_after_mm)}",
            value=done.level_after_mm,
            unit="mm",
        ),
    }
    key = str(LOAF.step(work.do, work.ref))
    powder = on_dry(key, sprinkled)
    if words.powder_g and not any(part.kind == "colourant" for part in sprinkled if part.step == key):
        # Nobody has said which jar its colour is from.
        powder = (Amount(key="powder", label="Powder", value=words.powder_g, unit="g", fine=True), *powder)
    return Step(
        key=key,
        stage=loaf.name,
        do=words.do,
        title=words.title,
        detail=each_of(loaf.moulds) + words.detail,
        amounts=(*(numbers[shown] for shown in words.shows), *powder),
        cautions=(POWDER_CAUTION,) if powder else (ALCOHOL_CAUTION,) if words.do == "spritz" else (),
    )


def props_out(loaf: Loaf, holds: Sequence[EmbedHold], after: str | None = None) -> Iterator[Step]:
    """What holds columns comes out: after that pour, or from the firm loaf."""
    names = {embed.id: embed.name for embed in loaf.embeds}
    waits = {hold.embed: wait_for_stage(stage_at(hold.needed.value)) for hold in holds} if after else {}
    for prop in (work for work in loaf.work if isinstance(work, Prop) and work.until == after):
        title, detail = prop.out(names[prop.embed])
        wait = f"First {waits[prop.embed]}. " if prop.embed in waits else ""
        key = str(LOAF.step("prop-out", prop.id))
        yield Step(key=key, stage=loaf.name, do="prop", title=title, detail=wait + detail)


# A finger is about 17 mm wide: so far under the rim, in fingers [mm].
_FINGERS = ((4.0, "up to the rim"), (11.0, "half a finger under the rim"), (23.0, "a finger under the rim"))


def _by_eye(room_mm: float) -> str:
    """A level told by the eye, where it is near the rim."""
    return next((f" ({words})" for most, words in _FINGERS if 0 <= room_mm < most), "")


_KEPT = {
    "dough": "Dough: covered, until it no longer sticks.",
    "saver mould": "Into the saver mould at once, and tap it: it sets like any casting.",
}


def _keep(loaf: Loaf, around: Around, sprinkled: Sequence[Sprinkled]) -> Step:
    key = str(LOAF.step("keep"))
    jars = on_dry(key, sprinkled)
    return Step(
        key=key,
        stage=loaf.name,
        do="keep",
        title="Use up what was kept back",
        detail=" ".join(_KEPT[purpose] for purpose in dict.fromkeys(kept.purpose for kept in loaf.keeps))
        + (" Recolour it first: wet the jars in a little oil, and stir until no speck is left." if jars else "")
        + " Write the day and the colour on it.",
        cautions=(POWDER_CAUTION,) if jars else (),
        amounts=tuple(
            Amount(key=f"kept-{i}", label=around.colours[kept.colour], value=kept.volume_ml, unit="ml")
            for i, kept in enumerate(loaf.keeps)
        )
        + jars,
    )


def cutting_step(loaf: Loaf, how: CutHow, cuts: CutPlan) -> Step:
    """The cut, and every bar by its number: what it should weigh stands beside what it does."""
    marks = loaf.cuts
    if cuts.whole:
        return _turning_out(loaf, cuts)
    words = [*how.reasons]
    usual = max((bar.parts for i, bar in enumerate(cuts.bars, 1) if marks.own_parts_of(i) is None), default=1)
    if usual > 1:
        left, right = cuts.bars[0].strips[0]
        wide = f", each {right - left:.0f} mm wide" if marks.strip_mm else ""
        first = "Lengthwise first, then across" if marks.strips_first else "Across first"
        most = "where nothing else is said, a slice" if _own_parts(loaf) else "every slice"
        words.append(f"{first}: {most} gives {usual} bars{wide}.")
    if marks.sample != "none":
        words.append(f"The {marks.sample} end is the sample.")
    words += [told for special in marks.specials if (told := _special_words(marks, special))]
    return Step(
        key=str(LOAF.step("cut")),
        stage=loaf.name,
        do="cut",
        title="Unmould and cut",
        detail=each_of(loaf.moulds) + " ".join([*words, *how.mind]),
        amounts=(
            Amount(key="bar", label="Bar", value=cuts.bars[0].to_mm - cuts.bars[0].from_mm, unit="mm"),
            *(
                Amount(key=f"bar-{bar.number}", label=_slice_words(bar), value=bar.weight.value, unit="g")
                for bar in cuts.bars
            ),
        ),
    )


def stamping_step(loaf: Loaf, stamp: StampPlan) -> Step:
    """The stamp pressed into every bar, in its window after the cut."""
    colours = {colour.id: colour.name for colour in loaf.colours}
    brushed = f" Brush {colours[stamp.colour]} thinly onto the stamp for each." if stamp.colour else ""
    return Step(
        key=str(LOAF.step("stamp")),
        stage=loaf.name,
        do="place",
        title=f"Stamp the bars: {stamp.name}",
        detail=f"{stamp.bars * loaf.moulds} bars. {stamp.says}{brushed}",
        cautions=(POWDER_CAUTION,) if stamp.colour else (),
    )


def _special_words(marks: Cuts, special: SpecialBar) -> str:
    """What is done otherwise with one bar or with several."""
    own = special.parts if special.parts != marks.parts else None
    into = "" if own is None else "left whole" if own == 1 else f"into {own}"
    thick = f"as thick as {in_words(special.times)}" if special.times > 1 else ""
    told = ", ".join(word for word in (special.note, thick, into) if word)
    which = f"Bars {special.bars[0]} to {special.bars[-1]}" if len(special.bars) > 1 else f"Bar {special.bar}"
    return f"{which}: {told}." if told else ""


def _own_parts(loaf: Loaf) -> bool:
    """Whether a slice is cut into another number than the others."""
    return any(special.parts not in (None, loaf.cuts.parts) for special in loaf.cuts.specials)


def _slice_words(bar: Bar) -> str:
    """What is weighed: a bar, or a slice before it is cut into its parts."""
    if bar.parts == 1:
        return f"Bar {bar.number}"
    each = [f"{grams:.0f} g" for grams in bar.part_gs]
    return f"Slice {bar.number}, " + (f"{bar.parts} × {each[0]}" if len(set(each)) == 1 else ", ".join(each))


def _turning_out(loaf: Loaf, cuts: CutPlan) -> Step:
    """What is turned out whole, and what one of it should weigh."""
    return Step(
        key=str(LOAF.step("cut")),
        stage=loaf.name,
        do="cut",
        title=f"Turn out the {in_words(cuts.in_all)}",
        detail="Not before the walls let go by themselves. Press from below, hold it by its side and never by its top. "
        "Young soap is still caustic: gloves on.",
        amounts=(Amount(key="bar-1", label="Each", value=cuts.bars[0].weight.value, unit="g"),),
    )


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
