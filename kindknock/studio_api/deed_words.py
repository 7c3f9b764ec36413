"""A sentence for each thing that somebody did, for the history of a business."""

from collections.abc import Mapping
from typing import Any

from kindknock.accounts.models import Deed

ROLE = {"owner": "an owner", "maker": "a site maker", "answers": "one who answers"}
DEED: Mapping[str, str] = {
    "opened": "Made the business",
    "signed_in": "Signed in",
    "invited": "Asked {email} in as {role}",
    "invited_again": "Sent {email} the invitation again",
    "invitation_back": "Took the invitation to {email} back",
    "handing_over": "Asked {email} to be the owner",
    "handed_over": "Handed the business to {email}",
    "joined": "Came in as {role}",
    "role": "Made {whom} {role}, before that {before}",
    "taken_out": "Took {whom} out of the team",
    "left": "Left the team",
    "see_all": "Let those who answer see what a colleague has: {on}",
    "step_on": "Switched their second step on",
    "step_off": "Switched their second step off",
    "passkey_on": "Added a passkey",
    "passkey_off": "Took a passkey away",
    "demand": "Demands a second step of owners: {on}",
    "published": "Published {site}, release {number}",
    "exported": "Took {file} as a file",
    "forgot": "Deleted everything about a person: {count}",
    "deleted": "Deleted an entry of the guestbook",
    "deleted_old": "Deleted what was kept long enough: {count}",
    "closing": "Closed the business; all of it goes after seven days",
    "reopened": "Took the closing back",
    "counting": "Counts visits from now on: {on}",
    "out_key": "Made a key to read the counts with: {file}",
    "out_key_back": "Took back a key to the counts: {file}",
    "kept_days": "Keeps the guestbook for {days} days from now on",
}
"""By code, with the facts a deed has."""
KINDS: Mapping[str, tuple[str, ...]] = {
    "team": (
        "opened",
        "invited",
        "invited_again",
        "invitation_back",
        "handing_over",
        "handed_over",
        "joined",
        "role",
        "taken_out",
        "left",
        "see_all",
    ),
    "signing_in": ("signed_in", "step_on", "step_off", "passkey_on", "passkey_off", "demand"),
    "published": ("published",),
    "data": (
        "exported",
        "forgot",
        "deleted",
        "deleted_old",
        "kept_days",
        "counting",
        "out_key",
        "out_key_back",
        "closing",
        "reopened",
    ),
}
"""What is filtered by, and the codes of each."""
FILES = {
    "guestbook": "the guestbook",
    "cards": "the people of the guestbook",
    "about": "everything about a person",
    "people": "the people who answer",
    "setup": "the setup",
    "history": "this history",
    "everything": "everything of the business",
}


def deed_words(deed: Deed) -> str:
    """What was done, without who; a code of before is told as it is stored."""
    facts: dict[str, Any] = {"on": "", **deed.what}
    for name in ("role", "before"):
        if name in facts:
            facts[name] = ROLE.get(facts[name], facts[name])
    facts["file"] = FILES.get(str(facts.get("file")), "a file")
    facts["on"] = "yes" if facts["on"] else "no"
    if "count" in facts:
        facts["count"] = "1 entry" if facts["count"] == 1 else f"{facts['count']} entries"
    try:
        return DEED[deed.code].format_map(facts)
    except KeyError:
        return deed.code
