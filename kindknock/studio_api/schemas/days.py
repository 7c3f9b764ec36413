"""Days and moments as they come in: only such as somebody can mean."""

from datetime import date, datetime
from typing import Annotated

from pydantic import AfterValidator

from kindknock.core.time.days import FIRST_YEAR, LAST_YEAR, is_near


def _near(day: date) -> date:
    if not is_near(day):
        raise ValueError(f"choose a day between {FIRST_YEAR} and {LAST_YEAR}.")
    return day


def _near_moment(at: datetime) -> datetime:
    _near(at)
    return at


Day = Annotated[date, AfterValidator(_near)]
Moment = Annotated[datetime, AfterValidator(_near_moment)]
