"""Arch Top plans decorative cold-process loaves."""

__version__ = "0.1.0"
