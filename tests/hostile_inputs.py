"""Inputs that no person sends: what each way into the studio is given that it must refuse, or take, without a fault.

One table for the tests, which ask how it is answered, and for the fault runs, which measure what it costs a server.
"""

from __future__ import annotations

import copy
import io
import json
import math
import struct
import zipfile
from collections.abc import Callable, Iterator
from typing import Any, NamedTuple

import numpy as np
from PIL import Image

__all__ = ["ODD", "Given", "files", "in_a_loaf", "in_a_value", "whole_bodies"]

Path = tuple[str | int, ...]

PRESS_ID = "00000000-0000-4000-8000-000000000001"
_AT = "2026-11-25T10:00:00+00:00"
# What stands where something else was expected.
ODD: tuple[Any, ...] = (
    None,
    True,
    "",
    "x",
    "half \ud800",
    "../../x",
    "<b></para><img src='/etc/passwd'/>",
    "n" * 100_000,
    -1,
    0,
    1e308,
    1e-300,
    2**63,
    2**200,
    math.nan,
    -math.inf,
    [],
    {},
    [[]],
    "0001-01-01T00:00:00+00:00",
    "9999-12-31T23:59:59+00:00",
    "2026-11-25T10:00:00",
)


class Given(NamedTuple):
    """One input: how it is called, where it goes ("{loaf}" is a loaf of the studio), and what is sent.

    ``file``: its field and its name, where it is sent as one; ``refused``: whether it must be; ``heavy``: whether
    making it up or answering it takes seconds;
    """

    what: str
    method: str
    path: str
    body: bytes
    file: tuple[str, str] | None = None
    refused: bool = True
    heavy: bool = False


# Bodies as the application's own pages send them.
_FAIR: tuple[tuple[str, str, dict[str, Any]], ...] = (
    (
        "POST",
        "/loaves/{loaf}/bench",
        {"press_id": PRESS_ID, "step": "loaf.mix", "action": "done", "pressed_at": _AT, "grams": 5.0, "celsius": 30.0},
    ),
    (
        "POST",
        "/loaves/{loaf}/clock",
        {
            "press_id": PRESS_ID,
            "bowl": "loaf.mix",
            "taken_at": _AT,
            "note": {"kind": "spread", "value": 70.0, "minute": 0.0, "stage": "", "seconds": 0.0},
        },
    ),
    ("POST", "/loaves/{loaf}/weighed", {"step": "loaf.mix", "grams": 5.0}),
    (
        "POST",
        "/season/orders",
        {"kind": "market", "name": "Quay", "ready_on": "2027-02-01", "heads": 10, "spare_percent": 5.0, "loaves": []},
    ),
    ("PUT", "/season/hours", {"zone": "UTC", "week": [], "days_off": [], "appointments": [], "hands": 1}),
    ("PUT", "/season/moulds", {"moulds": {"loaf Long": 1}}),
    ("PUT", "/season/pins", {"job": "loaf", "day": "2027-01-01", "start_min": 600}),
    (
        "PUT",
        "/cupboard/scents",
        {"key": "odd", "name": "Odd", "max_percent": 3.0, "vanillin_percent": 0.0, "behaves": {}, "notes": ""},
    ),
    ("PUT", "/cupboard/stock", {"name": "fat:coconut", "grams": 500.0}),
    ("PUT", "/session/house", {"decimal": "point", "room_c": 21.0}),
    ("PUT", "/prices", {"currency": "EUR", "per_kg": {"fat:coconut": 3.0}}),
    ("POST", "/shelf", {"lot": {"key": "odd", "name": "Odd", "kind": "bars", "grams": 500.0, "count": 4}}),
    ("POST", "/shelf/odd/moves", {"move_id": PRESS_ID, "count": 1, "grams": 5.0, "why": "used"}),
    ("POST", "/loaves/{loaf}/rehearsal", {"seed": 1}),
    ("PUT", "/notebook/numbers/film", {"value": 1.0, "own": True}),
    ("POST", "/cup-holding", {"cup": {"form": "cup", "ml": 80.0}, "ml": 80.0}),
    ("POST", "/first-loaf", {"name": "Odd", "mould": "long", "colours": []}),
)
_ASKED = ("/week?first={odd}", "/notebook?page={odd}", "/notebook?since={odd}", "/notebook/losses?since={odd}")


