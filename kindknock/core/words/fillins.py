"""Words that carry facts: `{product}`, `{visitor|friend}`; `{{` is a brace (docs/rules.md 7).

A value that is missing uses its *instead*; without one, the clause around it is dropped with its
blanks and its comma, so that nobody reads "Welcome, .". Facts are text and are never read as
markup or as fill-ins again.

Where docs/rules.md is silent: a clause ends at , ; : . ! ? ( ) a dash between blanks or a line's end; a
sentence whose only clause is dropped goes whole; where a first clause goes, the next begins with
a capital. An empty or blank value counts as missing. A lone closing brace stays as it is.
"""

import re
from collections.abc import Mapping
from dataclasses import dataclass

from ..pages.basket import written_things
from ..pages.prices import machine_amount, price_from, write_price

KNOWN = frozenset(
    [
        "page",
        "address",
        "site",
        "product",
        "price",
        "sale_price",
        "saving",
        "stock",
        "assistant",
        "role",
        "next_opening",
        "closing_today",
        "reply_time",
        "greeting",
        "visitor",
        "order",
        "basket",
        "basket_total",
    ]
)
_PART = re.compile(r"\{\{|\}\}|\{([^{}|]*)(?:\|([^{}]*))?\}")
_HOLE = "\ue000"


@dataclass(frozen=True, slots=True)
class Filled:
    """The finished text, names no fact has by that name, and known names that had no value."""

    text: str
    unknown: tuple[str, ...] = ()
    missing: tuple[str, ...] = ()


def fill(template: str, facts: Mapping[str, str]) -> Filled:
    """Fill a template. Facts not known by name count as unknown unless they are given."""
    unknown: list[str] = []
    missing: list[str] = []
    values: list[str] = []

    def put(match: "re.Match[str]") -> str:
        whole = match.group(0)
        if whole in ("{{", "}}"):
            return whole[0]
        name, instead = (match.group(1) or "").strip(), match.group(2)
        value = facts.get(name, "").strip()
        if not value and name not in KNOWN and name not in facts:
            unknown.append(name)
        elif not value:
            missing.append(name)
        if not value and instead is not None and instead.strip():
            value = instead.strip()
        if not value:
            return _HOLE
        values.append(value.replace(_HOLE, ""))
        return f"\ue001{len(values) - 1}\ue002"

    marked = _PART.sub(put, template.replace(_HOLE, "").replace("\ue001", "").replace("\ue002", ""))
    text = _without_holes(marked) if _HOLE in marked else marked
    text = re.sub("\ue001(\\d+)\ue002", lambda found: values[int(found.group(1))], text)
    return Filled(text, tuple(dict.fromkeys(unknown)), tuple(dict.fromkeys(missing)))


def ready_facts(raw: Mapping[str, object], language: str) -> dict[str, str]:
    """Raw facts as texts for a reader of the language: prices written with their currency, a sale only if
    lower.

    `price` and `sale_price` are amounts with `currency` beside them; `highest_price` makes a range of
    the price, `price_from` that it is the lowest of several; `saving` is worked out of both prices;
    `basket` is `basket_facts`'. All else is text as it stands.
    """
    out = {
        name: str(value)
        for name, value in raw.items()
        if value is not None and not isinstance(value, bool | dict | list)
    }
    currency = out.pop("currency", "")
    is_from = bool(out.pop("price_from", ""))
    regular, sale = (machine_amount(raw.get(name), currency) for name in ("price", "sale_price"))
    highest = machine_amount(raw.get("highest_price"), currency)
    out.pop("highest_price", None)
    if regular is not None:
        out["price"] = write_price(regular, currency, language)
        if highest is not None and highest > regular:
            out["price"] += f" – {write_price(highest, currency, language)}"
        elif is_from:
            out["price"] = price_from(out["price"], language)
    else:
        # What can't be a price is not told as one.
        out.pop("price", None)
    if regular is not None and sale is not None and sale < regular:
        out["sale_price"] = write_price(sale, currency, language)
        out["saving"] = write_price(regular - sale, currency, language)
    else:
        out.pop("sale_price", None)
        out.pop("saving", None)
    total = machine_amount(out.pop("basket_total", None), currency)
    if total is not None:
        out["basket_total"] = write_price(total, currency, language)
    more = out.pop("basket_more", "")
    if "basket" in out:
        out["basket"] = written_things(out["basket"], more)
    return out


def names_in(template: str) -> list[str]:
    """The names of the fill-ins in a template, in order, each as often as it stands."""
    return [
        (match.group(1) or "").strip()
        for match in _PART.finditer(template)
        if match.group(0) not in ("{{", "}}")
    ]


def _without_holes(text: str) -> str:
    """Drop each clause that has a hole, then mend what stood around it, line by line."""
    return "\n".join(line for line in map(_mended, text.split("\n")) if line is not None)


def _mended(line: str) -> str | None:
    """A line without its holed clauses; None where nothing is left of it."""
    if _HOLE not in line:
        return line
    out: list[str] = []
    for sentence, end in _sentences(line):
        clauses = _clauses(sentence)
        kept = [(lead, clause) for lead, clause in clauses if _HOLE not in clause]
        if not any(clause.strip() for _, clause in kept):
            continue
        first_went = _HOLE in clauses[0][1]
        body = "".join(("" if at == 0 else lead) + clause for at, (lead, clause) in enumerate(kept)).strip()
        if first_went and body:
            body = body[0].upper() + body[1:]
        out.append(body.rstrip() + end)
    return " ".join(out) or None


def _sentences(line: str) -> list[tuple[str, str]]:
    parts = re.split(r"([.!?]+)(?=\s|$)", line)
    pairs = [(parts[at], parts[at + 1] if at + 1 < len(parts) else "") for at in range(0, len(parts), 2)]
    return [(body.strip(), end) for body, end in pairs if body.strip() or end]


def _clauses(sentence: str) -> list[tuple[str, str]]:
    """(what leads in, clause): a bracketed clause keeps its brackets with it."""
    out: list[tuple[str, str]] = []
    lead, at = "", 0
    for match in re.finditer(r"\([^()]*\)|[,;:](?=\s|$)|\s[–—-](?=\s)", sentence):
        if match.group(0).startswith("("):
            out.append((lead, sentence[at : match.start()].rstrip()))
            out.append((" ", match.group(0)))
            lead = ""
        else:
            out.append((lead, sentence[at : match.start()]))
            lead = match.group(0)
        at = match.end()
    out.append((lead, sentence[at:]))
    return [pair for pair in out if pair[1].strip()]
