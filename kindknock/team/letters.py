"""What letters about the team say."""

from .models import Invitation
from .queries import sender_of

DOES = {
    "owner": "everything, also who else comes in",
    "maker": "change the doors, words and looks and put the line on the site; never read the guestbook",
    "answers": "read and answer the guestbook, and say when you are in",
}
"""What somebody may do who comes in as this, told to them."""


def invitation_letter(invitation: Invitation, link: str) -> tuple[str, str]:
    """Subject and words."""
    who, name = sender_of(invitation), invitation.business.name
    if invitation.hands_over:
        return (
            f"{name} at Kind Knock is to be yours",
            f"{who} wants to hand you {name} at Kind Knock, the button on its website and all behind it. You "
            f"would be its owner.\n\nLook at it, and take it if you like, by {invitation.until:%-d %B}:\n"
            f"{link}\n\nIf you don't want it, do nothing.\n",
        )
    return (
        f"Come in to {name} at Kind Knock",
        f"{who} asks you in to {name} at Kind Knock, the button on its website and all behind it. You could "
        f"{DOES[invitation.role]}.\n\nPress this to come in; it works once, until "
        f"{invitation.until:%-d %B}:\n{link}\n\nIf you don't know what this is about, do nothing.\n",
    )
