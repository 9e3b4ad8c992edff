"""The weigh-out on paper: every pot, every weight, totals that add up, cautions."""

from __future__ import annotations

import io
import re

import pytest
from pypdf import PdfReader

from archtop.core import plan, read_loaf
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
    assert f"{last.finished_g:.1f} g" in text


def test_ounces_stand_beside_grams(studio: Studio, loaf: Loaf) -> None:
    text = pages(studio, loaf, "?paper=Letter&units=us")[0]
    ounces, grams = re.findall(r"([\d.]+) oz\s+\(([\d.]+) g\)", text)[0]
    assert float(ounces) * 28.349523125 == pytest.approx(float(grams), abs=0.15)


def test_an_unknown_paper_is_refused(studio: Studio, loaf: Loaf) -> None:
    assert studio.get(f"/loaves/{loaf.pk}/weigh-out.pdf?paper=Napkin").status_code == 422
