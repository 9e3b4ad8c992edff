"""The power cut under presses and saves: what was answered is on the disk.

The server runs under ``strace``, which tells every write and every sync of its database. From that is built what a disk
may hold at a moment: all that was synced before it, and of what was written since nothing, or any of its sectors.
SQLite opens that as it would after the power is back.
"""

from __future__ import annotations

import random
import re
import shutil
import sqlite3
import tempfile
import time
import uuid
from collections.abc import Iterator
from contextlib import closing
from pathlib import Path
from typing import NamedTuple

from benchmarks.served import Asked, Studio
from benchmarks.timing import line
from faults.hands import Hands

__all__ = ["run"]

_FOR_S = 30.0
_CUTS = 950
# What a disk writes whole or not at all [bytes].
_SECTOR = 512
_DATABASE = ("studio.sqlite3", "studio.sqlite3-wal")
# The number of a process stands in a column of its own, filled up with blanks where it is short.
_CALL = re.compile(r"(\d+) +([\d.]+) (\w+)\((.*)")
_RESUMED = re.compile(r"(\d+) +([\d.]+) <\.\.\. (\w+) resumed>.*")
_AT = re.compile(r"\d+<([^>]*)>(?:, (.*))?")
_TOOK = re.compile(r"= (-?\d+).* <([\d.]+)>$")
_HEX = re.compile(r"\\x([0-9a-f]{2})")


class _Told(NamedTuple):
    """A call that touches a file: a write, a change of its length, or a sync.

    ``data``: what is written at a place, nothing for a change of length to that place; no place for a sync
    """

    file: str
    begun: float
    ended: float
    place: int | None = None
    data: bytes | None = None


def run() -> int:
    """Press, and cut the power at one moment after another; how many answers were not kept then."""
    if not shutil.which("strace"):
        line("power cuts", "not tried: they need strace")
        return 0
    spread = random.Random(1)
    with tempfile.TemporaryDirectory() as folder, Studio.demo(ARCHTOP_EFFORT="0.3") as studio:
        loaf = Asked(studio.port).ask("POST", "/loaves", {"name": "Pressed"})["id"]
        studio.kill()
        before = {name: (studio.home / name).read_bytes() for name in _DATABASE if (studio.home / name).exists()}
        trace = Path(folder) / "trace"
        studio.under = _watched(studio.home, trace)
        studio.start()
        hands = Hands(Asked(studio.port), loaf, [])
        hands.start()
        hands.begun.wait()
        time.sleep(_FOR_S)
        studio.kill()
        hands.join()
        told = sorted(_told(trace, studio.home), key=lambda each: each.ended)
        answers = sorted([*hands.answered.values(), *(save.at for save in hands.saves)])
        # The hardest moments are those just after an answer; the others lie anywhere.
        between = [spread.uniform(answers[0], answers[-1]) for _ in range(max(_CUTS - len(answers), 0))]
        moments = sorted([*answers[:_CUTS], *between])
        found = [_after(_disk(before, told, moment, spread), hands, loaf, moment) for moment in moments]
    lost, doubled, unsaved, broken = (sum(each[which] for each in found) for which in range(4))
    syncs = sum(each.place is None for each in told)
    line(
        f"{len(moments)} power cuts under {len(hands.answered)} presses and {len(hands.saves)} saves, {syncs} syncs",
        f"{lost} lost, {doubled} doubled",
        f"{unsaved} saves lost, {broken} databases broken",
    )
    return lost + doubled + unsaved + broken + int(not syncs)


def _watched(home: Path, to: Path) -> tuple[str, ...]:
    calls = "trace=pwrite64,write,pwritev,fdatasync,fsync,ftruncate,unlink,rename"
    files = [part for name in (*_DATABASE, "") for part in ("-P", str(home / name) if name else str(home))]
    told = ("-f", "-qq", "-y", "-ttt", "-T", "-xx", "-s", "1000000", "-e", "signal=none", "-e", calls)
    return ("strace", "--seccomp-bpf", *told, "-o", str(to), *files)


