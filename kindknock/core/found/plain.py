"""A proposal as a plain value, as docs/asking.md has it."""

from dataclasses import fields
from typing import Any

from . import Proposal
from .proposal import Found


def plain(proposal: Proposal) -> dict[str, Any]:
    """Lists of {value, sure, page, words, contradicted} by what they are of; `main` and `draws_itself`."""
    out: dict[str, Any] = {}
    for field in fields(proposal):
        value = getattr(proposal, field.name)
        out[field.name] = [_plain(each) for each in value] if isinstance(value, tuple) else value
    return out


def _plain(each: Found) -> dict[str, Any]:
    return {
        "value": each.value,
        "sure": each.sure,
        "page": each.page,
        "words": each.words,
        "contradicted": each.contradicted,
    }
