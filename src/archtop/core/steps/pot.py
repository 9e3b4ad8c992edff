"""One pot, from goggles to coloured and scented bowls, in its school's order."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from archtop.core.base import PotId
from archtop.core.chemistry import LYE_CAUTIONS, Role, Stage
from archtop.core.pots import Portion, Pot, PotHeat, WeighedAddition, ways_to_weigh
from archtop.core.steps.step import POWDER_CAUTION, Amount, Step, Verb

__all__ = ["pot_steps"]

# What somebody says who takes a step with lye before its turn.
_KNOWN = "I know: what comes before it is seen to"
_COOL = "I know: lye and oils are as warm as they should be"
_BLENDER_CAUTION = "Blender off and unplugged before it is scraped."
_SCENT_CAUTION = "Concentrated scent: gloves on, fresh air, off the skin; the supplier's sheet goes before this page."


class _Line(NamedTuple):
    """Key, name and grams of a thing to weigh, what it is in the pot, and whether the fine scale weighs it."""

    key: str
    label: str
    grams: float
    role: Role | None = None
    fine: bool = False


def _running(lines: Sequence[_Line]) -> tuple[Amount, ...]:
    """Weights one after another into one bowl, with what the scale then reads; what rounds to nothing is left out."""
    amounts, total = [], 0.0
    for key, label, grams, role, fine in lines:
        if grams <= 0:
            continue
        total = round(total + grams, 6)
        amounts.append(Amount(key=key, label=label, value=grams, unit="g", reads=total, role=role, fine=fine))
    return tuple(amounts)


def _thinned(part: WeighedAddition) -> str:
    return f"{part.name}, thinned 1 in {part.times}" if part.times > 1 else part.name


def pot_steps(pot: Pot, heat: PotHeat) -> Iterator[Step]:
    """Prepare, weigh, mix, split, colour and scent one pot."""
    return _PotSteps(pot, heat).all()


class _PotSteps:
    """Prepare, weigh, mix, split, colour and scent one pot, in its school's order."""

    def __init__(self, pot: Pot, heat: PotHeat) -> None:
        self.pot, self.heat = pot, heat
        self.hot = heat.school.key == "hot lye" and heat.hard_fats_g > 0

    def all(self) -> Iterator[Step]:
        yield self.step(
            "ready",
            "prepare",
            "Goggles, gloves, sleeves",
            "Mould lined, bowls and spatulas out, scale level, vinegar away: water is what rinses a splash.",
            cautions=LYE_CAUTIONS,
        )
        if self.pot.unweighable:
            yield self.step(
                "cannot-weigh",
                "prepare",
                f"This scale cannot weigh {self.pot.name}",
                f"Rounded to what it reads, the superfat would not keep. {ways_to_weigh(self.pot.unweighable)} Change "
                "it in the loaf's pots, and its steps stand here.",
            )
            return
        yield from self.oils()
        yield from self.lye()
        yield from self.mixing()
        yield from self.bowls()

    def step(
        self,
        key: str,
        do: Verb,
        title: str,
        detail: str = "",
        amounts: tuple[Amount, ...] = (),
        *,
        cautions: tuple[str, ...] = (),
        asks: str = "",
    ) -> Step:
        return Step(
            key=str(PotId.parse(self.pot.id).step(*key.split(".", 1))),
            stage=self.pot.name,
            do=do,
            title=title,
            detail=detail,
            amounts=amounts,
            cautions=cautions,
            asks=asks or (_KNOWN if set(cautions) & set(LYE_CAUTIONS) else ""),
            pot=self.pot.id,
        )

    def lines(self, *roles: str, stage: Stage | None = None) -> list[_Line]:
        return [
            _Line(item.key, item.name, item.grams, item.role, item.fine)
            for item in self.pot.ingredients
            if item.role in roles and (stage is None or item.stage == stage)
        ]

    def temperature(self, label: str, value: float) -> Amount:
        return Amount(key=label.lower().replace(" ", "-"), label=label, value=value, unit="°C")

    def oils(self) -> Iterator[Step]:
        oils = _running(self.lines("oil"))
        if self.hot:
            yield self.step(
                "oils",
                "weigh",
                "Weigh the oils, hard and liquid apart",
                "Tare for each. Hard fats in the pot, cut small and cold; liquid oils in a jug beside it.",
                oils,
            )
        else:
            target = self.temperature("Bring them to", self.heat.oils_at)
            yield self.step(
                "oils", "weigh", "Weigh and melt the oils", "Pot on the scale, tare. Solid fats first.", (*oils, target)
            )
        if powders := self.lines("additive", stage="oils"):
            yield self.step(
                "into-oils",
                "weigh",
                "Blend into the oils",
                "Until no lump is left.",
                _running(powders),
                cautions=(POWDER_CAUTION,),
            )

    def lye(self) -> Iterator[Step]:
        dissolved = self.lines("additive", stage="lye water")
        yield self.step(
            "lye",
            "weigh",
            "Water, then lye into it",
            ("What dissolves in the water goes first. " if dissolved else "")
            + "Tare the jug. Stir until clear; let it stand where nobody can knock it.",
            (
                *_running([*self.lines("water"), *dissolved, *self.lines("lye")]),
                self.temperature("It will reach", self.heat.lye_peak.value),
            ),
            cautions=LYE_CAUTIONS,
        )
        if not self.hot and self.heat.rest.value >= 1:
            rest = Amount(key="rest", label="About", value=self.heat.rest.value, unit="min")
            yield self.step(
                "rest",
                "wait",
                "Let the lye cool",
                "A cold-water bath is many times quicker. Keep it covered and out of reach.",
                (rest, self.temperature("Until it stands at", self.heat.lye_at)),
                asks="I know: it is cool",
            )
        if cooled := self.lines("additive", stage="cooled lye"):
            yield self.step(
                "into-lye", "weigh", "Stir into the cooled lye", "", _running(cooled), cautions=LYE_CAUTIONS[:1]
            )

    def mixing(self) -> Iterator[Step]:
        comes_to = self.temperature("It comes to", self.heat.mixing.value)
        if self.hot:
            yield self.step(
                "melt",
                "mix",
                "Hot lye onto the hard fats",
                "Stir until the last piece has melted, then pour in the liquid oils.",
                (comes_to,),
                cautions=(*LYE_CAUTIONS, _BLENDER_CAUTION),
            )
            yield self.step(
                "mix",
                "mix",
                "Blend to emulsion",
                "It thickens, then loosens. Short bursts.",
                cautions=(_BLENDER_CAUTION,),
            )
        else:
            yield self.step(
                "mix",
                "mix",
                "Lye into oils, blend to emulsion",
                "Short bursts. Stop as soon as no oil rises.",
                (comes_to,),
                cautions=(_BLENDER_CAUTION,),
                asks=_COOL,
            )
        late = [*self.lines("late fat"), *self.lines("additive", stage="after trace")]
        if late:
            yield self.step("late", "mix", "Stir in what was kept for after trace", "", _running(late))

    def bowls(self) -> Iterator[Step]:
        portions = self.pot.portions
        if len(portions) > 1:
            amounts = tuple(Amount(key=p.key, label=p.name, value=p.grams, unit="g") for p in portions)
            yield self.step(
                "split", "split", f"Split into {len(portions)} bowls", "Held back for the top first.", amounts
            )
        if all(not portion.additions for portion in portions):
            yield self.step(
                "colour",
                "colour",
                "Colour, light ones first",
                "One blender, light to dark.",
                cautions=(POWDER_CAUTION,),
            )
        yield from self.thinning()
        for portion in portions:
            yield from self.bowl(portion)

    def thinning(self) -> Iterator[Step]:
        """Mixes of things that are too little to weigh by themselves."""
        for mix in self.pot.thinned:
            yield self.step(
                f"thin.{mix.key}" if mix.times == 10 else f"thin.{mix.key}-{mix.times}",
                "mix",
                f"Thin {mix.name}, 1 in {mix.times}",
                f"For {' and '.join(mix.for_bowls)}: too little to weigh by itself. Stir until no speck is left, and "
                "again before each is taken. What is left over keeps.",
                _running(
                    [_Line("stir", mix.name, mix.stir_g, fine=True), _Line("into", mix.into, mix.into_g, fine=True)]
                ),
                cautions=(POWDER_CAUTION,) if mix.role == "colourant" else (_SCENT_CAUTION,),
            )

    def bowl(self, portion: Portion) -> Iterator[Step]:
        parts = [
            (part.role == "scent", _Line(f"{part.role}-{part.key}", _thinned(part), part.shows_g, fine=True))
            for part in portion.additions
        ]
        colours = [line for scent, line in parts if not scent]
        scents = [line for scent, line in parts if scent]
        powder = any(part.powder for part in portion.additions)
        if colours:
            yield self.step(
                f"colour.{portion.key}",
                "colour",
                f"Colour {portion.name}",
                "Tare a small cup. Wet the colour, then blend it in. You can add, never take out.",
                _running(colours),
                cautions=(POWDER_CAUTION,) if powder else (),
            )
        if scents:
            yield self.step(
                f"scent.{portion.key}",
                "scent",
                f"Scent {portion.name}",
                "By hand, last of all.",
                _running(scents),
                cautions=(_SCENT_CAUTION,),
            )
