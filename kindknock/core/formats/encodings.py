"""Bytes of a page, a calendar or a card as text, whatever they claim to be."""

from w3lib.encoding import html_to_unicode


def decoded(body: bytes) -> str:
    """Text by byte order mark, then UTF-8 where it fits, then what the page declares, then by guess.

    UTF-8 goes before the declaration since wrong declarations over UTF-8 bytes are what shops have.
    """
    try:
        return body.decode("utf-8-sig")
    except UnicodeDecodeError:
        return str(html_to_unicode(None, body, default_encoding="cp1252")[1])