def _leaves(value: Any, at: Path = ()) -> Iterator[Path]:
    match value:
        case dict() if value:
            for name, inner in value.items():
                yield from _leaves(inner, (*at, name))
        case list() if value:
            for number, inner in enumerate(value):
                yield from _leaves(inner, (*at, number))
        case _:
            yield at


def _with(value: Any, at: Path, odd: Any) -> Any:
    changed = copy.deepcopy(value)
    inner = changed
    for step in at[:-1]:
        inner = inner[step]
    inner[at[-1]] = odd
    return changed


def _text(body: Any) -> bytes:
    return json.dumps(body).encode()


def in_a_value() -> Iterator[Given]:
    """Each value of each body that pages send, as something else; and the same of what stands in addresses."""
    for method, path, body in _FAIR:
        for at in _leaves(body):
            for odd in ODD:
                what = f"{method} {path} {'.'.join(map(str, at))} = {str(odd)[:30]!a}"
                yield Given(what, method, path, _text(_with(body, at, odd)), refused=False)
    for path in _ASKED:
        for odd in ("", "x", "-1", "9" * 30, "0001-01-01", "9999-12-31", "%00", "NaN"):
            yield Given(f"{path} {odd}", "GET", path.replace("{odd}", odd), b"", refused=False)


def in_a_loaf(document: dict[str, Any]) -> Iterator[Given]:
    """Each value of a loaf, as something else: planned with."""
    for number, at in enumerate(_leaves(document)):
        odd = ODD[number % len(ODD)]
        what = f"a loaf's {'.'.join(map(str, at))} = {str(odd)[:30]!a}"
        yield Given(what, "POST", "/plan", _text(_with(document, at, odd)), refused=False)


def whole_bodies(document: dict[str, Any]) -> Iterator[Given]:
    """Bodies that are wrong as a whole, or ask for work without end."""
    for method, path in (
        ("POST", "/plan"),
        ("POST", "/loaves/import"),
        ("PUT", "/loaves/{loaf}"),
        ("POST", "/loaves/{loaf}/bench"),
        ("POST", "/faces"),
        ("PUT", "/season/hours"),
        ("POST", "/season/orders"),
    ):
        for what, body in (
            ("nothing", b""),
            ("no JSON", b"{"),
            ("no text", b"\xff\xfe\x00"),
            ("a list", b"[]"),
            ("null", b"null"),
            ("a text", b'"loaf"'),
            ("lists without end", b"[" * 100_000),
            ("parts in each other", b'{"a":' * 50_000 + b"1" + b"}" * 50_000),
        ):
            yield Given(f"{path}: {what}", method, path, body)
    colours = [{"colour": "white", "percent": 100}]
    olds: tuple[Any, ...] = (
        {"rows": 10**7, "colours": colours},
        {"rows": "many", "colours": colours},
        {"rows": 0, "colours": colours},
        {"rows": -3, "colours": colours},
        {"rows": 3.5, "colours": colours},
        {"rows": None, "colours": colours},
        {"colours": 5},
        {"colours": [{"colour": 1}]},
        {"colours": [5]},
        {"volume_ml": "much", "colours": colours},
        {"volume_ml": None, "colours": colours},
        5,
        [],
        "frosting",
    )
    for version in (1, 2, 3):
        for frosting in olds:
            old = {**document, "version": version, "frosting": frosting}
            yield Given(f"version {version}, frosting {str(frosting)[:40]}", "POST", "/plan", _text(old))
    for what, change in {
        "a hundred thousand embeds of nothing": {"embeds": [{}] * 100_000},
        "a hundred thousand embeds": {"embeds": document["embeds"][:1] * 100_000},
        "a hundred thousand colours": {"colours": document["colours"][:1] * 100_000},
        "a hundred thousand pours": {"work": document["work"][:1] * 100_000},
        "a version of tomorrow": {"version": 10**6},
        "a version of nothing": {"version": None},
        "a mile for a mould": {"mould": {**document["mould"], "length_mm": 1e7}},
        "a hall for a mould": {"mould": {**document["mould"], "length_mm": 2000, "width_mm": 1000, "height_mm": 480}},
    }.items():
        yield Given(what, "POST", "/plan", _text({**document, **change}))
    wide = {**document, "mould": {**document["mould"], "length_mm": 2000, "width_mm": 400, "height_mm": 240}}
    yield Given(
        "faces of the largest mould at a tenth of a millimetre",
        "POST",
        "/faces",
        _text({"document": wide, "px_mm": 0.1}),
        refused=False,
        heavy=True,
    )
    for based_on in (2**63, -1, 2**200):
        save = {"based_on": based_on, "document": document}
        yield Given(f"a save based on {based_on}", "PUT", "/loaves/{loaf}", _text(save))


