"""What ./test does: prepare the machine, run every part, close with `N passed, N failed`.

`./test lint journeys` runs the parts named so, `./test axe` the journeys through every state of every screen;
`./test dates` runs the tests on other days, `./test fuzz` asks every route at random, each apart.
"""

import json
import os
import re
import subprocess
import sys
import time
from collections.abc import Mapping
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, field
from pathlib import Path

from dates import DAYS, JOURNEYS_ON, ahead_s
from machine import (
    LOCAL,
    PYTHON,
    ROOT,
    VENV,
    Stop,
    any_free_port,
    front_ends,
    need_libraries,
    need_packages,
    node_packages,
    python_packages,
    say,
)
from postgres import Server

CHROMIUM = Path("/usr/bin/chromium")
FIREFOX = Path("/usr/bin/firefox-esr")
ARABIC_FONT = Path("/usr/share/fonts/truetype/noto/NotoSansArabic-Regular.ttf")


@dataclass(frozen=True)
class Part:
    """One check or one suite: how to run it, how to read how many tests it ran, what its environment adds."""

    name: str
    command: tuple[str | Path, ...]
    counts: str = "one"
    env: Mapping[str, str] = field(default_factory=dict)


def _npx(*words: str) -> tuple[str, ...]:
    return ("npx", "--no-install", *words)


def _django(*words: str) -> tuple[str | Path, ...]:
    warnings = ("-W", "default::RuntimeWarning")
    return (PYTHON, *warnings, "manage.py", "test", *words, "--noinput", "--parallel", "2")


FRONT_ENDS = ("button/**/*.{ts,mjs,json}", "studio/**/*.{ts,vue,mjs,json,css,html}", "demo/**/*.{js,css}")
STATIC = (
    Part("front-end lint", _npx("eslint", "button", "studio", "demo")),
    Part("studio types", ("npm", "run", "--silent", "check", "-w", "studio")),
    Part("python types", (VENV / "bin" / "mypy", "kindknock", "demo")),
    Part("front-end tests", _npx("vitest", "run", "--reporter=json"), "vitest"),
    Part("front-end layout (lint)", _npx("prettier", "--check", *FRONT_ENDS)),
    Part("button types", ("npm", "run", "--silent", "check", "-w", "button")),
    Part("migrations", (PYTHON, "manage.py", "makemigrations", "--check", "--dry-run")),
    Part("python lint", (VENV / "bin" / "ruff", "check", ".")),
    Part("python layout (lint)", (VENV / "bin" / "ruff", "format", "--check", ".")),
)
"""Checks that need neither database nor browser: two at a time, the longest first."""
SUITES = (
    Part("python tests", _django("kindknock", "demo"), "django"),
    Part("journeys", _django("e2e"), "django"),
)

AXE = Part("axe, every state", _django("e2e.test_everybody"), "django")
FUZZ = (
    Part("fuzz, pages", _django("fuzz.test_front.Pages.test_no_page_makes_us_fall"), "django"),
    Part("fuzz, routes", _django("fuzz.test_routes.Routes.test_no_route_falls_over"), "django"),
)


def on_other_days() -> list[Part]:
    """The Python tests on twelve days, the journeys on two of them."""
    path = os.pathsep.join([str(ROOT / "scripts" / "travel"), str(ROOT)])

    def on(day: str, part: Part) -> Part:
        env = {"KK_TEST_AHEAD_S": ahead_s(DAYS[day]), "PYTHONPATH": path}
        return Part(f"{part.name}, {day}", part.command, part.counts, env)

    tests, journeys = SUITES
    return [*(on(day, tests) for day in DAYS), *(on(day, journeys) for day in JOURNEYS_ON)]


def prepare() -> Server:
    missing = [
        name
        for name, path in (
            ("chromium", CHROMIUM),
            ("fonts-noto-core", ARABIC_FONT),
            ("firefox-esr", FIREFOX),
        )
        if not path.exists()
    ]
    if missing:
        need_packages(missing)
    need_libraries()
    server = Server("pg-test", any_free_port(), quick=True)
    python_packages("app", "test")
    node_packages()
    front_ends()
    server.start()
    server.make_database(PYTHON)
    return server


