"""The cupboard and the formula book."""

from __future__ import annotations

from typing import Final, Literal

from django.http import HttpRequest
from ninja import Router, Status

from archtop.core import Colourant, Cupboard, Formula, Scent
from archtop.core.chemistry import Additive, bowl_stages_of, fat_groups, fat_named, places_of
from archtop.core.colour import mixed_g_ml
from archtop.core.document.parts import Sizing
from archtop.core.geometry.moulds import AnyMould
from archtop.studio import stored
from archtop.studio.actions import (
    count_stock,
    cupboard_of_studio,
    fats_of_ours,
    keep_mould,
    moulds_of_studio,
    put_in,
    put_mould_away,
    take_out,
    write_formula,
)
from archtop.studio.api.errors import ProblemReport
from archtop.studio.api.schemas import (
    BookFormulaOut,
    CupboardOut,
    OfferedAdditive,
    OfferedColourant,
    StockCount,
    VersionOut,
)
from archtop.studio.api.signed_in import owner_of
from archtop.studio.models import BookFormula

__all__ = ["router"]

_WATER_G_ML: Final = 1.0

router = Router(tags=["cupboard"])


@router.get("/cupboard", response=CupboardOut, operation_id="open_cupboard")
def open_cupboard(request: HttpRequest) -> CupboardOut:  # noqa: ARG001
    """Everything a loaf may draw on."""
    cupboard = cupboard_of_studio()
    return CupboardOut(
        fats=sorted(cupboard.fats.values(), key=lambda fat: fat.name),
        fat_groups=list(fat_groups(cupboard.fats, fats_of_ours(cupboard))),
        additives=[
            OfferedAdditive(**dict(additive), places=places_of(additive), bowl_places=bowl_stages_of(additive))
            for additive in sorted(cupboard.additives.values(), key=lambda additive: additive.name)
        ],
        scents=sorted(cupboard.scents.values(), key=lambda scent: scent.name),
        colourants=[_offered(jar, cupboard) for jar in sorted(cupboard.colourants.values(), key=lambda jar: jar.name)],
        stock=cupboard.stock,
        moulds=moulds_of_studio(),
    )


@router.put("/cupboard/scents", response={204: None, 422: ProblemReport}, operation_id="put_scent")
def put_scent(request: HttpRequest, payload: Scent) -> Status[None]:  # noqa: ARG001
    """Put a scent in, or in the place of the one with its key."""
    put_in(payload)
    return Status(204, None)


@router.put("/cupboard/colourants", response={204: None, 422: ProblemReport}, operation_id="put_colourant")
def put_colourant(request: HttpRequest, payload: Colourant) -> Status[None]:  # noqa: ARG001
    """Put a colourant in, or in the place of the one with its key."""
    put_in(payload)
    return Status(204, None)


@router.put("/cupboard/additives", response={204: None, 422: ProblemReport}, operation_id="put_additive")
def put_additive(request: HttpRequest, payload: Additive) -> Status[None]:  # noqa: ARG001
    """Put an additive of the studio's own in, or in the place of the one with its key."""
    put_in(payload)
    return Status(204, None)


@router.put("/cupboard/moulds", response={204: None, 422: ProblemReport}, operation_id="keep_mould")
def keep(request: HttpRequest, payload: AnyMould) -> Status[None]:  # noqa: ARG001
    """Put a mould on the shelf of moulds, or in the place of the one of its name."""
    keep_mould(payload)
    return Status(204, None)


@router.delete("/cupboard/moulds/{name}", response={204: None, 422: ProblemReport}, operation_id="put_mould_away")
def put_away(request: HttpRequest, name: str) -> Status[None]:  # noqa: ARG001
    """Take a mould off the shelf of moulds."""
    put_mould_away(name)
    return Status(204, None)


@router.delete("/cupboard/{kind}/{key}", response={204: None, 422: ProblemReport}, operation_id="take_out_of_cupboard")
def take_out_of_cupboard(
    request: HttpRequest,  # noqa: ARG001
    kind: Literal["scent", "colourant", "additive"],
    key: str,
) -> Status[None]:
    """Take a scent, a colourant or an own additive out, unless a loaf uses it."""
    take_out(kind, key)
    return Status(204, None)


@router.put("/cupboard/stock", response={204: None, 422: ProblemReport}, operation_id="count_stock")
def count(request: HttpRequest, payload: StockCount) -> Status[None]:  # noqa: ARG001
    """Note how much of a thing there is."""
    count_stock(payload.name, payload.grams)
    return Status(204, None)


@router.get("/formulas", response=list[BookFormulaOut], operation_id="open_formula_book")
def open_book(request: HttpRequest) -> list[BookFormulaOut]:
    """Every formula of the book with its versions."""
    books = BookFormula.objects.filter(owner_id=request.user.pk).prefetch_related("versions")
    return [_book(book) for book in books]


@router.post("/formulas", response={201: BookFormulaOut, 422: ProblemReport}, operation_id="write_formula")
def write(request: HttpRequest, payload: Formula) -> Status[BookFormulaOut]:
    """Write a formula into the book, as the newest version under its name."""
    version = write_formula(owner_of(request), payload)
    return Status(201, _book(version.book))


def _offered(jar: Colourant, cupboard: Cupboard) -> OfferedColourant:
    if jar.disperse == "straight":
        return OfferedColourant(**dict(jar), mixed_g_ml=None, carrier_g_ml=None)
    carrier = _WATER_G_ML if jar.disperse == "water" else fat_named(Sizing().carrier_fat, cupboard.fats).density_g_ml
    return OfferedColourant(**dict(jar), mixed_g_ml=mixed_g_ml(jar, carrier), carrier_g_ml=carrier)


def _book(book: BookFormula) -> BookFormulaOut:
    versions = [
        VersionOut(number=row.number, written_at=row.written_at, formula=stored.FORMULA.read(row.data))
        for row in book.versions.all()
    ]
    return BookFormulaOut(id=book.pk, name=book.name, versions=versions)
