"""Rows of what visitors can read → core values."""

from dataclasses import dataclass

from kindknock.core import setup as core
from kindknock.sites.models import Site

from .models import Piece

VALUES: dict[str, type[core.Answer] | type[core.Group] | type[core.Signposts]] = {
    Piece.Sort.ANSWER: core.Answer,
    Piece.Sort.GROUP: core.Group,
    Piece.Sort.SIGNPOSTS: core.Signposts,
}


@dataclass(frozen=True, slots=True)
class Pieces:
    """All that visitors of a site can read, in the owner's order."""

    answers: tuple[core.Answer, ...] = ()
    groups: tuple[core.Group, ...] = ()
    signposts: tuple[core.Signposts, ...] = ()


def pieces_of(site: Site) -> Pieces:
    """As drafted. One query."""
    found = [_value(row) for row in site.pieces.filter(removed_at=None)]
    return Pieces(
        tuple(each for each in found if isinstance(each, core.Answer)),
        tuple(each for each in found if isinstance(each, core.Group)),
        tuple(each for each in found if isinstance(each, core.Signposts)),
    )


def _value(row: Piece) -> core.Answer | core.Group | core.Signposts:
    return VALUES[row.sort].model_validate({"key": row.key, **row.value})
