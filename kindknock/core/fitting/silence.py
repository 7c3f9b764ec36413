"""Why nothing was heard from a page that was opened to be watched: the likeliest cause, never a certain one.

Known are what the page looks like as it is served, and whether our files and messages get through the very
browser it was opened in.
"""

from typing import Literal

Cause = Literal["browser_files", "browser_messages", "page", "later", "unknown"]
LATER = ("draws_itself", "held_back", "waits")
"""What is served may not say what runs: something starts the line later, or doesn't."""


def likeliest(code: str | None, *, files: bool, messages: bool) -> Cause:
    """`code` is a Sight's, None where the page could not be fetched from here; `files` and `messages` say
    whether those got through.

    browser_files, browser_messages: this browser stops ours. page: what stands in the page does. later: it
    starts later than was waited, or waits for consent. unknown: everything is as it should be.
    """
    if not files:
        return "browser_files"
    if not messages:
        return "browser_messages"
    if code in LATER:
        return "later"
    return "unknown" if code in (None, "found") else "page"
