"""What Fitting sees of a page, in English: what stands there, and what to do."""

from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any, Literal
from urllib.parse import urlsplit

from kindknock.core.fitting import Cause, Sight

State = Literal["open", "ajar", "barred"]


@dataclass(frozen=True, slots=True)
class Told:
    """`says` what was seen, `how` the way to mend it, `add` words to paste, each a line of its own."""

    state: State
    says: str
    how: str = ""
    add: tuple[str, ...] = ()


def sight_words(sight: Sight, *, host: str) -> Told:
    """What was seen on a page of `host`, and the fix."""
    if sight.code in ("blocked_script", "blocked_connection"):
        return _blocked(sight)
    if sight.code == "found":
        often = f", {sight.count} times: that does no harm, one button stands" if sight.count > 1 else ""
        where = "in the head" if sight.place == "head" else "in the body; either is right"
        return Told("open", f"The line stands there, {where}{often}.")
    says, how = _AMISS[sight.code]
    return Told("barred", says.format(key=sight.other_key), how.format(host=host))


_AMISS = {
    "held_back": (
        "The line stands there, but something holds it back: browsers don't run it as it is.",
        "A consent tool, or whatever makes the page faster, has put it off. Tell it to let this line "
        "through; it sets no cookie.",
    ),
    "other_key": (
        "A line stands there, but with the key of another site ({key}).",
        "Replace it with the line below.",
    ),
    "no_key": ("A line stands there, but without its key.", "Replace it with the whole line below."),
    "other_origin": (
        "A line stands there, but it asks another address than ours.",
        "Replace it with the line below.",
    ),
    "commented": (
        "The line stands there between <!-- and -->, so browsers pass over it.",
        "Take those two marks away.",
    ),
    "noscript": (
        "The line stands in a part of the page that browsers don't use (noscript or template).",
        "Move it out of there: into the head, or before </body>.",
    ),
    "as_text": (
        "The line stands there as text to read, not as code.",
        "Paste it into the box for code, not into a text.",
    ),
    "draws_itself": (
        "The page is empty as it is served and draws itself in the browser, so we can't tell from here.",
        "Put the line into the page that is served at first, before </body>; then it is heard as soon as "
        "somebody looks.",
    ),
    "missing": (
        "The line isn't there.",
        "Put it into {host}, as told beside this, and publish there. Then check again.",
    ),
}


def _blocked(sight: Sight) -> Told:
    stops = sight.blocks
    what = " and ".join(
        dict.fromkeys({"script": "load", "connection": "ask us"}[stop.what] for stop in stops)
    )
    if any(stop.wants_nonce for stop in stops):
        return Told(
            "barred",
            "The line stands there, but the page's policy lets no script load without a nonce.",
            "Whoever keeps the site gives our script tag the page's nonce, as it does its own.",
            tuple(stop.stands for stop in stops if stop.wants_nonce),
        )
    return Told(
        "barred",
        f"The line stands there, but the page's Content-Security-Policy doesn’t let it {what}.",
        "Whoever keeps the site changes these parts of it to read:",
        tuple(dict.fromkeys(stop.read for stop in stops)),
    )


NOTE = {
    "no_crossorigin": "It is an older form of the line. It goes on working; today's is a little faster.",
    "pinned": "It is a pinned form: it never gets a mended button, and must be renewed within two years.",
    "waits": "It waits (data-wait) until the page starts it, so it shows only then.",
    "consent": "The page holds scripts back until visitors agree. The line sets no cookie and need not wait.",
    "draws_itself": "The page draws itself in the browser; what is drawn there can't be seen from here.",
    "frames": "The page is one frame: the line belongs into the page inside it too.",
}


def note_words(sight: Sight) -> list[str]:
    """What may matter besides."""
    lines = [NOTE[code] for code in sight.notes if code in NOTE and code != sight.code]
    if "cached" in sight.notes:
        lines.append(
            f"It came out of a cache, {_ago(sight.age_s)} old: a change made since may not be out yet."
        )
    return lines


def _ago(seconds: int) -> str:
    for size, name in ((86_400, "day"), (3_600, "hour"), (60, "minute")):
        if seconds >= size:
            n = seconds // size
            return f"{n} {name}{'s' if n > 1 else ''}"
    return f"{seconds} seconds"


