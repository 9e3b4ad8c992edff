"""The trace clock: for each bowl, how thick it is, and when it allows what *this* loaf asks of it.

- ``bowls_of``: the bowls with their priors and the limits that this loaf's embeds, layers, tip and heap set them
- ``Note``: what was read or done, in minutes since the pot was mixed
- ``check_note``: refuses what cannot have been read
- ``note_reading``, ``note_event``: a note as a yield stress, or as what was done to the bowl
- ``read_clock``: the fitted curve, and a window for each limit
- ``pot_pace``, ``scent_pace``: what a pot teaches once it is over
"""

from archtop.core.bench.clock.bowls import Bowl, Limit, bowls_of
from archtop.core.bench.clock.face import ClockFace, Window, pot_pace, read_clock, scent_pace
from archtop.core.bench.clock.notes import Note, ReadPoint, check_note, note_event, note_reading

__all__ = [
    "Bowl",
    "ClockFace",
    "Limit",
    "Note",
    "ReadPoint",
    "Window",
    "bowls_of",
    "check_note",
    "note_event",
    "note_reading",
    "pot_pace",
    "read_clock",
    "scent_pace",
]
