"""Sentences about the team: what stands in the way of a change."""

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
    "has_account": "{email} has an account here. Sign in to it, and you are in.",
}


def refused(error: TeamRefused) -> str:
    return REFUSED[error.code].format_map(error.facts)
