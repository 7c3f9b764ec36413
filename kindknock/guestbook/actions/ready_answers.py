"""Up to twenty ready answers: words to begin an answer with."""

from django.db import transaction

from kindknock.accounts.models import Business

from ..models import ReadyAnswer

MOST = 20


def put_ready_answers(business: Business, answers: list[tuple[str, str]]) -> list[ReadyAnswer]:
    """Replace all by (name, text), in order; those without words are left out. Raises ValueError for more
    than twenty.
    """
    kept = [(name.strip()[:80], text.strip()[:2000]) for name, text in answers if text.strip()]
    if len(kept) > MOST:
        raise ValueError(f"{len(kept)} ready answers: {MOST} at most")
    with transaction.atomic():
        ReadyAnswer.objects.filter(business=business).delete()
        return [
            ReadyAnswer.objects.create(business=business, name=name or text[:40], text=text, place=place)
            for place, (name, text) in enumerate(kept)
        ]
