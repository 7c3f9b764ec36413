"""The arrows: who may import whom, and what the core must never touch."""

import ast
import re
from pathlib import Path

from django.test import SimpleTestCase

ROOT = Path(__file__).resolve().parents[2]
# Each room may import those before it, and itself. Config and the two edges may import everything below.
ORDER = [
    "core",
    "accounts",
    "sites",
    "pictures",
    "people",
    "answers",
    "doors",
    "footfall",
    "guestbook",
    "asked_again",
    "team",
    "standins",
    "onsite",
    "studio_api",
    "operating",
    "config",
]
# Within the core, alike.
CORE = [
    "errors",
    "folding",
    "time",
    "addresses",
    "pages",
    "fitting",
    "setup",
    "words",
    "guests",
    "answers",
    "asked_again",
    "asks",
    "looks",
    "visit",
    "drafts",
    "review",
    "counts",
    "notices",
    "formats",
    "found",
    "asking",
]
APART = {("onsite", "studio_api")}
FORBIDDEN_IN_CORE = {
    "django",
    "kindknock",
    "os",
    "sys",
    "pathlib",
    "socket",
    "subprocess",
    "time",
    "urllib.request",
    "random",
    "requests",
    "psycopg",
    "threading",
    "logging",
    "tempfile",
}
CLOCKS = {"now", "today", "utcnow", "open"}  # and files, by whatever module


def imports_of(file: Path, package: str) -> list[str]:
    out = []
    for node in ast.walk(ast.parse(file.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Import):
            out += [alias.name for alias in node.names]
        elif isinstance(node, ast.ImportFrom):
            base = (
                ".".join(package.split(".")[: len(package.split(".")) - node.level + 1]) if node.level else ""
            )
            out.append(".".join(part for part in (base, node.module or "") if part))
    return out


def modules() -> list[tuple[str, Path]]:
    return [
        (".".join(["kindknock", *file.relative_to(ROOT).parent.parts]), file)
        for file in ROOT.rglob("*.py")
        if not {"tests", "migrations", "built"} & set(file.relative_to(ROOT).parts)
    ]


class Arrows(SimpleTestCase):
    def test_every_import_follows_the_arrows(self) -> None:
        for package, file in modules():
            room = file.relative_to(ROOT).parts[0]
            if room not in ORDER:
                continue
            for name in imports_of(file, package):
                target = name.split(".")[1] if name.startswith("kindknock.") else ""
                if target in ORDER:
                    with self.subTest(file=str(file.relative_to(ROOT)), imports=name):
                        self.assertLessEqual(ORDER.index(target), ORDER.index(room))
                        self.assertNotIn((room, target), APART)
                self.assertFalse(name.startswith("demo") and room != "config", f"{file} imports the demo")

    def test_core_has_no_django_no_clock_no_io(self) -> None:
        for package, file in modules():
            if file.relative_to(ROOT).parts[0] != "core":
                continue
            for name in imports_of(file, package):
                with self.subTest(file=file.name, imports=name):
                    own = name.startswith("kindknock.core")
                    self.assertTrue(
                        own or not any(name == bad or name.startswith(bad + ".") for bad in FORBIDDEN_IN_CORE)
                    )
            tree = ast.parse(file.read_text(encoding="utf-8"))
            called = {
                node.func.attr
                for node in ast.walk(tree)
                if isinstance(node, ast.Call) and isinstance(node.func, ast.Attribute)
            }
            opened = {
                node.func.id
                for node in ast.walk(tree)
                if isinstance(node, ast.Call) and isinstance(node.func, ast.Name)
            } & {"open", "print", "input"}
            self.assertFalse(called & CLOCKS or opened, file.name)

    def test_every_import_within_core_follows_its_rooms(self) -> None:
        arrows = set()
        for package, file in modules():
            parts = file.relative_to(ROOT).parts
            if parts[0] != "core" or (len(parts) == 2 and parts[1] == "__init__.py"):
                continue
            room = parts[1].removesuffix(".py")
            for name in imports_of(file, package):
                if name.startswith("kindknock.core."):
                    arrows.add((room, name.split(".")[2]))
        self.assertGreater(len(arrows), 30)
        self.assertEqual({room for arrow in arrows for room in arrow} - set(CORE), set())
        wrong = sorted(arrow for arrow in arrows if CORE.index(arrow[1]) > CORE.index(arrow[0]))
        self.assertEqual(wrong, [])

    def test_only_the_clock_asks_what_time_it_is(self) -> None:
        asking = re.compile(r"\b(?:datetime\.(?:now|utcnow|today)|date\.today|timezone\.(?:now|localdate))\(")
        self.assertRegex((ROOT / "clock.py").read_text(encoding="utf-8"), asking)
        found = [
            str(file.relative_to(ROOT))
            for _, file in modules()
            if file.name != "clock.py" and asking.search(file.read_text(encoding="utf-8"))
        ]
        self.assertEqual(found, [])
