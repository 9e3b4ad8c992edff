"""What the fatty acids of a formula imply, in plain words of our own, each explained.

- ``fatty_acids_of``: the make-up of the blend
- ``measures_of``: firm, soon, dissolves, free fat, iodine value

The four readings are guides from the make-up, not laws: basis ``estimate`` unless said otherwise.
"""

from __future__ import annotations

from collections.abc import Mapping

from archtop.core.base import Figure, Frozen, read_table
from archtop.core.chemistry.additives import Additive, strength_of
from archtop.core.chemistry.batter import Batter
from archtop.core.chemistry.fats import Fat
from archtop.core.chemistry.formula import Formula

__all__ = ["AcidShare", "Measures", "fatty_acids_of", "measures_of"]

# Straight saturated chains that make a soap firm, and the short ones that water takes first.
_FIRM = {"12:0", "14:0", "16:0", "18:0", "20:0", "22:0", "24:0"}
_SHORT = {"6:0", "8:0", "10:0", "12:0", "14:0"}
_ASSUMED_SUPERFAT_PERCENT = 5.0


class AcidShare(Frozen):
    """A fatty acid's percent of all of them."""

    code: str
    name: str
    percent: float
    saturated: bool


class Measures(Frozen):
    """Readings of a formula; each figure says how it came about, each ``…_words`` what it means at the bench.

    ``acts``: how much of its whole effect each additive has at its dose, by key, from 0 to 1.
    """

    acts: dict[str, float]
    acids: tuple[AcidShare, ...]
    firm: Figure
    firm_words: str
    unmould: Figure
    dissolves: Figure
    dissolves_words: str
    free_fat: Figure
    iodine: Figure
    iodine_words: str


def fatty_acids_of(shares: Mapping[str, float], fats: Mapping[str, Fat]) -> dict[str, float]:
    """Percent by mass of each fatty acid in a blend given by mass fractions, scaled to 100 of what is known.

    :param shares: of each fat in the oils, by its key, adding up to 1 [-]
    """
    total: dict[str, float] = {}
    for key, share in shares.items():
        for code, percent in fats[key].acids.items():
            total[code] = total.get(code, 0.0) + share * percent
    known = sum(total.values())
    return {code: 100 * percent / known for code, percent in total.items()} if known else {}


def _words(value: float, steps: tuple[tuple[float, str], ...]) -> str:
    return next(text for limit, text in steps if value < limit)


_FIRM_WORDS = (
    (25.0, "soft at first: give it days, or salt or lactate in the lye"),
    (38.0, "ordinary: lets go in a day or two"),
    (55.0, "firm: cuts cleanly, cut within a day or two"),
    (101.0, "very hard: cut early, it goes brittle under the wire"),
)
_DISSOLVE_WORDS = (
    (12.0, "lasts at the basin, mild foam"),
    (28.0, "an even middle: foams well, lasts well"),
    (45.0, "foams fast and wears fast"),
    (101.0, "gone quickly, and strips skin unless much fat is left free"),
)
_IODINE_WORDS = (
    (50.0, "few double bonds: keeps long"),
    (75.0, "ordinary: keeps a year well stored"),
    (1000.0, "many double bonds: may turn; keep it cool and dark, use it young"),
)


def measures_of(
    formula: Formula, batter: Batter, fats: Mapping[str, Fat], additives: Mapping[str, Additive]
) -> Measures:
    """Read a formula; when it can be unmoulded is told of a lined box, without gel.

    :param batter: what it makes
    """
    shares = formula.shares
    acids = fatty_acids_of(shares, fats)
    firm = sum(percent for code, percent in acids.items() if code in _FIRM)
    short = sum(percent for code, percent in acids.items() if code in _SHORT)
    iodine = sum(share * fats[key].iv for key, share in shares.items())
    unsaponifiable = sum(share * fats[key].unsaponifiable for key, share in shares.items())
    free_share = (batter.superfat_percent + unsaponifiable) / 100
    dried = 1 + batter.superfat_percent / 100 + 0.12
    acts = _acts(batter, additives)
    harder = sum(additives[key].firm * strength for key, strength in acts.items())
    warmer = sum(additives[key].heat * strength for key, strength in acts.items())
    return Measures(
        acts=acts,
        acids=_acid_shares(acids),
        firm=Figure.within(
            firm,
            "%",
            0.05,
            "estimate",
            how="lauric, myristic, palmitic, stearic and longer straight acids, of all",
            source="fatty acids of the fats table",
        ),
        firm_words=_words(firm, _FIRM_WORDS),
        unmould=_unmould(firm, batter.lye_concentration_percent, harder, warmer),
        dissolves=Figure.within(
            short,
            "%",
            0.05,
            "estimate",
            how="acids of 14 carbons and fewer, of all",
            source="fatty acids of the fats table",
        ),
        dissolves_words=_words(short, _DISSOLVE_WORDS),
        free_fat=Figure(
            value=100 * free_share / dried,
            unit="%",
            low=max(0.0, 100 * (free_share - 0.03) / dried),
            high=100 * (free_share + 0.03) / dried,
            basis="estimate",
            how=f"{batter.superfat_percent:.1f} % left out or added late + {unsaponifiable:.1f} % that lye never "
            "touches, of a dried bar",
            source="stoichiometry; saponification values vary by up to 3 % between harvests",
        ),
        iodine=Figure.within(
            iodine,
            "%",
            0.05,
            "published",
            how="grams of iodine that 100 g of the oils take up, by the fats' own values",
            source="iodine values of the fats table (Codex, The Lipid Handbook)",
        ),
        iodine_words=_words(iodine, _IODINE_WORDS),
    )


def _acid_shares(acids: Mapping[str, float]) -> tuple[AcidShare, ...]:
    names = {row["code"]: (row["name"], row["double_bonds"] == "0") for row in read_table("fatty_acids")}
    return tuple(
        AcidShare(code=code, name=names[code][0], percent=percent, saturated=names[code][1])
        for code, percent in sorted(acids.items(), key=lambda item: -item[1])
    )


def _acts(batter: Batter, additives: Mapping[str, Additive]) -> dict[str, float]:
    """How much of its whole effect each additive has at its dose, by key [-]."""
    doses = {part.key: part.per_g_oils * 1000 for part in batter.parts if part.role == "additive"}
    return {key: strength_of(grams, additives[key]) for key, grams in doses.items()}


def _unmould(firm: float, lye_percent: float, harder: float, warmer: float) -> Figure:
    """Hours until a loaf can be unmoulded from a lined box: softer and wetter loaves take longer.

    :param harder: points of firmness that its additives bring, at their doses [-]
    :param warmer: points of heat that they bring: a loaf that warms itself is done sooner [-]
    """
    hours = 24 * (40 / max(firm, 10)) ** 0.8 * (33 / lye_percent) ** 1.2
    # By so much for each point, as far as three points go: stated guesses.
    hours *= 0.8 ** max(-1, min(harder, 3)) * 0.92 ** min(warmer, 3)
    return Figure(
        value=hours,
        unit="h",
        low=hours * 0.6,
        high=hours * 1.8,
        basis="estimate",
        how=f"a day for 40 % firm acids at 33 % lye; here {firm:.0f} % at {lye_percent:.0f} %"
        + (
            f", {'quicker' if harder > 0 else 'slower'} for its additives, as much as there is of them"
            if harder
            else ""
        )
        + (", sooner for what warms it" if warmer else ""),
        source="anchored to common practice (18-48 h in a lined box), gel left out",
    )
