"""Reads what is uploaded as a picture and encodes it anew, so that nothing of the file itself is ever served.

Turned as its camera held it, its metadata gone; each size in AVIF, WebP and a fall-back that every browser
reads. A drawing (SVG) is kept as it is if nothing in it runs or loads, and served so that nothing could.
Bounded in bytes and pixels.
"""

import io
import warnings
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

from lxml import etree
from PIL import Image, ImageOps, UnidentifiedImageError

from kindknock.core.looks.sampling import main_colours

MOST_BYTES = 8_000_000
MOST_DRAWING_BYTES = 200_000
MOST_DRAWN = 20_000
MOST_PIXELS = 16_000_000
"""After decoding; what decoding costs in memory and time goes by it, not by the bytes of a file."""
MOST_JPEG_PIXELS = 64_000_000
"""A JPEG as its camera made it: it is decoded reduced, by its own format, to far fewer."""
SIZES = (96, 384, 768)
"""Longest side in px: a face or mark at two to one, a logo, a banner."""
AVIF, WEBP, PNG, JPEG, SVG = "image/avif", "image/webp", "image/png", "image/jpeg", "image/svg+xml"
_FORMATS = {"PNG", "JPEG", "WEBP", "AVIF", "GIF", "BMP"}
_QUALITY = {"AVIF": 62, "WEBP": 80, "JPEG": 84}
_DRAWN = frozenset(
    [
        "svg",
        "g",
        "path",
        "rect",
        "circle",
        "ellipse",
        "line",
        "polyline",
        "polygon",
        "title",
        "desc",
        "defs",
        "lineargradient",
        "radialgradient",
        "stop",
        "clippath",
        "mask",
        "use",
        "symbol",
        "text",
        "tspan",
        "style",
        "metadata",
        "pattern",
    ]
)

Why = Literal[
    "too_large",
    "too_many_pixels",
    "animated",
    "broken",
    "not_a_picture",
    "script_in_it",
    "too_small",
    "shelf_full",
    "busy",
]


class PictureRefused(Exception):
    """What can't be taken; `code` says why."""

    def __init__(self, code: Why) -> None:
        super().__init__(code)
        self.code: Why = code


@dataclass(frozen=True, slots=True)
class Encoded:
    """A picture ready to store: files by (size, MIME type). A drawing has one, of size 0."""

    width: int
    height: int
    colours: tuple[str, ...]
    files: Mapping[tuple[int, str], bytes]


def encode(body: bytes) -> Encoded:
    """Read and encode anew. Raises PictureRefused."""
    if len(body) > MOST_BYTES:
        raise PictureRefused("too_large")
    head = body[:1000].lstrip(b"\xef\xbb\xbf \t\r\n").lower()
    if head.startswith((b"<svg", b"<?xml", b"<!--", b"<!doctype svg")) and b"<svg" in body[:4000].lower():
        return _drawing(body)
    return _raster(body)


def _raster(body: bytes) -> Encoded:
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore", Image.DecompressionBombWarning)
            found = Image.open(io.BytesIO(body), formats=list(_FORMATS))
        if found.width * found.height > (MOST_JPEG_PIXELS if found.format == "JPEG" else MOST_PIXELS):
            raise PictureRefused("too_many_pixels")
        if getattr(found, "n_frames", 1) > 1:
            raise PictureRefused("animated")
        found.draft("RGB", (SIZES[-1] * 2, SIZES[-1] * 2))
        if found.width * found.height > MOST_PIXELS:
            raise PictureRefused("too_many_pixels")
        image = ImageOps.exif_transpose(found)
        image.load()
    except UnidentifiedImageError:
        raise PictureRefused("not_a_picture") from None
    except Image.DecompressionBombError:
        raise PictureRefused("too_many_pixels") from None
    except (OSError, SyntaxError, ValueError, EOFError, MemoryError):
        raise PictureRefused("broken") from None
    if min(image.size) < 8:
        raise PictureRefused("too_small")
    has_alpha = image.mode in ("RGBA", "LA", "PA") or "transparency" in image.info
    image = image.convert("RGBA" if has_alpha else "RGB")
    files: dict[tuple[int, str], bytes] = {}
    for size in SIZES:
        smaller = image.copy()
        smaller.thumbnail((size, size), Image.Resampling.LANCZOS)
        for kind, format_ in ((AVIF, "AVIF"), (WEBP, "WEBP"), (PNG, "PNG") if has_alpha else (JPEG, "JPEG")):
            files[size, kind] = _written(smaller, format_)
    return Encoded(image.width, image.height, _colours(image), files)


