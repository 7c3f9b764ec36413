"""Stop letters of a kind, by the link at the foot of one."""

from dataclasses import dataclass

from django.core import signing

from ..hearing import KINDS
from ..models import Business, Membership
from ..notices import STOP


class StopUnreadable(Exception):
    """The link was copied in part, or was never ours."""


@dataclass(frozen=True, slots=True)
class Stopping:
    """Which kinds of whose letters; `member` is None for a person who answers, of key `person`, and for
    somebody who is in the business no more.
    """

    member: Membership | None
    person: str
    kinds: tuple[str, ...]
    language: str


def read_stop(token: str) -> Stopping:
    """What a link stops. It never ends: a letter may be a year old. Raises StopUnreadable."""
    try:
        found = signing.loads(token, salt=STOP)
        kinds = tuple(kind for kind in found["kinds"] if kind in KINDS)
        number, person = found.get("member"), str(found.get("person") or "")
    except (signing.BadSignature, KeyError, TypeError):
        raise StopUnreadable from None
    member = (
        Membership.objects.select_related("user", "business").filter(pk=number).first() if number else None
    )
    languages = member.business.languages if member else []
    language = (member.user.language if member else "") or next(iter(languages), "en")
    return Stopping(member, person, kinds, language)


def stop_hearing(stopping: Stopping) -> None:
    """No more of these kinds. Told twice changes nothing."""
    if stopping.member is not None:
        stopping.member.hears |= dict.fromkeys(stopping.kinds, "no")
        stopping.member.save(update_fields=["hears"])


def change_hearing(member: Membership, kind: str, rate: str) -> bool:
    """How often a member hears of a kind from now on; False where that kind can't come so."""
    if kind not in KINDS or rate not in KINDS[kind].rates:
        return False
    member.hears = {**member.hears, kind: rate}
    member.save(update_fields=["hears"])
    return True


def business_of_stop(stopping: Stopping) -> Business | None:
    return stopping.member.business if stopping.member else None
