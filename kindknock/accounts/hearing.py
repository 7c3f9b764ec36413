"""Who hears of what: the kinds, how often each may come, and how it is unless somebody says otherwise."""

from collections.abc import Mapping
from dataclasses import dataclass

from kindknock.core.notices import Quiet, Rate

from .may import Power, Role, may
from .models import Business, Membership, User


@dataclass(frozen=True, slots=True)
class Kind:
    """`power` is what a role must have to hear of it; `weekday` the day of weekly ones, 0 is Monday."""

    power: Power
    rates: tuple[Rate, ...]
    by_role: Mapping[str, Rate]
    weekday: int = 0


KINDS: Mapping[str, Kind] = {
    "note": Kind(Power.GUESTS, ("no", "at_once", "daily"), {Role.OWNER: "at_once", Role.ANSWERS: "at_once"}),
    "unanswered": Kind(Power.GUESTS, ("no", "at_once"), {Role.OWNER: "at_once"}),
    "line": Kind(Power.DOORS, ("no", "at_once", "daily"), {Role.OWNER: "at_once", Role.MAKER: "at_once"}),
    "first_visitor": Kind(Power.DOORS, ("no", "at_once"), {Role.OWNER: "at_once"}),
    "published": Kind(Power.DOORS, ("no", "at_once", "daily", "weekly"), {Role.MAKER: "daily"}),
    "gap": Kind(Power.LOOK, ("no", "weekly"), {Role.OWNER: "weekly"}, weekday=4),
    "week": Kind(Power.LOOK, ("no", "weekly"), {Role.OWNER: "weekly"}),
}
"""In the order in which they are shown; a role not named hears nothing of it as it comes."""


def may_hear(membership: Membership, kind: str) -> bool:
    return may(membership, KINDS[kind].power)


def rate_of(membership: Membership, kind: str) -> Rate:
    """How often a member hears of a kind; no where their role may not see it."""
    found = KINDS[kind]
    if not may_hear(membership, kind):
        return "no"
    chosen = membership.hears.get(kind, found.by_role.get(membership.role, "no"))
    return chosen if chosen in found.rates else "no"


def quiet_of(membership: Membership) -> Quiet | None:
    return Quiet(membership.quiet_from_min, membership.quiet_until_min) if membership.is_quiet else None


def zone_of(user: User, business: Business) -> str:
    """The clock somebody lives by."""
    return user.zone or business.zone


def language_of(user: User, business: Business) -> str:
    """What somebody reads letters in."""
    return user.language or next(iter(business.languages), "en")
