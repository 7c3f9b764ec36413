"""The limits on laid-out lines: how long a line, a function, a module, a component may be."""

import ast
import re
import subprocess
from collections.abc import Iterator
from pathlib import Path

from django.test import SimpleTestCase

ROOT = Path(__file__).resolve().parents[3]
COLUMNS = 110
MODULE, FUNCTION, TESTS, COMPONENT, BUTTON = 500, 60, 600, 250, 250
# Names that fit anything; eslint knows them too.
EMPTY_NAMES = {"one", "said", "told"}
# The card is one function over one state: each further cut into modules was measured to send 30 to 190
# bytes more to every visitor who opens it, out of 9 kB.
ALLOWED = {"button/src/card.ts": 330}
GENERATED = re.compile(r"/migrations/|\.gen\.|/built/|/dist/")
TABLE = re.compile(r"^\s*# fmt: off$.*?^\s*# fmt: on$", re.DOTALL | re.MULTILINE)


def files(*patterns: str) -> Iterator[Path]:
    """What git tracks or would, as it stands in the work tree."""
    output = subprocess.run(
        ["git", "ls-files", "-co", "--exclude-standard", *patterns],
        cwd=ROOT,
        capture_output=True,
        text=True,
        check=True,
    )
    for name in output.stdout.splitlines():
        if not GENERATED.search(name) and (ROOT / name).exists():
            yield ROOT / name


def is_test(path: Path) -> bool:
    return bool({"tests", "e2e"} & set(path.relative_to(ROOT).parts))


def lines(path: Path) -> list[str]:
    return path.read_text(encoding="utf-8").splitlines()


class Limits(SimpleTestCase):
    def assert_none(self, found: list[str]) -> None:
        self.assertEqual(found, [], "\n".join(found))

    def test_no_line_passes_the_margin_but_in_a_table(self) -> None:
        found = []
        for path in files("*.py", "*.ts", "*.vue", "*.css", "*.mjs"):
            if path.name.endswith("style.ts"):
                continue  # the button's styles, written as they are sent
            text = TABLE.sub(
                lambda table: "\n" * table.group(0).count("\n"), path.read_text(encoding="utf-8")
            )
            found += [
                f"{path.relative_to(ROOT)}:{number} has {len(line)} columns"
                for number, line in enumerate(text.splitlines(), 1)
                if len(line) > COLUMNS
            ]
        self.assert_none(found)

    def test_modules_functions_and_tests_stay_small(self) -> None:
        found = []
        for path in files("*.py"):
            most = TESTS if is_test(path) else MODULE
            if len(lines(path)) > most:
                found.append(f"{path.relative_to(ROOT)} has {len(lines(path))} lines")
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef) and not is_test(path):
                    length = (node.end_lineno or node.lineno) - node.lineno + 1
                    if length > FUNCTION:
                        found.append(f"{path.relative_to(ROOT)}: {node.name} has {length} lines")
        self.assert_none(found)

    def test_components_and_the_buttons_modules_stay_small(self) -> None:
        found = []
        for pattern, most in (("studio/src/*.vue", COMPONENT), ("button/src/*.ts", BUTTON)):
            found += [
                f"{path.relative_to(ROOT)} has {len(lines(path))} lines"
                for path in files(pattern)
                if len(lines(path)) > ALLOWED.get(str(path.relative_to(ROOT)), most)
            ]
        self.assert_none(found)

    def test_names_say_what_they_hold(self) -> None:
        found = []
        for path in files("*.py"):
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                if isinstance(node, ast.Name | ast.arg):
                    name = node.id if isinstance(node, ast.Name) else node.arg
                    if name in EMPTY_NAMES:
                        found.append(f"{path.relative_to(ROOT)}:{node.lineno}: {name}")
        self.assert_none(found)

    def test_nothing_points_to_a_document_that_is_not_here(self) -> None:
        elsewhere = re.compile(r"\b(?:RULES|PRODUCT|ARCHITECTURE|STYLE|LOOK)(?:\.md|'s| \d)")
        self.assert_none(
            [
                f"{path.relative_to(ROOT)}: {found.group()}"
                for path in files("*.py", "*.ts", "*.vue", "*.json", "*.md", "*.sh", "*.toml")
                if (found := elsewhere.search(path.read_text(encoding="utf-8"))) and path != Path(__file__)
            ]
        )
