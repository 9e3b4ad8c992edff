"""Outlines and solids from files: SVG drawings and STL meshes, hostile ones refused."""

from archtop.core.reading.stl import STL_LIMIT_BYTES, ReadMesh, read_stl
from archtop.core.reading.svg import SVG_LIMIT_BYTES, ReadOutline, read_svg

__all__ = ["STL_LIMIT_BYTES", "SVG_LIMIT_BYTES", "ReadMesh", "ReadOutline", "read_stl", "read_svg"]
