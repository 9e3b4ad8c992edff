"""The whole studio as one open file, and back: into an empty studio or into one that is in use.

- ``tables``: what is carried, and how each row is known again elsewhere
- ``take_out``: the file (JSON with photographs), and every table as CSV
- ``bring_in``: merge a file, with a report of what was added, was there already, or was kept as it is here
- ``standing``: how far that has come
"""

from archtop.studio.carrying.bring_in import Brought, bring_in
from archtop.studio.carrying.standing import Merged, merged_of
from archtop.studio.carrying.take_out import FORMAT, VERSION, tables_as_csv, take_out

__all__ = ["FORMAT", "VERSION", "Brought", "Merged", "bring_in", "merged_of", "tables_as_csv", "take_out"]
