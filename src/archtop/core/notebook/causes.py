"""Why something came out otherwise: the likeliest causes of a fault, each with what speaks for it in the log.

A cause that nothing was recorded of is still told, after those with evidence; one that the log speaks against is not.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import NamedTuple

from archtop.core.base import LOAF, Frozen, StepKey
from archtop.core.document import Cupboard, Loaf, additive_doses, bottles_used, colour_doses
from archtop.core.notebook.facts import Facts, Thickness
from archtop.core.notebook.faults import FaultKind
from archtop.core.plan import LoafPlan
from archtop.core.resolved import ResolvedLoaf
from archtop.core.rheology import thick_as

__all__ = ["Cause", "Circumstance", "causes_of"]

_HOT_C, _WATERY_PERCENT = 46.0, 29.0
_COOL_ROOM_C = 18.0
_HEAVIER_G_ML = 0.005


class Cause(Frozen):
    """A likely cause; ``evidence``: what was recorded that speaks for it, empty where nothing was."""

    says: str
    evidence: str


class Circumstance(NamedTuple):
    """Everything a cause may be looked for in."""

    resolved: ResolvedLoaf
    result: LoafPlan
    facts: Facts

    @property
    def loaf(self) -> Loaf:
        """The document."""
        return self.resolved.loaf

    @property
    def cupboard(self) -> Cupboard:
        """What the plan drew on."""
        return self.resolved.cupboard


def causes_of(kind: FaultKind, of: Circumstance) -> tuple[Cause, ...]:
    """The causes that the trade tells of a fault, those with evidence first."""
    found = []
    for key, words in kind.causes:
        look = _EVIDENCE.get(key)
        evidence = look(of) if look else ""
        if evidence is not None:
            found.append(Cause(says=words, evidence=evidence))
    return tuple(sorted(found, key=lambda cause: not cause.evidence))


# Each looks for one cause: words that speak for it, nothing known (""), or that it was not so (None).
_Look = Callable[[Circumstance], str | None]


def _clock(found: Thickness) -> str:
    return f"{thick_as(found.pa.value)} by the clock"


def _thin(of: Circumstance) -> str | None:
    """Thinner than it had to be when an embed was laid in."""
    laid = [item for item in of.facts.thick if StepKey.parse(item.step)[:2] == (LOAF, "lay")]
    thin = [item for item in laid if item.pa.value < item.least_pa]
    if thin:
        worst = min(thin, key=lambda item: item.pa.value / item.least_pa)
        return f"{worst.what}: {_clock(worst)}; it needed to be {thick_as(worst.least_pa)}"
    return None if laid else ""


def _thick(of: Circumstance) -> str | None:
    laid = [item for item in of.facts.thick if StepKey.parse(item.step)[:2] == (LOAF, "lay") and item.most_pa]
    stiff = [item for item in laid if item.most_pa and item.pa.value > item.most_pa]
    if stiff:
        return (
            f"{stiff[0].what}: {_clock(stiff[0])}; no thicker than {thick_as(stiff[0].most_pa or 0.0)} would have done"
        )
    return None if laid else ""


def _soft(of: Circumstance) -> str | None:
    """Piped before it would stand."""
    piped = [item for item in of.facts.thick if StepKey.parse(item.step)[:2] == (LOAF, "pipe")]
    soft = [item for item in piped if item.pa.value < item.least_pa]
    if soft:
        return f"{soft[0].what}: {_clock(soft[0])}; it stands once it is {thick_as(soft[0].least_pa)}"
    return None if piped else ""


def _scent(of: Circumstance) -> str | None:
    keys = bottles_used(of.loaf)
    if not keys:
        return None
    told = [
        f"{of.cupboard.scents[key].name}: {what}"
        for key in sorted(keys & of.cupboard.scents.keys())
        for what in of.cupboard.scents[key].behaves
        if what in ("accelerates", "moves along", "rices", "seizes", "fades")
    ]
    return ", ".join(told)


def _vanillin(of: Circumstance) -> str | None:
    most = max((part.vanillin_percent for pot in of.result.pots for part in pot.portions), default=0.0)
    return f"up to {most:.2f} % vanillin in the batter" if most > 0.01 else None


def _hot(of: Circumstance) -> str | None:
    warm = {pot: celsius for pot, celsius in of.facts.mixed_c.items() if celsius >= _HOT_C}
    if warm:
        return f"mixed at {max(warm.values()):.0f} °C"
    return None if of.facts.mixed_c else ""


def _water(of: Circumstance) -> str | None:
    lye = next(pot.lye_concentration_percent for pot in of.result.pots if pot.kind == "loaf")
    return f"lye of {lye:.0f} %" if lye < _WATERY_PERCENT else None


def _spritz(of: Circumstance) -> str | None:
    """Whether alcohol was sprayed, as the plan's own steps of that kind say."""
    finishes = of.loaf.top.finishes
    steps = {LOAF.step("finish", finish.id) for finish in finishes if finish.of_kind.again_h}
    if not steps:
        return "no spritz in the plan"
    titles = {StepKey.parse(step.key): step.title for step in of.result.steps}
    skipped = [titles[key] for key in (*sorted(steps), LOAF.step("spritz-again")) if str(key) in of.facts.skipped_steps]
    return f"passed over: {skipped[0]}" if skipped else ""


