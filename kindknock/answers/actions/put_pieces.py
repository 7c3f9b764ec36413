"""Make what visitors of a site can read what a setup says: the one way by which imports and undos reach the
rows.
"""

from collections.abc import Mapping, Sequence
from datetime import datetime

from django.db import transaction

from kindknock.core import setup as core
from kindknock.sites.models import Site

from ..load import pieces_of
from ..models import Piece
from .change_piece import value_of

Value = core.Answer | core.Group | core.Signposts


@transaction.atomic
def put_pieces(
    site: Site, setup: core.Setup, *, people: Mapping[str, str] | None = None, at: datetime
) -> None:
    """They come, go, change and stand in this order; what stands as it should is left alone, its version with
    it. `people` are the keys that people have here, by the setup's.
    """
    stands = pieces_of(site)
    answers = tuple(_answer(answer, people) for answer in setup.answers)
    trees = tuple(_signposts(tree, people) for tree in setup.signposts)
    for sort, values, had in (
        (Piece.Sort.ANSWER, answers, stands.answers),
        (Piece.Sort.GROUP, setup.groups, stands.groups),
        (Piece.Sort.SIGNPOSTS, trees, stands.signposts),
    ):
        if values != had:
            _put(site, sort, values, {each.key: each for each in had}, at=at)


def _put(site: Site, sort: str, values: Sequence[Value], had: Mapping[str, Value], *, at: datetime) -> None:
    rows = {row.key: row for row in site.pieces.filter(sort=sort)}
    for place, value in enumerate(values):
        row = rows.pop(value.key, None) or Piece(site=site, sort=sort, key=value.key, version=0)
        if had.get(value.key) != value:
            row.value = value_of(sort, value.model_dump(mode="json", exclude={"key"}))
            row.version += 1
        row.place, row.removed_at = place, None
        row.save()
    gone = [row.pk for row in rows.values() if row.removed_at is None]
    Piece.objects.filter(pk__in=gone).update(removed_at=at)


def _answer(answer: core.Answer, people: Mapping[str, str] | None) -> core.Answer:
    if people is None or not answer.not_quite:
        return answer
    return answer.model_copy(update={"not_quite": people.get(answer.not_quite, "")})


def _signposts(tree: core.Signposts, people: Mapping[str, str] | None) -> core.Signposts:
    if people is None:
        return tree
    steps = tuple(
        step.model_copy(update={"arms": tuple(_arm(arm, people) for arm in step.arms)}) for step in tree.steps
    )
    return tree.model_copy(update={"steps": steps})


def _arm(arm: core.Arm, people: Mapping[str, str]) -> core.Arm:
    return arm.model_copy(update={"to": people.get(arm.to, arm.to)}) if arm.leads == "person" else arm
