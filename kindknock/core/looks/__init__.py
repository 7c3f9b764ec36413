"""Colours, shapes and places, written as CSS."""

from .colour import contrast, palette_of, read_colour
from .css import css_of
from .own_css import read_own_css

__all__ = ["contrast", "css_of", "palette_of", "read_colour", "read_own_css"]
