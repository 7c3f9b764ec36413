"""The standing jobs of accounts, named so that the job worker finds them from here."""

from . import mailing, notices

STANDING = (
    mailing.forget_finished,
    mailing.send_letter,
    mailing.take_up_stalled,
    notices.send_notices,
)
