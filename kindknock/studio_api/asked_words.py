"""Sentences about what is asked again and again."""

from datetime import datetime

from kindknock.asked_again.models import QuestionGroup
from kindknock.asked_again.queries import AskedGroup, Since

CHANCE = {
    "surely_fewer": "surely fewer of those who came",
    "likely_fewer": "likely fewer of those who came",
    "about_the_same": "that may be chance",
    "likely_more": "likely more of those who came",
    "surely_more": "surely more of those who came",
    "too_few": "too few to tell yet",
}
DONE = {
    QuestionGroup.State.ANSWERED: "you answered it",
    QuestionGroup.State.ON_PAGE: "it stands on the page",
}


def people_words(count: int) -> str:
    return "nobody" if count == 0 else "one person" if count == 1 else f"{count} people"


def says(found: AskedGroup) -> str:
    """7 people in four weeks, most on /shop/touring-pair."""
    where = f", most on {found.wording.page}" if found.wording.page else ""
    return f"{people_words(found.people)} in four weeks{where}".capitalize()


def more(found: AskedGroup, at: datetime) -> str:
    """Asked since 4 November; 3 of them then wrote or knocked."""
    day = f"{found.first_at.day} {found.first_at:%B}"
    year = "" if found.first_at.year == at.year else f" {found.first_at.year}"
    knocked = f"; {found.knocked} of them wrote or knocked" if found.knocked else ""
    return f"Asked since {day}{year}{knocked}."


def since(group: QuestionGroup, found: Since | None) -> str:
    """Since you answered it, 7 people became 1: surely fewer of those who came."""
    if found is None:
        return ""
    if not found.is_live:
        return "Its answer isn’t live yet."
    if found.days < 1:
        return "Live since today: too early to tell."
    after = "1 person" if found.after == 1 else people_words(found.after).removesuffix(" people")
    became = f"{people_words(found.before)} became {after}"
    return f"Since {DONE[QuestionGroup.State(group.state)]}, {became}: {CHANCE[found.word]}."
