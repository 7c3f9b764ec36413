"""Makes the file a server is set up from: the application with its front ends built, without tests and tools.

    python3 scripts/make_release.py kind-knock.tar.gz

What git knows of the folders below, and `kindknock/built`. The server needs neither git nor Node.
"""

import subprocess
import sys
import tarfile
from pathlib import Path

from machine import ROOT, front_ends, need_node

WANTED = (
    "kindknock",
    "demo",
    "deploy",
    "docs",
    "requirements/app.txt",
    "manage.py",
    "CHANGELOG.md",
    "LICENSE",
)


def files() -> list[Path]:
    """Sorted, as paths from the root."""
    known = subprocess.run(
        ["git", "ls-files", *WANTED], cwd=ROOT, capture_output=True, text=True, check=True
    ).stdout.splitlines()
    built = [path.relative_to(ROOT) for path in (ROOT / "kindknock" / "built").rglob("*") if path.is_file()]
    return sorted(
        path
        for path in {*map(Path, known), *built}
        if "tests" not in path.parts and "screenshots" not in path.parts
    )


def main() -> None:
    if len(sys.argv) != 2:
        raise SystemExit("Name the file to make: scripts/make_release.py kind-knock.tar.gz")
    need_node()
    front_ends()
    with tarfile.open(sys.argv[1], "w:gz") as archive:
        for path in files():
            archive.add(ROOT / path, path)
    print(f"{sys.argv[1]}: {Path(sys.argv[1]).stat().st_size / 1e6:.1f} MB")


if __name__ == "__main__":
    main()
