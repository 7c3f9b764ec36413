"""Up to twenty ready answers: words to begin an answer with."""

from django.db import transaction

from kindknock.accounts.models import Business
from kindknock.core.drafts.both import both

from ..models import ReadyAnswer

MOST = 20


class NoWords(Exception):
    """One has a name and no words; its text is the name."""


def put_ready_answers(
    business: Business, answers: list[tuple[str, str]], *, was: list[tuple[str, str]] | None = None
) -> list[ReadyAnswer]:
    """Replace all by (name, text), in order; those that are empty are left out. `was`: those that stood as
    the typing began; what others have put in since stays. Raises ValueError for more than twenty, NoWords;
    nothing is changed then.
    """
    mine = [each for each in map(_plain, answers) if any(each)]
    if (bare := next((name for name, text in mine if not text), None)) is not None:
        raise NoWords(bare)
    with transaction.atomic():
        Business.objects.select_for_update().get(pk=business.pk)
        stand = ReadyAnswer.objects.filter(business=business)
        kept = both(
            list(map(_plain, stand.values_list("name", "text"))), was and list(map(_plain, was)), mine
        )
        if len(kept) > MOST:
            raise ValueError(f"{len(kept)} ready answers: {MOST} at most")
        stand.delete()
        return [
            ReadyAnswer.objects.create(business=business, name=name, text=text, place=place)
            for place, (name, text) in enumerate(kept)
        ]


def _plain(answer: tuple[str, str]) -> tuple[str, str]:
    """As it is kept: one without a name is called by how it begins."""
    text = answer[1].strip()[:2000].strip()
    return answer[0].strip()[:80].strip() or text[:40].strip(), text