def counted(part: Part, output: str, ok: bool) -> tuple[int, int]:
    """Passed and failed; a part that ran no test has failed."""
    if part.counts == "one":
        return (1, 0) if ok else (0, 1)
    if part.counts == "vitest":
        try:
            document = json.loads(output[output.index("{") :])
            return int(document["numPassedTests"]), max(int(document["numFailedTests"]), 0 if ok else 1)
        except (ValueError, KeyError):
            return 0, 1
    ran = re.search(r"^Ran (\d+) tests?", output, re.MULTILINE)
    total = int(ran.group(1)) if ran else 0
    bad = sum(int(number) for number in re.findall(r"(?:failures|errors|unexpected successes)=(\d+)", output))
    skipped = sum(int(number) for number in re.findall(r"skipped=(\d+)", output))
    if total == 0 or skipped:
        bad += 1
    return max(total - bad - skipped, 0), max(bad, 0 if ok else 1)


def parts_apart(names: list[str]) -> list[Part]:
    """What runs only when it is asked for by its name; empty for all else."""
    first = names[0] if names else ""
    if first == "dates":
        return [part for part in on_other_days() if all(name in part.name for name in names[1:])]
    if first == "axe":
        return [AXE]
    if first == "fuzz":
        python_packages("fuzz")
        return list(FUZZ)
    return []


@dataclass
class Tally:
    """What passed and failed so far, told part by part."""

    passed: int = 0
    failed: int = 0

    def run(self, part: Part, env: Mapping[str, str]) -> None:
        began = time.monotonic()
        done = subprocess.run(
            [str(word) for word in part.command],
            cwd=ROOT,
            env={**env, **part.env},
            capture_output=True,
            text=True,
            check=False,
        )
        output = done.stdout + ("\n" + done.stderr if part.counts != "vitest" else "")
        good, bad = counted(part, output, done.returncode == 0)
        self.passed, self.failed = self.passed + good, self.failed + bad
        state, seconds = "FAIL" if bad else "ok  ", time.monotonic() - began
        say(f"{state} {part.name:24} {good:4} passed {bad:3} failed {seconds:6.1f} s")
        if bad:
            whole = (output + done.stderr).strip()
            names = [line for line in whole.splitlines() if line.startswith(("FAIL:", "ERROR:"))]
            say("\n".join([*names, whole[-6000:]]))


def main(names: list[str]) -> int:
    LOCAL.mkdir(exist_ok=True)
    server = prepare()
    tally = Tally()
    env = {
        **os.environ,
        "DATABASE_URL": server.url,
        "KK_PRETEND": "1",
        "PYTHONPATH": str(ROOT),
        "NO_COLOR": "1",
    }
    for name in ("KK_ORIGIN", "KK_PRODUCTION", "KK_SECRET_KEY", "KK_TEST_AHEAD_S"):
        env.pop(name, None)

    def wanted(part: Part) -> bool:
        return not names or any(name in part.name for name in names)

    try:
        apart = parts_apart(names)
        if apart:
            for part in apart:
                tally.run(part, env)
        else:
            with ThreadPoolExecutor(2) as two:
                list(two.map(lambda part: tally.run(part, env), filter(wanted, STATIC)))
            for part in filter(wanted, SUITES):
                tally.run(part, env)
    finally:
        server.stop()
    if names:
        say(f"(only parts named like {', '.join(names)} ran)")
    say(f"{tally.passed} passed, {tally.failed} failed")
    return 1 if tally.failed or not tally.passed else 0


if __name__ == "__main__":
    try:
        sys.exit(main(sys.argv[1:]))
    except Stop as stop:
        print(stop, file=sys.stderr)
        print("0 passed, 1 failed")
        sys.exit(1)
