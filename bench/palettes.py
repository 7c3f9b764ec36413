"""The worst contrast among ten thousand palettes of random colours, light and dark. Fails if any pair of
any doesn't read.

.venv/bin/python bench/palettes.py [COUNT]
"""

import random
import sys
from pathlib import Path

ROOT = Path(__file__).resolve().parents[1]
sys.path.insert(0, str(ROOT))

from kindknock.core.looks import palette_of
from kindknock.core.looks.colour import PAIRS, ratio


def main(count: int) -> int:
    chance = random.Random(1174960)
    worst: dict[str, tuple[float, str]] = {}
    for _ in range(count):
        brand = f"#{chance.randrange(0x1000000):06x}"
        for dark in (False, True):
            palette = palette_of(brand, dark=dark)
            for name, ink, ground, wanted in PAIRS:
                found = ratio(getattr(palette, ink), getattr(palette, ground)) / wanted
                if found < worst.get(name, (99.0, ""))[0]:
                    worst[name] = (found, f"{brand}{' dark' if dark else ''}")
    for name, _, _, wanted in PAIRS:
        share, brand = worst[name]
        print(f"{name:14} {share * wanted:5.2f} : 1, wanted {wanted} : 1, at {brand}")
    return 0 if all(share >= 1 for share, _ in worst.values()) else 1


if __name__ == "__main__":
    sys.exit(main(int(sys.argv[1]) if len(sys.argv) > 1 else 10_000))
