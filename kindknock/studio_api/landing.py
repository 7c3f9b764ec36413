"""What a visitor's press would open: the link with the words in it, and a QR code of it."""

from kindknock.core.addresses import links_to
from kindknock.core.addresses.recipes import link_with
from kindknock.core.addresses.tracking import address_without_tracking
from kindknock.core.formats.qr import qr_svg
from kindknock.core.setup import Door, Setup
from kindknock.core.words import Added, send
from kindknock.core.words.message import text_in
from kindknock.doors.small_words import SMALL_WORDS
from kindknock.standins.links import links_for

from .schemas import TryOut


def lands(setup: Setup, door: Door, *, app: str, to: str, real_to: str, note: str, on: str) -> TryOut:
    """For a press on a way of this door, written on the page `on`; `real_to` is the channel's own address."""
    language = setup.business.languages[0]
    words = SMALL_WORDS.get(language.split("-")[0], SMALL_WORDS["en"])
    added = []
    if door.also.page and on:
        added.append(Added("page", address_without_tracking(on)))
    if door.also.mark:
        added.append(Added("mark", text_in(door.also.mark_words, language, language) or words["mark"]))
    sending = send(links_for(setup).get((app, to, "phone")) or links_to(app, to), note, added)
    return TryOut(
        link=sending.link,
        text=sending.text,
        copied=sending.copied,
        qr=qr_svg(sending.link) if sending.link else "",
        real_link=link_with(app, real_to, "" if sending.copied else sending.text) or "",
    )
