"""What the process loads from which every reading process is forked: Django, and all readers."""

import django

django.setup()

from archtop.core import geometry  # noqa: E402
from archtop.studio import photos  # noqa: E402
from archtop.studio.carrying import reading  # noqa: E402

__all__ = ["geometry", "photos", "reading"]
