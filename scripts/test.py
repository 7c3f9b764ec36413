"""What ./test does: prepare the machine, run every part, close with `N passed, N failed`."""

import json
import os
import re
import subprocess
import sys
import time
from dataclasses import dataclass
from pathlib import Path

from machine import (
    LOCAL,
    PYTHON,
    ROOT,
    VENV,
    Stop,
    any_free_port,
    front_ends,
    need_packages,
    node_packages,
    python_packages,
    say,
)
from postgres import Server

CHROMIUM = Path("/usr/bin/chromium")
ARABIC_FONT = Path("/usr/share/fonts/truetype/noto/NotoSansArabic-Regular.ttf")


@dataclass
class Part:
    """One check or one suite: how to run it, and how many tests its output tells of."""

    name: str
    command: list[str | Path]
    counts: str = "one"


PARTS = [
    Part("python lint", [VENV / "bin" / "ruff", "check", "."]),
    Part("python types", [VENV / "bin" / "mypy", "kindknock", "demo"]),
    Part("front-end lint", ["npx", "--no-install", "eslint", "button", "studio", "demo"]),
    Part("button types", ["npm", "run", "--silent", "check", "-w", "button"]),
    Part("studio types", ["npm", "run", "--silent", "check", "-w", "studio"]),
    Part("front-end tests", ["npx", "--no-install", "vitest", "run", "--reporter=json"], "vitest"),
    Part("migrations", [PYTHON, "manage.py", "makemigrations", "--check", "--dry-run"]),
    Part(
        "python tests",
        [
            PYTHON,
            "-W",
            "default::RuntimeWarning",
            "manage.py",
            "test",
            "kindknock",
            "demo",
            "--noinput",
            "--parallel",
            "2",
        ],
        "django",
    ),
    Part("journeys", [PYTHON, "manage.py", "test", "e2e", "--noinput", "--parallel", "2"], "django"),
]


def prepare() -> Server:
    missing = [
        name for name, path in (("chromium", CHROMIUM), ("fonts-noto-core", ARABIC_FONT)) if not path.exists()
    ]
    if missing:
        need_packages(missing)
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
            told = json.loads(output[output.index("{") :])
            return int(told["numPassedTests"]), max(int(told["numFailedTests"]), 0 if ok else 1)
        except (ValueError, KeyError):
            return 0, 1
    ran = re.search(r"^Ran (\d+) tests?", output, re.MULTILINE)
    total = int(ran.group(1)) if ran else 0
    bad = sum(int(number) for number in re.findall(r"(?:failures|errors|unexpected successes)=(\d+)", output))
    skipped = sum(int(number) for number in re.findall(r"skipped=(\d+)", output))
    if total == 0 or skipped:
        bad += 1
    return max(total - bad - skipped, 0), max(bad, 0 if ok else 1)


def main(names: list[str]) -> int:
    LOCAL.mkdir(exist_ok=True)
    server = prepare()
    passed = failed = 0
    env = {
        **os.environ,
        "DATABASE_URL": server.url,
        "KK_PRETEND": "1",
        "PYTHONPATH": str(ROOT),
        "NO_COLOR": "1",
    }
    for name in ("KK_ORIGIN", "KK_PRODUCTION", "KK_SECRET_KEY"):
        env.pop(name, None)
    try:
        for part in PARTS:
            if names and not any(name in part.name for name in names):
                continue
            began = time.monotonic()
            done = subprocess.run(
                [str(word) for word in part.command],
                cwd=ROOT,
                env=env,
                capture_output=True,
                text=True,
                check=False,
            )
            output = done.stdout + ("\n" + done.stderr if part.counts != "vitest" else "")
            good, bad = counted(part, output, done.returncode == 0)
            passed, failed = passed + good, failed + bad
            say(
                f"{'ok  ' if not bad else 'FAIL'} {part.name:16} {good:4} passed {bad:3} failed "
                f"{time.monotonic() - began:6.1f} s"
            )
            if bad:
                say((output + done.stderr).strip()[-6000:])
    finally:
        server.stop()
    if names:
        say(f"(only parts named like {', '.join(names)} ran)")
    say(f"{passed} passed, {failed} failed")
    return 1 if failed or not passed else 0


if __name__ == "__main__":
    try:
        sys.exit(main(sys.argv[1:]))
    except Stop as stop:
        print(stop, file=sys.stderr)
        print("0 passed, 1 failed")
        sys.exit(1)
