"""What ./test dates does: the Python tests on twelve days, the journeys on two of them. Apart from ./test."""

from datetime import UTC, datetime

DAYS = {
    "thirty days before holidays that stand in for a weekend's": "2026-11-27T12:00",
    "half an hour before London's clocks go forward": "2027-03-28T00:30",
    "half an hour before London's clocks go back": "2026-10-25T00:30",
    "29 February": "2028-02-29T10:00",
    "New Year's Eve, before midnight": "2026-12-31T23:57",
    "New Year's Day, after midnight": "2027-01-01T00:02",
    "Christmas Eve, while the shop shuts early": "2026-12-24T13:30",
    "Boxing Day, late": "2026-12-26T23:30",
    "a Sunday": "2026-12-13T11:00",
    "a Monday holiday": "2027-05-31T09:00",
    "the last of a short month, before midnight": "2027-02-28T23:58",
    "five years on": "2031-11-27T12:00",
}
JOURNEYS_ON = ("half an hour before London's clocks go forward", "29 February")


def ahead_s(day: str) -> str:
    """Seconds from now to a moment in UTC, as KK_TEST_AHEAD_S takes them."""
    return str(int((datetime.fromisoformat(day).replace(tzinfo=UTC) - datetime.now(UTC)).total_seconds()))
