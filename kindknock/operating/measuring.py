"""Each process leaves what it measured in a folder, every few seconds; one other reads them all together.

A process that has ended keeps its counts there, so that they never go back.
"""

import contextlib
import json
import os
import threading
import time
from collections.abc import Iterator
from dataclasses import dataclass, field
from pathlib import Path
from typing import Any

from kindknock import measures
from kindknock.onsite.cache import cache

EVERY_S, SILENT_S = 3.0, 20.0
ENDED = "ended.json"


@dataclass(slots=True)
class Measured:
    """Of all processes: their answers; and of those that live, how many, the sites they hold, for how many
    seconds the worst of them has gone unconfirmed, and how many hear of changes.
    """

    answers: list[dict[str, Any]] = field(default_factory=list)
    processes: int = 0
    held: int = 0
    age_s: float = 0.0
    listening: int = 0


def leave_in(folder: Path) -> threading.Thread:
    """Begin to leave what this process measures there, until it ends."""
    folder.mkdir(parents=True, exist_ok=True)

    def go_on() -> None:
        while True:
            time.sleep(EVERY_S)
            # A full disk must not end it.
            with contextlib.suppress(OSError):
                _write(folder / f"{os.getpid()}.json", of_this_process())

    thread = threading.Thread(target=go_on, name="kk-measures", daemon=True)
    thread.start()
    return thread


def of_this_process() -> dict[str, Any]:
    return {
        "answers": measures.snapshot(),
        "held": cache.count(),
        "age_s": cache.age_s(),
        "listening": not cache.is_deaf,
    }


def read_all(folder: Path) -> Measured:
    """What all processes left there. Those that ended are put together in one file."""
    found, now = Measured(), time.time()
    ended = _read(folder / ENDED).get("answers", [])
    rows = list(ended)
    gone: list[Path] = []
    for path, left in _files(folder):
        rows += left["answers"]
        if not _lives(int(path.stem)):
            gone.append(path)
            ended += left["answers"]
        elif now - path.stat().st_mtime < SILENT_S:
            found.processes += 1
            found.held += left["held"]
            found.age_s = max(found.age_s, left["age_s"])
            found.listening += left["listening"]
    if gone:
        _write(folder / ENDED, {"answers": measures.merged(ended)})
        for path in gone:
            path.unlink(missing_ok=True)
    found.answers = measures.merged(rows)
    return found


def _files(folder: Path) -> Iterator[tuple[Path, dict[str, Any]]]:
    for path in sorted(folder.glob("*.json")):
        if path.stem.isdecimal() and (left := _read(path)):
            yield path, left


def _lives(pid: int) -> bool:
    try:
        os.kill(pid, 0)
    except ProcessLookupError:
        return False
    except PermissionError:
        return True
    return True


def _read(path: Path) -> dict[str, Any]:
    try:
        read: dict[str, Any] = json.loads(path.read_text(encoding="utf-8"))
    except (OSError, ValueError):
        return {}
    return read


def _write(path: Path, values: dict[str, Any]) -> None:
    part = path.with_suffix(".part")
    part.write_text(json.dumps(values), encoding="utf-8")
    part.rename(path)
