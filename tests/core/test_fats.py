"""The fats table against published ranges and against its own fatty acids."""

from __future__ import annotations

import pytest
from molmass import Formula as Molecule

from archtop.core import InputError, standard_fats
from archtop.core.base import read_table
from archtop.core.chemistry import iodine_value_of, saponification_value_of

# Saponification value [mg KOH/g] and iodine value [g/100 g], low to high. Typed from memory of Codex Alimentarius
# CXS 210-1999 (rev. 2023, table 2, named vegetable oils), CXS 33-1981 (virgin olive oil), CXS 211-1999 (lard, tallow)
# and, for castor oil, Ph. Eur. monograph 0051.
PUBLISHED = {
    "babassu": ((245, 256), (10, 18)),
    "canola": ((182, 193), (105, 126)),
    "castor": ((176, 187), (82, 90)),
    "coconut": ((248, 265), (6.3, 10.6)),
    "corn": ((187, 195), (103, 135)),
    "cottonseed": ((189, 198), (100, 123)),
    "grapeseed": ((188, 194), (128, 150)),
    "lard": ((192, 203), (55, 65)),
    "olive": ((184, 196), (75, 94)),
    "palm": ((190, 209), (50, 55)),
    "palm-kernel": ((230, 254), (14.1, 21)),
    "peanut": ((187, 196), (77, 107)),
    "rice-bran": ((180, 199), (90, 115)),
    "safflower": ((186, 198), (136, 148)),
    "sesame": ((186, 195), (104, 120)),
    "soya": ((189, 195), (124, 139)),
    "sunflower": ((188, 194), (118, 141)),
    "sunflower-oleic": ((182, 194), (78, 90)),
    "tallow": ((190, 202), (40, 53)),
}


@pytest.mark.parametrize("key", PUBLISHED)
def test_value_lies_in_the_published_range(key: str) -> None:
    fat = standard_fats()[key]
    (sv_low, sv_high), (iv_low, iv_high) = PUBLISHED[key]
    assert sv_low <= fat.sv <= sv_high
    assert iv_low <= fat.iv <= iv_high
    assert (fat.sv_low, fat.sv_high) == (sv_low, sv_high)
    assert (fat.iv_low, fat.iv_high) == (iv_low, iv_high)


def test_the_table_is_whole() -> None:
    fats = standard_fats()
    assert len(fats) >= 45
    assert len({fat.name for fat in fats.values()}) == len(fats)
    for fat in fats.values():
        assert fat.source
        assert fat.inci
        assert 0.85 <= fat.density_g_ml <= 1.0
        assert fat.melt_low_c <= fat.melt_high_c
        # Solid at 25 °C means that melting is not over there.
        assert fat.melt_high_c > 25 if fat.solid_at_25 else fat.melt_low_c < 25


GLYCERIDES = [fat for fat in standard_fats().values() if fat.kind != "wax"]


@pytest.mark.parametrize("fat", GLYCERIDES, ids=lambda fat: fat.key)
def test_fatty_acids_account_for_the_values(fat) -> None:
    """What the make-up implies and what the row says may differ by what harvests differ by."""
    assert sum(fat.acids.values()) == pytest.approx(100, abs=3)
    free = fat.kind == "acid"
    assert fat.sv == pytest.approx(saponification_value_of(fat.acids, fat.unsaponifiable, free), rel=0.03)
    assert fat.iv == pytest.approx(iodine_value_of(fat.acids, fat.unsaponifiable, free), rel=0.12, abs=4)


# Molecular formulas by the chemistry of triglycerides; masses from the molmass package (IUPAC atomic weights).
TRIGLYCERIDES = {
    "12:0": "C39H74O6",  # trilaurin
    "16:0": "C51H98O6",  # tripalmitin
    "18:0": "C57H110O6",  # tristearin
    "18:1": "C57H104O6",  # triolein
    "18:2": "C57H98O6",  # trilinolein
    "18:1oh": "C57H104O9",  # triricinolein
}


@pytest.mark.parametrize(("acid", "formula"), TRIGLYCERIDES.items())
def test_saponification_value_of_a_pure_triglyceride(acid: str, formula: str) -> None:
    """SV = 3 · M(KOH) · 1000 / M, by the definition of the saponification value."""
    expected = 3 * Molecule("KOH").mass * 1000 / Molecule(formula).mass
    assert saponification_value_of({acid: 100}) == pytest.approx(expected, rel=1e-4)


def test_iodine_value_of_triolein() -> None:
    """One I2 for each of triolein's three double bonds; 86.0 in the Lipid Handbook (from memory)."""
    expected = 100 * 3 * Molecule("I2").mass / Molecule("C57H104O6").mass
    assert iodine_value_of({"18:1": 100}) == pytest.approx(expected, rel=1e-4)
    assert iodine_value_of({"18:1": 100}) == pytest.approx(86.0, abs=0.1)


def test_every_acid_in_use_is_described() -> None:
    known = {row["code"] for row in read_table("fatty_acids")}
    used = {code for fat in standard_fats().values() for code in fat.acids}
    assert used <= known
    with pytest.raises(InputError, match=r"must be a known fatty acid"):
        saponification_value_of({"99:9": 100})
    with pytest.raises(InputError, match=r"at least one acid"):
        saponification_value_of({})
