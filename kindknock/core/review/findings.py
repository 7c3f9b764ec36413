"""What the careful look finds."""

from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True, slots=True)
class Finding:
    """`door`, `channel`, `person` and `about` (an answer or signposts) are keys of the place; `fix` the code
    of the act that mends it.
    """

    code: str
    door: str = ""
    channel: str = ""
    fix: str = ""
    found: str = ""
    person: str = ""
    about: str = ""
    weight: Literal["blocks", "advises"] = "blocks"