NOT_FETCHED = {
    "not_public": "That isn't a public address, so it can't be looked at from here.",
    "not_found": "There is no page at that address. Check how it is written.",
    "gone": "There is no page at that address. Check how it is written.",
    "shut": "The site lets nobody in there who isn’t signed in.",
    "not_a_page": "What is at that address isn't a page.",
    "too_slow": "The site didn't answer within six seconds. Try again in a moment.",
    "unreachable": "The site can't be reached just now. Try again in a moment.",
    "too_many_hops": "The address leads on and on, and never to a page.",
    "busy": "You have looked at many pages just now. Wait a minute and try again.",
}


_MET = {
    "covered": (
        "The button stands there, but something of the page lies over it.",
        "Move the button away from it under Looks, or have that part of the page stand elsewhere.",
    ),
    "outside": (
        "The button stands there, but outside of the window.",
        "Something of the page moves or turns all it holds. Set the offsets under Looks nearer to the "
        "corner.",
    ),
    "hidden": (
        "The button stands there, but the page’s own styles hide it.",
        "Whoever keeps the site looks for a style that hides elements it doesn’t know, and leaves kk-door "
        "out.",
    ),
}


def met_words(met: Mapping[str, Any]) -> Told:
    """What a page reported of the button on it, seen in a browser."""
    if met["refused"]:
        what, _, address = met["refused"][0].partition(" ")
        parts = urlsplit(address)
        return Told(
            "barred",
            "The page’s Content-Security-Policy refused something of ours.",
            f"Whoever keeps the site adds {parts.scheme}://{parts.netloc} to {what}.",
        )
    if not met["stands"]:
        return Told("ajar", "The line works there, and no button came.", "The checks below say why.")
    for code, (says, how) in _MET.items():
        if code in met["met"]:
            return Told("barred", says, how)
    return Told("open", "The button stands there and can be seen.")


SILENT: dict[Cause, tuple[str, str]] = {
    "browser_files": (
        "Most likely this browser: our files don’t get through it, not even from here.",
        "A blocker or a company’s filter stops them. Let them through, or look with another browser.",
    ),
    "browser_messages": (
        "Most likely this browser: our files get through it, our questions don’t, not even from here.",
        "A blocker stops them. Let them through, or look with another browser.",
    ),
    "page": (
        "Most likely the page itself, as it is served:",
        "Mend that first, then look again.",
    ),
    "later": (
        "Most likely the line starts later there: the page, or a consent tool, holds it back.",
        "Agree to what the page asks, wait a moment, and look again.",
    ),
    "unknown": (
        "Likely something in this browser that works on other sites only, such as a blocker, or the tab was "
        "closed too soon.",
        "Look with another browser or on a phone; the line is as it should be as far as we see.",
    ),
}


STANDING: dict[str, tuple[Literal["open", "ajar", "shut", "barred"], str]] = {
    "working": ("open", "The line is in and working"),
    "silent": ("barred", "Silent, although it was heard daily before"),
    "stranger": ("barred", "Heard where it isn’t allowed"),
    "quiet": ("ajar", "Not heard for some days"),
    "waiting": ("shut", "Not heard yet"),
    "nowhere": ("ajar", "No web address is allowed yet"),
}
HEARING_NOTE = {
    "other_key": (
        "A line with another site’s key was heard there. Replace it with the line below, then this site’s "
        "button shows."
    ),
    "no_question": (
        "Our file is fetched there, but nothing asks us: the line has no key, or the page’s policy stops it. "
        "Check a page to see which."
    ),
}
FORM = {
    "old": "An older form of the line stands on {path}. It goes on working; today’s is a little faster.",
    "twice": "The line stands twice on {path}. That does no harm: one button stands.",
    "frame": "On {path} the line stands inside a frame: the button can’t leave it.",
    "loader": "On {path} the line comes through a tag loader, so it shows a little later.",
}


def host_line(hearing: str, state: str, heard_at: datetime | None, at: datetime) -> str:
    """How a web address is heard, in a sentence that the pages' number follows where it is heard."""
    if heard_at is None:
        return "On your list, never heard. Is the line in its pages?"
    days = (at - heard_at).days
    ago = f"{_ago(max(1, int((at - heard_at).total_seconds())))} ago"
    if state == "heard":
        return f"Heard {ago}. Not on your list, so visitors there get no button."
    if hearing == "silent":
        return f"Silent for {days} days, although it was heard daily before."
    return f"Not heard for {days} days." if hearing == "quiet" else f"Line heard {ago}."


TROUBLE = {
    "covered": "something of the page lies over the button, so visitors can’t press it.",
    "outside": "the page pushes the button out of the window, so visitors can’t see it.",
    "hidden": "the page hides the button, so visitors can’t see it.",
}
