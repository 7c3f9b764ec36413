"""What letters about the team say."""

from kindknock.accounts.letters import Letter, day_words, letter_of, sentence

from .models import Invitation
from .queries import sender_of


def invitation_letter(invitation: Invitation, link: str) -> Letter:
    """In the business's first language: what the reader reads is not known yet."""
    business = invitation.business
    language = next(iter(business.languages), "en")
    return letter_of(
        language,
        "hand_over" if invitation.hands_over else "invitation",
        who=sender_of(invitation),
        business=business.name,
        does=sentence(language, f"does.{invitation.role}"),
        day=day_words(invitation.until, language),
        link=link,
    )
