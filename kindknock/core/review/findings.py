"""What the careful look finds."""

from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True, slots=True)
class Finding:
    """`door`, `channel` and `person` are keys of the place; `fix` the code of the act that mends it."""

    code: str
    door: str = ""
    channel: str = ""
    fix: str = ""
    found: str = ""
    person: str = ""
    weight: Literal["blocks", "advises"] = "blocks"