def _gelled(wanted: bool) -> _Look:
    def look(of: Circumstance) -> str | None:
        gels = of.result.gel.gels
        if gels not in (("all", "middle") if wanted else ("none", "unsure")):
            return None
        return f"{'reckoned to gel' if wanted else 'not sure to gel'} ({of.result.gel.peak.value:.0f} °C in its middle)"

    return look


def _early(of: Circumstance) -> str | None:
    cut = next((task for task in of.result.schedule if task.key == "cut"), None)
    if of.facts.mould_h is None or cut is None:
        return ""
    if of.facts.mould_h < cut.earliest_h - 1:
        return f"{of.facts.mould_h:.0f} h in the mould; {cut.earliest_h:.0f} h is soonest"
    return None


def _silicone(of: Circumstance) -> str | None:
    return f"{of.loaf.mould.name} is silicone" if of.loaf.mould.material == "silicone" else None


def _lactate(of: Circumstance) -> str | None:
    doses = [dose.additive for _, _, dose in additive_doses(of.loaf)]
    return None if "sodium-lactate" in doses else "none in its formulas"


def _merge(of: Circumstance) -> str | None:
    near = [pair for pair in of.result.contrasts if pair.words != "stand apart"]
    names = {colour.id: colour.name for colour in of.result.colours}
    if not near:
        return None
    return f"{names[near[0].a]} and {names[near[0].b]}: {near[0].words}, by the forecast"


def _weighed(more: bool) -> _Look:
    def look(of: Circumstance) -> str | None:
        off = of.facts.weighed_off_g(["loaf", "frosting"])
        if (off > 2) if more else (off < -2):
            return f"the scale's log: {off:+.0f} g against the plan"
        return None if of.facts.weighed else ""

    return look


def _spilled(of: Circumstance) -> str | None:
    lost = [what for what in of.facts.went_wrong if "spill" in what.lower()]
    return f"logged: {lost[0]}" if lost else None


def _cool(of: Circumstance) -> str | None:
    return f"a room of {of.loaf.sizing.room_c:g} °C" if of.loaf.sizing.room_c < _COOL_ROOM_C else None


def _wires(of: Circumstance) -> str | None:
    cut = [f"{run.name}: {run.cut}" for run in of.result.top.runs if run.cut]
    return f"the wire goes through some of {', '.join(cut)}" if cut else None


def _margin(of: Circumstance) -> str | None:
    return f"{of.loaf.sizing.margin_percent:g} % were planned" if of.loaf.sizing.margin_percent else None


def _heavy(of: Circumstance) -> str | None:
    """An embed that weighs more than the batter it lies in."""
    batter = next(pot.density.value for pot in of.result.pots if pot.kind == "loaf")
    heavier = [
        (piece.name, own)
        for piece in of.result.embeds
        if (own := piece.weight.value / piece.volume.value) > batter + _HEAVIER_G_ML
    ]
    return f"{heavier[0][0]}: {heavier[0][1]:.2f} g/ml in batter of {batter:.2f} g/ml" if heavier else None


def _film(of: Circumstance) -> str | None:
    own = of.cupboard.rates.get("film")
    if own is None or own.value <= own.default:
        return ""
    return f"your log: {own.value:.2f} mm of film, {own.default:g} mm usually"


def _weak(of: Circumstance) -> str | None:
    """A jar of this loaf that has come out weaker before."""
    jars = dict.fromkeys(dose.colourant for _, _, dose in colour_doses(of.loaf))
    own = [rate for jar in jars if (rate := of.cupboard.rates.get(f"colour:{jar}")) and rate.high < 1]
    return f"your log: {own[0].name.partition(': ')[2]} × {own[0].value:.2f}" if own else "" if jars else None


def _whitened(of: Circumstance) -> str | None:
    jars = [of.cupboard.colourants[dose.colourant] for _, _, dose in colour_doses(of.loaf)]
    white = dict.fromkeys(jar.name for jar in jars if jar.whitens)
    return ", ".join(white) or None


# Less of a sugar than does this much of its effect warms nothing.
_WARMS = 0.3


def _sweetened(of: Circumstance) -> str | None:
    """Sugars and milks warm the pot; the table of additives says which do."""
    table = of.cupboard.additives
    acts = [item for measures in of.result.measures.values() for item in measures.acts.items()]
    sweet = [table[key].name for key, strength in acts if table[key].heat * strength > _WARMS]
    return ", ".join(dict.fromkeys(sweet)) or None


_EVIDENCE: Mapping[str, _Look] = {
    "thin": _thin,
    "thick": _thick,
    "soft": _soft,
    "early": _early,
    "scent": _scent,
    "vanillin": _vanillin,
    "hot": _hot,
    "water": _water,
    "spritz": _spritz,
    "gel": _gelled(True),
    "nogel": _gelled(False),
    "silicone": _silicone,
    "lactate": _lactate,
    "merge": _merge,
    "heavy-hand": _weighed(True),
    "light-hand": _weighed(False),
    "heavy": _heavy,
    "film": _film,
    "weak": _weak,
    "titanium": _whitened,
    "sugar": _sweetened,
    "spilled": _spilled,
    "cool": _cool,
    "cut": _wires,
    "placed": _wires,
    "margin": _margin,
}
