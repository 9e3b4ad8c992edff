"""Words about what goes into the pots: doses, scents, colours, warmth, assessed lists, stock."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from archtop.core.chemistry import grams_per_g_oils
from archtop.core.document import Cupboard, Loaf, additive_doses, colour_doses, scent_doses
from archtop.core.pots import ColourPlan, Contrast, Melted, Mixed, Pot, PotHeat, Sprinkled, Supply, against_assessment
from archtop.core.remarks.remark import Remark
from archtop.core.resolved import ResolvedLoaf

__all__ = ["remarks_on_ingredients"]

# How far from the wish a forecast may lie before it is worth a word [ΔE00].
_OFF_WISH = 12.0
# Free fat that makes a soft, quickly turning bar [%]; common practice keeps below it.
_MOST_FREE_FAT = 9.0
# Points of heat from which a pot is told to warm by itself: a strong thing at its usual dose, or two that are not.
_WARMS = 1.5
_STRENGTHS = (", a little", "", ", strongly")


def remarks_on_ingredients(of: ResolvedLoaf, mixed: Mixed) -> tuple[Remark, ...]:
    """Doses, scents, colours, warmth, assessed lists and stock."""
    loaf, cupboard = of.loaf, of.cupboard
    pots = mixed.pots
    return (
        *_on_doses(loaf, cupboard),
        *_on_scents(loaf, cupboard, pots),
        *_on_free_fat(pots),
        *_on_colours(mixed.colours, mixed.contrasts),
        *_on_heat(mixed.heats, pots),
        *_on_assessment(loaf, pots, mixed.sprinkled),
        *_on_bases(mixed.melted),
        *_on_stock(mixed.supplies),
    )


def _on_doses(loaf: Loaf, cupboard: Cupboard) -> Iterator[Remark]:
    for where, name, dose in additive_doses(loaf):
        additive = cupboard.additives[dose.additive]
        # A share of the water is judged at a third of the oils' weight, the usual amount of water.
        grams = grams_per_g_oils(dose, additive, 0.33) * 1000
        if not additive.low <= grams <= additive.high:
            yield Remark(
                code="additive.unusual",
                where=where,
                text=f"{grams:.3g} g/kg of {additive.name} in {name} is {'more' if grams > additive.high else 'less'} "
                f"than usual ({additive.low:g} to {additive.high:g} g/kg; common practice).",
                remedy="Check the amount and its unit.",
            )
    for formula in loaf.formulas:
        powders = [dose.additive for dose in formula.additives if "milk" in dose.additive]
        if formula.school == "milk in oils" and not powders:
            yield Remark(
                code="school.no_milk",
                where=formula.id,
                text=f"{formula.name} is worked as milk in the oils, without any.",
                remedy="Add a milk powder, or choose another temperature method.",
            )
    for where, name, tint in colour_doses(loaf):
        jar = cupboard.colourants[tint.colourant]
        if not jar.low <= tint.g_per_kg <= jar.high:
            yield Remark(
                code="colourant.untested",
                where=where,
                text=f"{tint.g_per_kg:g} g/kg of {jar.name} in {name} lies outside what was tested "
                f"({jar.low:g} to {jar.high:g} g/kg).",
                remedy="Pour a test bar first.",
            )
        if jar.alkali_stable is None or jar.skin_safe is None:
            yield Remark(
                code="colourant.undeclared",
                where=where,
                text=f"Whether {jar.name} is stable in lye and safe for skin is not noted yet.",
                remedy="Look it up on the supplier's sheet and note it in the cupboard.",
            )
    for finish in loaf.top.finishes:
        if finish.of_kind.shelves and finish.of is None:
            yield Remark(
                code="finish.of",
                where="top",
                text=f"What {finish.name} is made of is not chosen yet: it is missing from the shopping list and "
                "the label.",
                remedy="Choose it from the cupboard, under the finish.",
            )


def _on_scents(loaf: Loaf, cupboard: Cupboard, pots: Sequence[Pot]) -> Iterator[Remark]:
    used = {dose.blend for dose in scent_doses(loaf)}
    for blend in loaf.blends:
        if blend.id not in used:
            continue
        for part in blend.parts:
            bottle = cupboard.scents[part.scent]
            for what, strength in bottle.behaves.items():
                if what in ("accelerates", "rices", "seizes", "separates") or strength == 3:
                    yield Remark(
                        code=f"scent.{what.replace(' ', '_')}",
                        where=blend.id,
                        text=f"{bottle.name} {what}{_STRENGTHS[strength - 1]}."
                        + (f" Your note: {bottle.notes}" if bottle.notes else ""),
                        remedy="Stir it in by hand, last of all, and have the mould ready.",
                    )
            if bottle.max_percent is None:
                yield Remark(
                    code="scent.no_limit",
                    where=blend.id,
                    text=f"The usage limit of {bottle.name} is not looked up yet.",
                    remedy="Take it from the supplier's sheet for wash-off products.",
                )
    for pot in pots:
        for portion in pot.portions:
            limit, dry = portion.scent_max_percent, portion.scent_dry_percent
            if limit is not None and dry is not None and dry > limit:
                yield Remark(
                    code="scent.near_limit",
                    where=pot.id,
                    text=f"The scent in {portion.name} keeps its limit of {limit:.2f} % in the batter, but comes to "
                    f"{dry:.2f} % if all water went.",
                    remedy="Use a little less, or ask the supplier which weight the limit is meant for.",
                )


def _on_free_fat(pots: Sequence[Pot]) -> Iterator[Remark]:
    for pot in pots:
        for portion in pot.portions:
            if portion.superfat_percent > max(_MOST_FREE_FAT, pot.superfat.value + 2):
                yield Remark(
                    code="portion.oily",
                    where=pot.id,
                    text=f"{portion.name} comes to {portion.superfat_percent:.0f} % free fat with the oil that wets "
                    f"its colours, against {pot.superfat.value:.0f} % in the pot.",
                    remedy="Wet the colours in less oil, or in oil taken from the pot's own.",
                )


def _on_colours(colours: Sequence[ColourPlan], contrasts: Sequence[Contrast]) -> Iterator[Remark]:
    names = {colour.id: colour.name for colour in colours}
    for colour in colours:
        if colour.off_wish > _OFF_WISH:
            yield Remark(
                code="colour.off_wish",
                where=colour.id,
                text=f"Cured, {colour.name} is forecast {colour.off_says}.",
                remedy="Change its colourants or scent, or the target.",
            )
    for pair in contrasts:
        if pair.words != "stand apart":
            yield Remark(
                code="colours.merge" if pair.merges else "colours.close",
                where=f"{pair.a} {pair.b}",
                text=f"{names[pair.a]} and {names[pair.b]} {'' if pair.merges else 'will be '}{pair.words} "
                f"({pair.where}).",
                remedy="Make one lighter or darker, or lay something between them.",
            )


def _on_heat(heats: Sequence[PotHeat], pots: Sequence[Pot]) -> Iterator[Remark]:
    names = {pot.id: pot.name for pot in pots}
    for heat in heats:
        if heat.warms >= _WARMS:
            yield Remark(
                code="heat.additives",
                where=heat.pot,
                text=f"{names[heat.pot]} warms by itself as it sets ({', '.join(heat.warmed_by)}): it may crack, "
                "glow in the middle or brown (common practice).",
                remedy="Work it cool, and leave it open in a cool place, without a blanket.",
            )
        if heat.school.key == "hot lye" and heat.hard_fats_g > 0 and heat.melted < 0.98:
            yield Remark(
                code="heat.unmelted",
                where=heat.pot,
                text=f"The lye of {names[heat.pot]} is not hot enough to melt its hard fats: about "
                f"{heat.melted:.0%} of them will be liquid.",
                remedy="Warm the hard fats first, or use fewer of them.",
            )


def _on_assessment(loaf: Loaf, pots: Sequence[Pot], sprinkled: Sequence[Sprinkled]) -> Iterator[Remark]:
    for formula in loaf.formulas:
        if formula.assessed is None:
            continue
        # What goes onto the loaf is assessed with its own formula.
        dry = sprinkled if formula.id == loaf.formula else ()
        made = [pot for pot in pots if pot.formula == formula.id]
        outside, missing = against_assessment(formula.assessed, made, dry)
        for name in outside:
            yield Remark(
                code="assessed.outside",
                where=formula.id,
                text=f"{name} is not on the assessed list {formula.assessed.reference}.",
                remedy="Leave it out, or have it assessed before selling.",
            )
        for name in missing:
            yield Remark(
                code="assessed.missing",
                where=formula.id,
                text=f"{name} is promised by {formula.assessed.reference}, but does not go in.",
                remedy="Put it in, or do not sell the loaf under that name.",
            )


def _on_bases(melted: Sequence[Melted]) -> Iterator[Remark]:
    for name in dict.fromkeys(cast.base_name for cast in melted):
        yield Remark(
            code="label.base",
            where="label",
            text=f"What {name} is made of is not on the draft of the label.",
            remedy="Take its names from the supplier's sheet, and have the whole assessed before selling.",
        )


def _on_stock(supplies: Sequence[Supply]) -> Iterator[Remark]:
    for item in supplies:
        if item.short_g > 0:
            yield Remark(
                code="stock.short",
                where=item.key,
                text=f"{item.name}: {item.grams:.0f} g needed, {item.stock_g:.0f} g on hand.",
                remedy=f"{item.instead} is most like it and there is enough; work the lye out anew."
                if item.instead
                else "Buy some, or size the loaf to what there is.",
            )
