"""Single calculations by name, for the command line: JSON in, JSON out, each with its schemas.

Importing a module of calculators enters them into the registry.
"""

from __future__ import annotations

from typing import Any

from pydantic import BaseModel, ValidationError

from archtop.core.base import InputError, problems_from_validation
from archtop.core.calculators import casting, colours, gel, loaves, pieces, pours, top, trace, volumes, weights
from archtop.core.calculators.registry import CALCULATORS, Calculator

__all__ = [
    "CALCULATORS",
    "Calculator",
    "calculate",
    "casting",
    "colours",
    "gel",
    "list_calculators",
    "loaves",
    "pieces",
    "pours",
    "top",
    "trace",
    "volumes",
    "weights",
]


def list_calculators() -> list[dict[str, Any]]:
    """Name, summary, input and output schema of every calculator."""
    return [
        {
            "name": name,
            "summary": calculator.summary,
            "input": calculator.takes.model_json_schema(),
            "output": calculator.gives.model_json_schema(mode="serialization"),
        }
        for name, calculator in CALCULATORS.items()
    ]


def calculate(name: str, data: Any) -> BaseModel:
    """Run a calculator on plain data.

    :raises InputError: ``calculator.unknown``, or whatever the input's schema or the calculation refuses
    """
    if name not in CALCULATORS:
        raise InputError.one(
            "calculator.unknown", "calculator", name, f"must be one of {', '.join(CALCULATORS)}", "See calc --list."
        )
    calculator = CALCULATORS[name]
    try:
        given = calculator.takes.model_validate(data)
    except ValidationError as error:
        raise problems_from_validation(error) from error
    return calculator.run(given)
