"""What pictures weigh before and after they are encoded anew, and how long that takes against a fixed loop.

.venv/bin/python bench/pictures.py
"""

import io
import random
import sys
import time
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path[:0] = [str(ROOT), str(ROOT / "bench")]

from fixed_loop import loop, measured
from PIL import Image, ImageDraw, ImageFilter

from kindknock.pictures.encoding import encode


def a_photo(width: int, height: int) -> Image.Image:
    """Something with the grain and soft edges of a photograph, always the same."""
    chance = random.Random(141)
    image = Image.new("RGB", (width, height), "#c9b79c")
    draw = ImageDraw.Draw(image)
    for _ in range(220):
        x, y, size = chance.randrange(width), chance.randrange(height), chance.randrange(20, width // 4)
        draw.ellipse((x, y, x + size, y + size // 2), fill=tuple(chance.randrange(256) for _ in range(3)))
    grain = Image.effect_noise((width, height), 26).convert("RGB")
    return Image.blend(image.filter(ImageFilter.GaussianBlur(9)), grain, 0.12)


def a_logo(size: int) -> Image.Image:
    image = Image.new("RGBA", (size, size), (0, 0, 0, 0))
    draw = ImageDraw.Draw(image)
    draw.ellipse((8, 8, size - 8, size - 8), outline="#5e1f38", width=size // 14)
    for n in range(12):
        draw.line(
            (size // 2, size // 2, size // 2 + int(size * 0.4 * ((n % 4) - 1.5) / 1.5), n * size // 12),
            fill="#5e1f38",
            width=6,
        )
    return image


def main() -> None:
    one_loop = measured(loop)
    for name, image, kind, more in (
        ("photo, 3000 x 2000, JPEG", a_photo(3000, 2000), "JPEG", {"quality": 92}),
        ("photo, 1600 x 450, PNG", a_photo(1600, 450), "PNG", {}),
        ("logo, 1200 x 1200, PNG", a_logo(1200), "PNG", {}),
    ):
        out = io.BytesIO()
        image.save(out, kind, **more)
        began = time.perf_counter()
        found = encode(out.getvalue())
        took = time.perf_counter() - began
        sizes = ", ".join(
            f"{size} px {mime.removeprefix('image/')} {len(body) / 1000:.1f} kB"
            for (size, mime), body in found.files.items()
        )
        print(f"{name}: {len(out.getvalue()) / 1000:.0f} kB in; {sizes}; {took / one_loop:.0f} loops")


if __name__ == "__main__":
    main()
