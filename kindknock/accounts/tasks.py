"""The standing jobs of accounts, named so that the job worker finds them from here."""

from . import deeds, mailing, notices

STANDING = (
    deeds.forget_deeds,
    mailing.forget_finished,
    mailing.send_letter,
    mailing.take_up_stalled,
    notices.forget_notices,
    notices.send_notices,
)
