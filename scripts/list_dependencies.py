"""Lists what the product is made with: edition, age, licence, keeper, and holes that are known.

    .venv/bin/python scripts/list_dependencies.py [--write]

Python packages from what is installed and the index `pip` is set to; npm packages from `npm`. What can't be
found out stands as *not known*, never as nothing. With --write the table of docs/dependencies.md is made
anew; exit code 1 where a hole is known.
"""

import json
import re
import subprocess
import sys
import urllib.request
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass
from importlib.metadata import PackageMetadata, distribution
from pathlib import Path
from typing import Any

sys.path.insert(0, str(Path(__file__).resolve().parent))

from machine import PYTHON, ROOT

PAGE = ROOT / "docs" / "dependencies.md"
UNKNOWN = "not known"
PATIENCE_S = 20


@dataclass(frozen=True, slots=True)
class Dependency:
    """`holes` are ids of advisories; None where nobody could be asked."""

    name: str
    version: str
    since: str
    licence: str
    keeper: str
    holes: tuple[str, ...] | None

    def row(self) -> str:
        holes = UNKNOWN if self.holes is None else ", ".join(self.holes) or "none"
        return f"| {self.name} | {self.version} | {self.since} | {self.licence} | {self.keeper} | {holes} |"


def python_packages() -> list[Dependency]:
    """What the server runs with, by the lock."""
    lock = (ROOT / "requirements" / "app.txt").read_text(encoding="utf-8")
    pinned = re.findall(r"^([a-z0-9][a-z0-9._-]*)==(\S+)", lock, re.M | re.I)
    index = subprocess.run(
        [PYTHON, "-c", "from pip._internal.models.index import PyPI; print(PyPI.url.rstrip(chr(47)))"],
        capture_output=True,
        text=True,
        check=True,
    ).stdout.strip()
    with ThreadPoolExecutor(8) as pool:
        return list(pool.map(lambda each: _python_package(index, *each), pinned))


def _python_package(index: str, name: str, version: str) -> Dependency:
    about = distribution(name).metadata
    since, holes = UNKNOWN, None
    files = _asked(f"{index}/simple/{name}/").get("files", [])
    plain = name.replace("-", "_").lower()
    ages = [file["upload-time"] for file in files if _is_of(file["filename"], plain, version)]
    if ages:
        since = min(ages)[:10]
    about_it = _asked(f"{index}/pypi/{name}/{version}/json")
    if "vulnerabilities" in about_it:
        holes = tuple(each["id"] for each in about_it["vulnerabilities"] if not each.get("withdrawn"))
    return Dependency(name, version, since, _licence(about), _keeper(about), holes)


def _is_of(file: str, name: str, version: str) -> bool:
    return file.lower().replace("-", "_").replace(".", "_").startswith(f"{name}_{version}_".replace(".", "_"))


def _asked(address: str) -> dict[str, Any]:
    """What an index answers in JSON (PEP 691, PEP 700); empty where it doesn't."""
    wanted = urllib.request.Request(address, headers={"Accept": "application/vnd.pypi.simple.v1+json"})
    try:
        with urllib.request.urlopen(wanted, timeout=PATIENCE_S) as answer:
            read: dict[str, Any] = json.load(answer)
    except (OSError, ValueError):
        return {}
    return read


def _licence(about: PackageMetadata) -> str:
    named = about.get("License-Expression") or about.get("License") or ""
    if not named or len(named) > 60:
        classes = [each for each in about.get_all("Classifier") or [] if each.startswith("License ::")]
        named = classes[0].rpartition(":: ")[2] if classes else UNKNOWN
    return named.splitlines()[0]


def _keeper(about: PackageMetadata) -> str:
    """A project's or a group's name; people's own names and addresses stay out."""
    links = dict(each.split(", ", 1) for each in about.get_all("Project-URL") or [] if ", " in each)
    for link in [*links.values(), about.get("Home-page") or ""]:
        found = re.search(r"//[^/]*(?:git\w+|codeberg|sr)\.[a-z]+/([\w.-]+)", link)
        if found:
            return found.group(1)
    return UNKNOWN


def npm_packages() -> list[Dependency]:
    """What the front ends ship with: what `package.json` of studio and button name as needed."""
    wanted: dict[str, str] = {}
    for folder in ("studio", "button"):
        wanted |= json.loads((ROOT / folder / "package.json").read_text()).get("dependencies", {})
    audit = _npm("audit", "--omit=dev", "--json")
    holes = audit.get("vulnerabilities") if audit else None
    return [_npm_package(name, holes) for name in sorted(wanted)]


def _npm_package(name: str, holes: dict[str, object] | None) -> Dependency:
    places = [ROOT / folder / "node_modules" / name / "package.json" for folder in (".", "studio", "button")]
    about = json.loads(next(place for place in places if place.exists()).read_text())
    times = _npm("view", name, "time", "--json") or {}
    repository = about.get("repository") or ""
    link = repository if isinstance(repository, str) else repository.get("url", "")
    found = re.search(r"[:/]([\w.-]+)/[\w.-]+$", link)
    known = None if holes is None else ((f"see npm audit: {name}",) if name in holes else ())
    return Dependency(
        name,
        about["version"],
        str(times.get(about["version"], UNKNOWN))[:10],
        str(about.get("license", UNKNOWN)),
        found.group(1) if found else UNKNOWN,
        known,
    )


def _npm(*words: str) -> dict[str, object] | None:
    output = subprocess.run(
        ["npm", *words], cwd=ROOT, capture_output=True, text=True, check=False, timeout=120
    ).stdout
    try:
        read = json.loads(output)
    except ValueError:
        return None
    return read if isinstance(read, dict) and "error" not in read else None


def main() -> int:
    found = [*python_packages(), *npm_packages()]
    head = ["| package | edition | of | licence | kept by | known holes |", "|---|---|---|---|---|---|"]
    table = "\n".join([*head, *(each.row() for each in found)])
    if "--write" in sys.argv:
        before, mark, rest = PAGE.read_text(encoding="utf-8").partition("<!-- packages -->\n")
        after = rest.partition("<!-- /packages -->")[2]
        PAGE.write_text(f"{before}{mark}{table}\n<!-- /packages -->{after}", encoding="utf-8")
    else:
        print(table)
    holes = [each for each in found if each.holes]
    for each in holes:
        print(f"{each.name} {each.version}: {', '.join(each.holes or ())}", file=sys.stderr)
    return 1 if holes else 0


if __name__ == "__main__":
    sys.exit(main())
