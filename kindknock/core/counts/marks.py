"""A crowd as marks one can count: each mark stands for so many, drawn once, where it ended."""

from dataclasses import dataclass

MOST_MARKS = 250
STEPS = (1, 2, 5)


@dataclass(frozen=True, slots=True)
class Marks:
    """How many one mark stands for, and how many marks walked on, looked and left, and knocked."""

    each: int
    walked_on: int
    left: int
    knocked: int


def marks(seen: int, opened: int, knocked: int) -> Marks:
    """The marks of a crowd. Their number is `seen` over `each`, rounded; the parts are shared out by largest
    remainder, so that no mark is drawn twice, and whoever knocked is drawn where there is one at all.
    """
    knocked = min(knocked, seen)
    opened = min(max(opened, knocked), seen)
    parts = (seen - opened, opened - knocked, knocked)
    each = _each(seen)
    total = round(seen / each)
    whole = [part // each for part in parts]
    # Who did more comes first where two remainders are alike.
    order = sorted(range(3), key=lambda at: (parts[at] % each, at), reverse=True)
    for at in order[: max(total - sum(whole), 0)]:
        whole[at] += 1
    if knocked and not whole[2] and total:
        whole[whole.index(max(whole))] -= 1
        whole[2] = 1
    return Marks(each, *whole)


def _each(seen: int) -> int:
    power = 1
    while True:
        for step in STEPS:
            if seen <= MOST_MARKS * step * power:
                return step * power
        power *= 10
