"""Who can have an entry: the people who answer, and whoever signs in without being one of them.

A person whose email for notices is a member's sign-in is that member: they stand in the list once, as the
person.
"""

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from kindknock.accounts.may import Power, roles_with
from kindknock.accounts.models import Business, Membership, User
from kindknock.people.models import Assistant


@dataclass(frozen=True, slots=True)
class Hand:
    """Somebody who can have an entry. `email` is empty where none is known; `user` who signs in as them."""

    whom: str
    name: str
    email: str
    is_gone: bool = False
    user: int | None = None


def person_whom(assistant: Assistant) -> str:
    return f"person:{assistant.key}"


def user_whom(user: User) -> str:
    return f"user:{user.pk}"


def hands_of(business: Business) -> dict[str, Hand]:
    """Everybody by whom, those first who are there, in the owner's order; two queries. People who left stand
    last, for what they had.
    """
    members = [
        membership.user
        for membership in business.memberships.filter(role__in=roles_with(Power.GUESTS))
        .select_related("user")
        .order_by("pk")
    ]
    by_email = {user.email.lower(): user for user in members}
    people = sorted(business.assistants.all(), key=lambda person: person.removed_at is not None)
    out: dict[str, Hand] = {}
    for person in people:
        user = by_email.get(person.notice_email.lower()) if person.notice_email else None
        name = person.name or next(iter(person.role.values()), "") or "Somebody"
        out[person_whom(person)] = Hand(
            person_whom(person),
            name,
            person.notice_email,
            person.removed_at is not None,
            user.pk if user else None,
        )
    are_people = {hand.user for hand in out.values() if not hand.is_gone}
    for user in members:
        if user.pk not in are_people:
            whom = user_whom(user)
            out[whom] = Hand(whom, user.name or user.email, user.email, user=user.pk)
    return out


def mine(hands: Mapping[str, Hand], user: User) -> str:
    """As whom somebody who is signed in acts here."""
    found = (hand.whom for hand in hands.values() if hand.user == user.pk and not hand.is_gone)
    return next(found, user_whom(user))


def name_of(hands: Mapping[str, Hand], whom: str) -> str:
    """The name; of somebody who is no longer here, that they left; empty for nobody."""
    if not whom:
        return ""
    return hands[whom].name if whom in hands else "Somebody who left"


def owners_of(business: Business) -> list[str]:
    """The emails of the owners."""
    return list(
        business.memberships.filter(role=Membership.Role.OWNER)
        .order_by("pk")
        .values_list("user__email", flat=True)
    )


def keys_of(whoms: Iterable[str]) -> list[str]:
    """The keys of the people among them."""
    return [whom.partition(":")[2] for whom in whoms if whom.startswith("person:")]
