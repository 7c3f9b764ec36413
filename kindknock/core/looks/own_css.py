"""The owner's own CSS for the button and card: what is let through, and a sentence's code for what isn't.

It is read as CSS Syntax 3 (by tinycss2) and written anew from what was understood. Let through are rules
on our named parts (docs/formats/own-css.md), also within `@media`; kept out is whatever could reach beyond
the parts: `:host`, other elements, `url()`, `@import`, and what moves a part over the page. Whatever is
dropped is told with its line.
"""

from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

import tinycss2

PARTS = (
    "door",
    "label",
    "ring",
    "plate",
    "nudge",
    "card",
    "heading",
    "help",
    "to",
    "face",
    "who",
    "row",
    "note",
    "ways",
    "way",
    "small",
    "close",
    "banner",
    "logo",
)
"""Names as an owner writes them; those that stand for an element of another name are in `_REAL`."""
_REAL = {"heading": "h2", "note": "textarea", "close": ".x"}
PSEUDO = frozenset(
    [
        "hover",
        "focus",
        "focus-visible",
        "active",
        "first-child",
        "last-child",
        "before",
        "after",
        "placeholder",
        "checked",
        "not",
        "has",
        "is",
        "dir",
        "lang",
    ]
)
BARRED = frozenset(
    [
        "position",
        "inset",
        "top",
        "right",
        "bottom",
        "left",
        "z-index",
        "display",
        "visibility",
        "content",
        "translate",
        "all",
        "pointer-events",
        "behavior",
        "-moz-binding",
        "inset-block",
        "inset-inline",
        "inset-block-start",
        "inset-block-end",
        "inset-inline-start",
        "inset-inline-end",
        "clip-path",
        "clip",
        "opacity",
        "transform",
        "scale",
        "rotate",
    ]
)


_FUNCTIONS = frozenset(["not", "has", "is", "dir", "lang"])


@dataclass(frozen=True, slots=True)
class OwnCss:
    """`css` is what is used; `dropped` are (line, code, found) with codes not_a_part, not_here,
    unreadable, at_rule, outside.
    """

    css: str
    dropped: tuple[tuple[int, str, str], ...] = ()


@lru_cache(maxsize=256)
def read_own_css(text: str) -> OwnCss:
    """Never raises; an empty text is empty."""
    dropped: list[tuple[int, str, str]] = []
    return OwnCss(
        "".join(_rules(tinycss2.parse_stylesheet(text, skip_comments=True, skip_whitespace=True), dropped)),
        tuple(dropped),
    )


def _rules(nodes: Iterable[Any], dropped: list[tuple[int, str, str]]) -> list[str]:
    out = []
    for node in nodes:
        if node.type == "qualified-rule":
            selector = _selector(node, dropped)
            declarations = _declarations(node, dropped)
            if selector and declarations:
                out.append(f"{selector}{{{declarations}}}")
        elif node.type == "at-rule" and node.lower_at_keyword == "media" and node.content is not None:
            if _reaches_out(node.prelude):
                dropped.append((node.source_line, "outside", "@media"))
                continue
            inner = _rules(
                tinycss2.parse_rule_list(node.content, skip_comments=True, skip_whitespace=True), dropped
            )
            out.append(f"@media {tinycss2.serialize(node.prelude).strip()}{{{''.join(inner)}}}")
        elif node.type == "at-rule":
            dropped.append((node.source_line, "at_rule", "@" + node.at_keyword))
        elif node.type == "error":
            dropped.append((node.source_line, "unreadable", node.message[:80]))
    return out


def _selector(rule: Any, dropped: list[tuple[int, str, str]]) -> str:
    """The selector with its parts by their real names; empty where it names anything else."""
    out, before = [], ""
    for token in rule.prelude:
        if token.type == "ident" and before != ":":
            name = token.lower_value
            if name not in PARTS:
                dropped.append((token.source_line, "not_a_part", token.value))
                return ""
            out.append(_REAL.get(name, "." + name))
        elif token.type == "ident" and token.lower_value in PSEUDO:
            out.append(token.lower_value)
        elif (
            token.type == "function"
            and token.lower_name in ("not", "has", "is", "dir", "lang")
            and before == ":"
        ):
            inner = _argument(token)
            if not inner:
                dropped.append((token.source_line, "not_a_part", token.name))
                return ""
            out.append(f"{token.lower_name}({inner})")
        elif token.type == "whitespace":
            out.append(" ")
        elif token.type == "literal" and token.value in (">", "+", "~", ",", ":"):
            out.append(token.value)
        elif token.type != "comment":
            dropped.append((token.source_line, "not_a_part", token.serialize()[:40]))
            return ""
        before = token.value if token.type == "literal" else ""
    return "".join(out).strip()


def _argument(function: Any) -> str:
    """What stands in `:not()` and its like: one part or one state, a language, a direction; else nothing."""
    words = [token for token in function.arguments if token.type not in ("whitespace", "comment")]
    names = [token.lower_value for token in words if token.type == "ident"]
    if len(names) != 1:
        return ""
    name = names[0]
    if function.lower_name in ("dir", "lang"):
        return name if len(words) == 1 and name.replace("-", "").isalnum() else ""
    if len(words) == 1:
        return _REAL.get(name, "." + name) if name in PARTS else ""
    is_state = len(words) == 2 and words[0] == ":" and name in PSEUDO - _FUNCTIONS
    return f":{name}" if is_state else ""


def _declarations(rule: Any, dropped: list[tuple[int, str, str]]) -> str:
    out = []
    for node in tinycss2.parse_blocks_contents(rule.content, skip_comments=True, skip_whitespace=True):
        if node.type == "declaration":
            if node.lower_name in BARRED or node.lower_name.startswith(("inset", "animation")):
                dropped.append((node.source_line, "not_here", node.name))
            elif _reaches_out(node.value):
                dropped.append((node.source_line, "outside", node.name))
            else:
                name = node.name if node.name.startswith("--") else node.lower_name
                important = "!important" if node.important else ""
                out.append(f"{name}:{tinycss2.serialize(node.value).strip()}{important}")
        elif node.type == "error":
            dropped.append((node.source_line, "unreadable", node.message[:80]))
        else:
            dropped.append((node.source_line, "at_rule", "nested"))
    return ";".join(out)


def _reaches_out(tokens: Iterable[Any]) -> bool:
    """Whether a value could load something or run: `url()`, `image-set()`, `expression()`, or a broken
    string.
    """
    for token in tokens:
        if token.type in ("url", "error") or (
            token.type == "function"
            and token.lower_name
            in (
                "url",
                "src",
                "image",
                "image-set",
                "-webkit-image-set",
                "expression",
                "element",
                "attr",
                "env",
            )
        ):
            return True
        if token.type == "function" and _reaches_out(token.arguments):
            return True
        if token.type in ("() block", "[] block", "{} block") and _reaches_out(token.content):
            return True
    return False
