"""The formula book: formulas with versions, each written once."""

from __future__ import annotations

from django.contrib.auth.models import User
from django.db import transaction

from archtop.core import Formula
from archtop.studio import stored
from archtop.studio.models import BookFormula, FormulaVersion

__all__ = ["write_formula"]


def write_formula(owner: User, formula: Formula) -> FormulaVersion:
    """Write a formula into the book under its name: a new version, unless it is the newest one already."""
    data = stored.FORMULA.write(formula)
    with transaction.atomic():
        book, _ = BookFormula.objects.get_or_create(owner=owner, name=formula.name)
        newest = book.versions.first()
        if newest and stored.FORMULA.read(newest.data) == formula:
            return newest
        return FormulaVersion.objects.create(book=book, number=newest.number + 1 if newest else 1, data=data)
