"""Sentences about the team: what stands in the way of a change."""

from kindknock.accounts.second_step import WrongCode
from kindknock.team.refusals import TeamRefused

REFUSED = {
    "bad_email": "That doesn't read as an email address. It should look like amara@averilcycles.example.",
    "role_unknown": "Choose what they may do: everything, the site, or answering.",
    "in_team": "{name} is in already. Change what they may do in the list above.",
    "own_email": "That is your own address. Write theirs.",
    "last_owner": "A business needs an owner. Make somebody else an owner first, or hand the business over.",
    "not_owner": "You aren't an owner of this business any more, so this wasn't done.",
    "gone": "That isn't so any more: somebody else changed the team meanwhile. Here is how it stands now.",
    "no_such": "This link leads nowhere: it was copied in part, or a newer letter replaced it. Look for the "
    "newest letter, or ask for another.",
    "withdrawn": "This invitation to {business} was taken back. Ask whoever sent it.",
    "taken": "This invitation to {business} was used already. If it was you, sign in.",
    "over": "This invitation to {business} ended after seven days. Ask whoever sent it to send it again.",
    "not_theirs": "This invitation went to {email}, and you are signed in as {own}. Sign out and come in as "
    "{email}, or ask for one to {own}.",
    "other_name": "Type the name as it stands: {name}.",
    "has_account": "{email} has an account here. Sign in to it, and you are in.",
}


def refused(error: TeamRefused) -> str:
    return REFUSED[error.code].format_map(error.facts)


PASSKEY = (
    "That key isn’t one of an account here, or was asked for too long ago. Try once more, or use your "
    "password."
)


def wrong_code(error: WrongCode) -> str:
    """Why a code wasn't taken, and what helps."""
    if error.was_used:
        return "That code was taken before. Wait for the next one, which comes within half a minute."
    if error.minutes:
        far = abs(error.minutes)
        way = "ahead" if error.minutes > 0 else "behind"
        minutes = "1 minute" if far == 1 else f"{far} minutes"
        return (
            f"That code is right for another time: your phone’s clock is about {minutes} {way}. Let the "
            "phone set its clock by itself, then type the new code."
        )
    return "That isn’t the code the app shows now. Type the six digits, or one of your recovery codes."