def _written(image: Image.Image, format_: str) -> bytes:
    out = io.BytesIO()
    image.save(
        out, format_, **({"quality": _QUALITY[format_]} if format_ in _QUALITY else {"optimize": True})
    )
    return out.getvalue()


def _colours(image: Image.Image) -> tuple[str, ...]:
    small = image.convert("RGBA")
    small.thumbnail((64, 64))
    flat = small.tobytes()
    pixels = zip(flat[0::4], flat[1::4], flat[2::4], flat[3::4], strict=True)
    return main_colours(pixels)


def _drawing(body: bytes) -> Encoded:
    """A drawing in which nothing runs, loads or leads away: elements that draw, references within it only."""
    if len(body) > MOST_DRAWING_BYTES:
        raise PictureRefused("too_large")
    if b"<!entity" in body.lower():
        raise PictureRefused("script_in_it")
    try:
        root = etree.fromstring(
            body, etree.XMLParser(resolve_entities=False, no_network=True, huge_tree=False)
        )
    except etree.XMLSyntaxError:
        raise PictureRefused("broken") from None
    for element in root.iter():
        name = etree.QName(element).localname.lower() if isinstance(element.tag, str) else ""
        if isinstance(element, etree._Comment):
            continue
        words = " ".join([*(str(value) for value in element.attrib.values()), element.text or ""]).lower()
        reaches = any(
            str(key).lower().endswith("href") and not str(value).startswith("#")
            for key, value in element.attrib.items()
        )
        runs = name not in _DRAWN or any(
            etree.QName(str(key)).localname.lower().startswith("on") for key in element.attrib
        )
        if (
            runs
            or reaches
            or "javascript:" in words
            # A style can write any letter as its number, and so any of the words looked for here.
            or "\\" in words
            or "@import" in words
            or ("url(" in words and "url(#" not in words.replace("'", "").replace('"', ""))
        ):
            raise PictureRefused("script_in_it")
    if _drawn_times(root) > MOST_DRAWN:
        raise PictureRefused("too_many_pixels")
    width, height = _box(root)
    return Encoded(width, height, _named_colours(root), {(0, SVG): body})


def _drawn_times(root: "etree._Element") -> int:
    """How many elements a browser draws, each `use` as all that it stands for; more than MOST_DRAWN where
    they stand for each other.
    """
    by_id = {str(element.get("id")): element for element in root.iter() if element.get("id")}
    known: dict[str, int] = {}

    def counted(element: "etree._Element", above: frozenset[str]) -> int:
        total = 0
        for each in element.iter():
            total += 1
            if not isinstance(each.tag, str) or etree.QName(each).localname.lower() != "use":
                continue
            name = next((str(v)[1:] for k, v in each.attrib.items() if str(k).lower().endswith("href")), "")
            if name in above or total > MOST_DRAWN:
                return MOST_DRAWN + 1
            if name in by_id:
                if name not in known:
                    known[name] = counted(by_id[name], above | {name})
                total += known[name]
        return total

    return counted(root, frozenset())


def _box(root: "etree._Element") -> tuple[int, int]:
    try:
        _, _, width, height = (float(part) for part in (root.get("viewBox") or "").replace(",", " ").split())
    except ValueError:
        width = height = 100.0
    return max(round(width), 1), max(round(height), 1)


def _named_colours(root: "etree._Element") -> tuple[str, ...]:
    from kindknock.core.looks.sampling import main_of_page

    return main_of_page(
        (str(element.get(name)), 1)
        for element in root.iter()
        for name in ("fill", "stroke")
        if element.get(name)
    )