def _svg(body: str, head: str = 'width="100mm" height="100mm" viewBox="0 0 100 100"') -> bytes:
    return f'<svg xmlns="http://www.w3.org/2000/svg" {head}>{body}</svg>'.encode()


def _stl(corners: np.ndarray) -> bytes:
    """A binary mesh of loose triangles of shape (n, 3, 3)."""
    rows = np.zeros(len(corners), dtype=[("normal", "<3f4"), ("corners", "<9f4"), ("more", "<u2")])
    rows["corners"] = corners.reshape(-1, 9)
    return bytes(80) + struct.pack("<I", len(corners)) + rows.tobytes()


def _soup(facets: int) -> bytes:
    return _stl(np.random.default_rng(1).random((facets, 3, 3)) * 50)


def _copies(times: int, deep: int) -> str:
    groups = "".join(f'<g id="g{i}">' + f'<use href="#g{i - 1}"/>' * times + "</g>" for i in range(1, deep))
    return f'<defs><g id="g0"><rect width="9" height="9"/></g>{groups}</defs><use href="#g{deep - 1}"/>'


def _zipped(parts: dict[str, bytes]) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as zipped:
        for name, data in parts.items():
            zipped.writestr(name, data)
    return out.getvalue()


def _empty_lists(times: int) -> bytes:
    text = b'{"format": "archtop.studio", "version": 2, "tables": {"stock": [' + b"[]," * times + b"[]]}}"
    return _zipped({"studio.json": text})


def _grey(wide: int, high: int) -> bytes:
    out = io.BytesIO()
    Image.new("L", (wide, high), 90).save(out, "PNG")
    return out.getvalue()


