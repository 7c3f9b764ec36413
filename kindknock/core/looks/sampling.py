"""The main colours of a picture or a page, for a brand colour out of a logo or of what stands already
(lightness and hue in OKLCH).

Where docs/rules.md is silent: see-through pixels don't count; greys, near-white and near-black count only
where nothing coloured covers a hundredth of the picture; colours closer than a glance tells apart
(0.08 in OKLab) are one.
"""

from collections import Counter
from collections.abc import Iterable

from coloraide import Color

from .colour import read_colour

Pixel = tuple[int, int, int, int]
"""Red, green, blue and opacity, each 0 to 255."""
MOST_COLOURS = 6
_NEAR = 0.08
_STEP = 16


def main_colours(pixels: Iterable[Pixel]) -> tuple[str, ...]:
    """Up to six colours as `#rrggbb`, the most covering coloured one first; empty for an empty picture."""
    counted: Counter[tuple[int, int, int]] = Counter()
    for red, green, blue, opacity in pixels:
        if opacity >= 128:
            counted[(red // _STEP, green // _STEP, blue // _STEP)] += 1
    total = sum(counted.values())
    if not total:
        return ()
    middle = _STEP // 2
    return _main(
        [
            (Color("srgb", [(part * _STEP + middle) / 255 for part in rgb]), count)
            for rgb, count in counted.most_common(400)
        ],
        total,
    )


def main_of_page(items: Iterable[tuple[str, int]]) -> tuple[str, ...]:
    """The same out of CSS colours with the area each covers, in CSS px; what is no colour doesn't count."""
    covered: Counter[str] = Counter()
    for css, area in items:
        if (colour := read_colour(css)) is not None and area > 0:
            covered[colour] += area
    return _main([(Color(colour), area) for colour, area in covered.most_common(400)], sum(covered.values()))


def _main(counted: list[tuple[Color, int]], total: int) -> tuple[str, ...]:
    groups: list[tuple[Color, int]] = []
    for item, count in counted:
        colour = item.convert("oklab")
        near = next(
            (at for at, (known, _) in enumerate(groups) if colour.distance(known, space="oklab") < _NEAR),
            None,
        )
        if near is None:
            groups.append((colour, count))
        else:
            groups[near] = (groups[near][0], groups[near][1] + count)
    groups.sort(key=lambda group: -group[1])
    coloured = [colour for colour, count in groups if _is_coloured(colour) and count * 100 >= total]
    chosen = coloured or [colour for colour, _ in groups]
    return tuple(
        str(colour.convert("srgb").fit("srgb").to_string(hex=True)) for colour in chosen[:MOST_COLOURS]
    )


def _is_coloured(colour: Color) -> bool:
    lch = colour.convert("oklch")
    return bool(lch["chroma"] >= 0.04 and 0.15 <= lch["lightness"] <= 0.95)
