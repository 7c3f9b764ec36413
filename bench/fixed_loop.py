"""The unit of the figures: a fixed pure-Python loop that took about 40 µs on the machine they were first
taken on.
"""

import time
from collections.abc import Callable


def loop() -> int:
    total = 0
    for n in range(1000):
        total += n & 7
    return total


def measured(work: Callable[[], object], rounds: int = 15, least_s: float = 0.02) -> float:
    """Median seconds a call, interleaved by the caller with the loop's."""
    calls, took = 1, 0.0
    while True:
        began = time.perf_counter()
        for _ in range(calls):
            work()
        took = time.perf_counter() - began
        if took >= least_s:
            break
        calls *= 2
    times = []
    for _ in range(rounds):
        began = time.perf_counter()
        for _ in range(calls):
            work()
        times.append((time.perf_counter() - began) / calls)
    return sorted(times)[len(times) // 2]


def in_loops(work: Callable[[], object], slices: int = 7) -> float:
    """How many loops one call takes: the median over slices that alternate between the two."""
    ratios = []
    for _ in range(slices):
        unit = measured(loop, 3)
        ratios.append(measured(work, 3) / unit)
    return sorted(ratios)[len(ratios) // 2]
