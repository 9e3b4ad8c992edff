"""Write the published descriptions: the API's OpenAPI and the loaf document's JSON Schema."""

from __future__ import annotations

import json
from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand

from archtop.core import Loaf
from archtop.studio.api import api

__all__ = ["Command"]


class Command(BaseCommand):
    """``django-admin write_schemas FOLDER``."""

    help = __doc__

    def add_arguments(self, parser: ArgumentParser) -> None:
        """Where to."""
        parser.add_argument("folder", type=Path)

    def handle(self, *args: Any, **options: Any) -> None:  # noqa: ARG002
        """Write both files."""
        published = {
            "openapi.json": api.get_openapi_schema(path_prefix="/api/"),
            "loaf.schema.json": {
                "$schema": "https://json-schema.org/draft/2020-12/schema",
                **Loaf.model_json_schema(mode="validation"),
            },
        }
        for name, schema in published.items():
            text = json.dumps(schema, indent=1, ensure_ascii=False)
            (options["folder"] / name).write_text(f"{text}\n", encoding="utf-8")
