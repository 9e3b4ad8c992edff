"""The weigh-out on paper: every pot, every weight, totals that add up, cautions."""

from __future__ import annotations

import io
import re
from decimal import Decimal
from pathlib import Path

import pytest
from PIL import Image
from pypdf import PdfReader

from archtop.core import plan, read_loaf
from archtop.core.base import G_PER_OZ
from archtop.studio.actions import cupboard_of_studio
from archtop.studio.models import Loaf
from tests.studio.conftest import Studio

pytestmark = pytest.mark.django_db


def pages(studio: Studio, loaf: Loaf, query: str = "") -> list[str]:
    response = studio.get(f"/loaves/{loaf.pk}/weigh-out.pdf{query}")
    assert response["Content-Type"] == "application/pdf"
    return [page.extract_text() for page in PdfReader(io.BytesIO(response.content)).pages]


def test_every_pot_has_its_page_and_adds_up(studio: Studio, loaf: Loaf) -> None:
    result = plan(read_loaf(loaf.document), cupboard_of_studio())
    text = "\n".join(pages(studio, loaf))
    assert text.count("Lye into water, never water into lye") == len(result.pots)
    sheets = [[float(n) for n in re.findall(r"([\d.]+) g$", part, re.MULTILINE)] for part in text.split("Makes ")[1:]]
    for pot, weights in zip(result.pots, sheets, strict=True):
        count = len(pot.ingredients)
        assert weights[:count] == [line.grams for line in pot.ingredients]
        assert weights[count] == pytest.approx(sum(weights[:count]), abs=1e-6)
    last = result.pots[-1].portions[-1]
    assert f"Into {last.name}" in text
    assert result.scales.fine.shows(last.finished_g) in text
    assert not re.search(r"(?<![\d.])0(\.0+)? (g|oz)\b", text)


def test_a_name_that_looks_like_markup_is_only_a_name(studio: Studio, loaf: Loaf, tmp_path: Path) -> None:
    """Neither a broken tag nor a picture named by its place on this machine does anything on the sheet."""
    secret = tmp_path / "secret.png"
    Image.new("RGB", (4, 4), "red").save(secret)
    names = ("Bold <b>", "</para> ends", f'<img src="{secret}" width="9" height="9"/>', "Salt & <sea>")
    for name in names:
        loaf.document = {**loaf.document, "name": name}
        loaf.save()
        response = studio.get(f"/loaves/{loaf.pk}/weigh-out.pdf")
        assert response.status_code == 200
        sheets = PdfReader(io.BytesIO(response.content)).pages
        assert not any(page.images for page in sheets)
        text = " ".join(" ".join(page.extract_text() for page in sheets).split())
        assert name.split("/")[0] in text


@pytest.mark.parametrize("units", ["metric", "us"])
def test_what_is_melted_has_its_page_with_its_own_caution(studio: Studio, loaf: Loaf, units: str) -> None:
    """Base, jars and what they come to, and no word of lye on that page."""
    document = loaf.document
    document["embeds"][0]["casting"]["of"] = "clear base"
    loaf.save()
    result = plan(read_loaf(document), cupboard_of_studio())
    (cast,) = result.melted
    *_, last = pages(studio, loaf, f"?units={units}")
    assert "Melted base burns as hot oil does" in last
    assert "lye" not in last.lower()
    assert result.scales.main.shows(cast.grams) in last
    for jar in cast.colourants:
        assert f"{result.scales.fine.shows(jar.grams)}" in last
    assert f"fills {cast.ml:.0f} ml" in last if units == "metric" else "fl oz" in last
    assert not re.search(r"(?<![\d.])0(\.0+)? (g|oz)\b", last)


@pytest.mark.parametrize("step_oz", [0.01, 0.05, 0.125])
def test_ounces_add_up_to_the_last_digit(studio: Studio, loaf: Loaf, step_oz: float) -> None:
    """Printed in the scale's own steps, in decimals: what binary fractions round is not seen."""
    sizing = {**loaf.document["sizing"], "scale_step_g": step_oz * G_PER_OZ, "fine_step_g": 0.001 * G_PER_OZ}
    loaf.document = {**loaf.document, "sizing": sizing}
    loaf.save()
    whole = pages(studio, loaf, "?paper=Letter&units=us")
    assert not re.search(r"\d (g|ml)\b|(?<![\d.])0(\.0+)? oz\b", "\n".join(whole))
    result = plan(read_loaf(loaf.document), cupboard_of_studio())
    parts = "\n".join(whole).split("Makes ")[1:]
    weighed = 0
    for pot, part in zip(result.pots, parts, strict=True):
        rows = [Decimal(n) for n in re.findall(r"([\d.]+) oz$", part, re.MULTILINE)]
        if pot.unweighable:
            assert "cannot weigh this pot" in part
            assert rows == []
            continue
        count = len(pot.ingredients)
        assert rows[count] == sum(rows[:count])
        lye = rows[[line.role for line in pot.ingredients].index("lye")]
        assert lye % Decimal(str(step_oz)) == 0
        weighed += 1
    assert weighed


def test_an_unknown_paper_is_refused(studio: Studio, loaf: Loaf) -> None:
    assert studio.get(f"/loaves/{loaf.pk}/weigh-out.pdf?paper=Napkin").status_code == 422