def _told(trace: Path, home: Path) -> Iterator[_Told]:
    """Each call on the database's files, by its file's name; the folder's own is empty."""
    waiting: dict[str, tuple[float, str, str]] = {}
    # Of the last line it may have told but the beginning when it was killed.
    for text in trace.read_text(encoding="ascii").rpartition("\n")[0].splitlines():
        if resumed := _RESUMED.match(text):
            begun, call, rest = waiting.pop(resumed[1])
        elif (found := _CALL.match(text)) is None:
            raise RuntimeError(f"strace tells of something not known here: {text[:80]}")
        else:
            begun, call, rest = float(found[2]), found[3], found[4]
            if rest.endswith("<unfinished ...>"):
                waiting[found[1]] = begun, call, rest.removesuffix("<unfinished ...>")
                continue
        took = _TOOK.search(text)
        if took is None or int(took[1]) < 0:
            continue
        yield _one(call, rest, begun, begun + float(took[2]), home)


def _one(call: str, rest: str, begun: float, ended: float, home: Path) -> _Told:
    at = _AT.match(rest)
    if at is None or call not in {"pwrite64", "ftruncate", "fsync", "fdatasync"}:
        raise RuntimeError(f"{call} on the database is not known here: {rest[:80]}")
    name = _text(at[1]).decode().removeprefix(str(home)).lstrip("/")
    match call:
        case "pwrite64":
            quoted, _, place = at[2].rpartition('", ')
            return _Told(name, begun, ended, int(place.split(",")[1].split(")")[0]), _text(quoted))
        case "ftruncate":
            return _Told(name, begun, ended, int(at[2].split(")")[0]))
        case _:
            return _Told(name, begun, ended)


def _text(quoted: str) -> bytes:
    return bytes.fromhex("".join(_HEX.findall(quoted)))


def _disk(before: dict[str, bytes], told: list[_Told], moment: float, spread: random.Random) -> dict[str, bytes]:
    """What the disk may hold if the power is cut at a moment."""
    disk = {name: bytearray(data) for name, data in before.items()}
    past = [each for each in told if each.begun <= moment]
    any_of_it = spread.random() < 0.5
    for name in _DATABASE:
        synced = max((each.begun for each in past if each.file == name and _is_sync(each, moment)), default=0.0)
        if name not in before and not any(each.file == "" and _is_sync(each, moment) for each in past):
            # A file is there once its folder was synced.
            continue
        kept = disk.setdefault(name, bytearray())
        for each in past:
            if each.file != name or each.place is None:
                continue
            if each.ended <= synced:
                _apply(kept, each.place, each.data)
            elif any_of_it and each.data is None:
                if spread.random() < 0.5:
                    _apply(kept, each.place, None)
            elif any_of_it and each.data is not None:
                for start in range(0, len(each.data), _SECTOR):
                    if spread.random() < 0.5:
                        _apply(kept, each.place + start, each.data[start : start + _SECTOR])
    return {name: bytes(data) for name, data in disk.items()}


def _is_sync(each: _Told, moment: float) -> bool:
    return each.place is None and each.ended <= moment


def _apply(kept: bytearray, place: int, data: bytes | None) -> None:
    if data is None:
        del kept[place:]
        return
    kept.extend(bytes(max(place - len(kept), 0)))
    kept[place : place + len(data)] = data


def _after(disk: dict[str, bytes], hands: Hands, loaf: str, moment: float) -> tuple[int, int, int, int]:
    """Presses lost, presses doubled, saves lost, and whether the database is broken, once the power is back."""
    with tempfile.TemporaryDirectory() as folder:
        for name, data in disk.items():
            (Path(folder) / name).write_bytes(data)
        with closing(sqlite3.connect(Path(folder) / _DATABASE[0])) as database:
            try:
                (sound,) = database.execute("PRAGMA integrity_check").fetchone()
                pressed = [str(uuid.UUID(key)) for (key,) in database.execute("SELECT press_id FROM studio_benchentry")]
                key = uuid.UUID(loaf).hex
                revision, name = database.execute(
                    "SELECT revision, name FROM studio_loaf WHERE id = ?", [key]
                ).fetchone()
            except sqlite3.DatabaseError:
                return 0, 0, 0, 1
    answered = {press for press, at in hands.answered.items() if at <= moment}
    return (
        len(answered - set(pressed)),
        len(pressed) - len(set(pressed)),
        int(hands.lost_a_save(revision, name, moment)),
        int(sound != "ok"),
    )
