"""The three cuts of the typeface that the application shows, out of the packaged one: ``fonts.py``.

Needs ``fonttools[woff]``, which nothing else here does: what it makes is kept in ``web/src/fonts``. Body keeps a
range of weights, headings and figures have one; other scripts come from the package, on demand.
"""

from __future__ import annotations

import io
from pathlib import Path

from fontTools import subset
from fontTools.ttLib import TTFont
from fontTools.varLib.instancer import instantiateVariableFont

WEB = Path(__file__).parents[1] / "web"
PACKAGED = WEB / "node_modules/@fontsource-variable/recursive/files/recursive-latin-full-normal.woff2"
UPRIGHT = {"slnt": 0, "CRSV": 0}
CUTS = {
    "body": {**UPRIGHT, "CASL": 0.35, "MONO": 0, "wght": (400, 800)},
    "headings": {**UPRIGHT, "CASL": 1, "MONO": 0, "wght": 750},
    "figures": {**UPRIGHT, "CASL": 0, "MONO": 1, "wght": 560},
}
ASCII = range(0x20, 0x7F)
SIGNS = tuple(map(ord, "–—‘’‚“”„…•′″€↑↓−"))
MEASURES = tuple(map(ord, "\u00a0°±²³·¼½¾×\u2009\u202f"))
_LATIN = (sign for sign in range(0xA0, 0x100) if chr(sign) not in "¤¦¨ª¬¯´¶¸¹º")
# What stands in a heading besides are names: an accent that this lacks comes from the body.
CHARACTERS = {
    "body": (*ASCII, *_LATIN, 0x152, 0x153, 0x2009, 0x202F, *SIGNS),
    "headings": (*ASCII, *map(ord, "äöüßÄÖÜéèêàâçñ"), *MEASURES, *SIGNS),
    "figures": (*ASCII, *MEASURES, *SIGNS),
}


def _with(font: TTFont, characters: tuple[int, ...], features: list[str]) -> TTFont:
    chosen = subset.Subsetter(subset.Options(layout_features=features, hinting=True))
    chosen.populate(unicodes=characters)
    chosen.subset(font)
    return font


def _afresh(font: TTFont) -> TTFont:
    """Written and read again: tables that were only half read are whole then."""
    buffer = io.BytesIO()
    font.flavor = None
    font.save(buffer)
    buffer.seek(0)
    return TTFont(buffer)


def _settled(font: TTFont) -> TTFont:
    """The letters that the fixed axes put in, for good: each character leads to them straight away."""
    table = font["GSUB"].table
    lookups = [
        index
        for record in table.FeatureList.FeatureRecord
        if record.FeatureTag == "rvrn"
        for index in record.Feature.LookupListIndex
    ]
    for index in sorted(set(lookups)):
        for found in table.LookupList.Lookup[index].SubTable:
            instead = getattr(found, "ExtSubTable", found).mapping
            for characters in font["cmap"].tables:
                characters.cmap = {sign: instead.get(glyph, glyph) for sign, glyph in characters.cmap.items()}
    return font


def main() -> None:
    """Write each cut and say how large it is."""
    for name, axes in CUTS.items():
        characters = CHARACTERS[name]
        # Sans and mono have letters of their own, which the axes put in: kept until the axes are fixed, then only what
        # is left.
        cut = instantiateVariableFont(_with(TTFont(PACKAGED), characters, ["rvrn", "rclt", "kern"]), axes)
        font = _with(_settled(_afresh(cut)), characters, [] if name == "figures" else ["kern"])
        target = WEB / f"src/fonts/recursive-{name}.woff2"
        subset.save_font(font, target, subset.Options(flavor="woff2"))
        print(f"{target.name}: {target.stat().st_size / 1000:.1f} kB")


if __name__ == "__main__":
    main()
