"""Gel: how warm a setting loaf gets inside, whether it gels, and how much of it."""

from archtop.core.gel.gelling import COVERS, GelFilm, GelPlan, Setting, film_of, gel_of

__all__ = ["COVERS", "GelFilm", "GelPlan", "Setting", "film_of", "gel_of"]
