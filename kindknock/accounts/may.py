"""Who may what: the one table. The API's guard, the studio, Find, letters, exports and phone pages read it.

Source: docs/rules.md 17. What a role may is a set of powers; there is no power that a place in the
code grants by itself.
"""

from collections.abc import Mapping
from enum import StrEnum

from .models import Membership

Role = Membership.Role


class Power(StrEnum):
    """What somebody may do in a business."""

    LOOK = "look"
    """Read doors, words, people and the rota; try them on the stage."""
    DOORS = "doors"
    """Change sites, doors, looks, words, answers and fitting; publish."""
    GUESTS = "guests"
    """The guestbook and letters: read, answer, hand on."""
    EVERY_GUEST = "every_guest"
    """Also what a colleague has."""
    OWN_TIME = "own_time"
    """One's own hours and absences."""
    TIME = "time"
    """Everybody's hours, the shop's, closed days."""
    PEOPLE = "people"
    """Add, change and take out who answers."""
    COUNTS = "counts"
    """How many saw, opened and knocked."""
    COUNTS_BY_PERSON = "counts_by_person"
    """Also at whom."""
    BUSINESS = "business"
    """What the business is called, its languages, its rules of privacy."""
    TEAM = "team"
    """Who may come in, as what, who hears of what, and what was done by whom."""
    DATA = "data"
    """Take data away as files, have it deleted, tell other systems, close the business."""


MAY: Mapping[str, frozenset[Power]] = {
    Role.OWNER: frozenset(Power),
    Role.MAKER: frozenset({Power.LOOK, Power.DOORS, Power.COUNTS}),
    Role.ANSWERS: frozenset({Power.LOOK, Power.GUESTS, Power.OWN_TIME}),
}


def may(membership: Membership, power: Power) -> bool:
    """Whether somebody may do something in the business they are a member of."""
    return power in powers_of(membership)


def powers_of(membership: Membership) -> frozenset[Power]:
    """All they may. Who answers sees what colleagues have only where the owner says so."""
    powers = MAY.get(membership.role, frozenset())
    if Power.GUESTS in powers and membership.business.answers_see_all:
        return powers | {Power.EVERY_GUEST}
    return powers


def roles_with(power: Power) -> list[str]:
    """The roles that have a power, for reads that choose members by it."""
    return [role for role, powers in MAY.items() if power in powers]