_RECT = '<rect width="9" height="9"/>'
_DRAWINGS: dict[str, Callable[[], bytes]] = {
    "no drawing": lambda: b"drawing",
    "a drawing of nothing": lambda: _svg(""),
    "a million copies": lambda: _svg(_copies(10, 8)),
    "a drawing in itself": lambda: _svg('<g id="a"><use href="#a"/></g>'),
    "two drawings in each other": lambda: _svg('<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g>'),
    "five thousand groups in each other": lambda: _svg("<g>" * 5000 + _RECT + "</g>" * 5000),
    "thirty thousand squares": lambda: _svg('<rect width="1" height="1"/>' * 30_000),
    "sixty thousand curves": lambda: _svg('<path d="M0 0' + " C1 9 3 4 5 6" * 60_000 + 'Z"/>'),
    "a square of a million kilometres": lambda: _svg('<rect width="1e12" height="9"/>'),
    "a square turned by no number": lambda: _svg(f'<g transform="scale(nan)">{_RECT}</g>'),
    "a page of less than nothing": lambda: _svg(_RECT, 'width="-9mm" height="9mm" viewBox="0 0 9 9"'),
    "a circle of less than nothing": lambda: _svg('<circle cx="5" cy="5" r="-4"/>'),
    "a script": lambda: _svg(f"<script>alert(1)</script>{_RECT}"),
    "a picture from outside": lambda: _svg(f'<image href="https://example.org/a.png"/>{_RECT}'),
    "a name for a thousand names": lambda: (
        b'<!DOCTYPE svg [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;">]>'
        b'<svg xmlns="http://www.w3.org/2000/svg"><text>&b;</text></svg>'
    ),
}
_MESHES: dict[str, Callable[[], bytes]] = {
    "no mesh": lambda: b"mesh",
    "a mesh of nothing": lambda: b"solid nothing\nendsolid nothing\n",
    "four thousand million triangles": lambda: bytes(80) + struct.pack("<I", 4_000_000_000),
    "a corner nowhere": lambda: _stl(np.array([[[0, 0, 0], [10, 0, 0], [0, math.nan, math.inf]]])),
    "corners beyond the earth": lambda: _stl(np.random.default_rng(1).random((12, 3, 3)) * 1e38),
    "two triangles in a plane": lambda: _stl(np.array([[[0, 0, 0], [5, 0, 0], [0, 5, 0]], [[5, 5, 0]] * 3])),
}
_SOUPS = (20_000, 299_000)
_PHOTOGRAPHS: dict[str, Callable[[], bytes]] = {
    "no photograph": lambda: b"photograph",
    "the beginning of one": lambda: _grey(800, 600)[:200],
    "a page that says it is one": lambda: b"<html><script>alert(1)</script></html>",
    "a line of sixty million points": lambda: _grey(60_000_000, 1),
}
_STUDIOS: dict[str, Callable[[], bytes]] = {
    "no zip": lambda: b"studio",
    "the beginning of a zip": lambda: _empty_lists(10)[:60],
    "a zip of something else": lambda: _zipped({"notes.txt": b"x"}),
    "a way out of the folder": lambda: _zipped({"studio.json": b"{}", "../../etc/cron": b"x"}),
    "a document that is none": lambda: _zipped({"studio.json": b"studio"}),
    "a document of lists in each other": lambda: _zipped({"studio.json": b"[" * 100_000}),
    "three million lists of nothing": lambda: _empty_lists(3_000_000),
    "a table of nothings": lambda: _zipped(
        {"studio.json": b'{"format": "archtop.studio", "version": 2, "tables": {"stock": [null]}}'}
    ),
    "a photograph of zeros": lambda: _zipped({"studio.json": b"{}", "photos/a.jpg": bytes(26_000_000)}),
}


def files() -> Iterator[Given]:
    """Drawings, meshes, photographs and studios that are none, or much more than they seem."""
    ways: tuple[tuple[str, str, dict[str, Callable[[], bytes]]], ...] = (
        ("/read-outline", "a.svg", _DRAWINGS),
        ("/read-mesh", "a.stl", _MESHES),
        ("/read-mesh?hollow=true", "a.stl", _MESHES),
        ("/spoonful", "a.jpg", _PHOTOGRAPHS),
        ("/loaves/{loaf}/top-seen", "a.jpg", _PHOTOGRAPHS),
        ("/keeping/studio", "a.zip", _STUDIOS),
    )
    for path, name, table in ways:
        for what, made in table.items():
            yield Given(f"{path}: {what}", "POST", path, made(), file=("file", name))
    for facets in _SOUPS:
        # It is read, and said to be no solid.
        yield Given(
            f"a soup of {facets} triangles",
            "POST",
            "/read-mesh",
            _soup(facets),
            file=("file", "a.stl"),
            refused=False,
            heavy=True,
        )
    yield Given(
        "a document of fifty million lists",
        "POST",
        "/keeping/studio",
        _empty_lists(49_000_000),
        file=("file", "a.zip"),
        heavy=True,
    )
