"""Pages on which the line was put as it happens: where it stands right, and in twenty ways in which it
doesn't.

Name → a page, and what Fitting must see of it. `{line}` is the embed line, `{origin}` ours, `{key}` the
site's; nothing else in braces is filled in. The shop shows them under /rough/fitted-…, core's table judges
them.
"""

from dataclasses import dataclass, field

TEXT = "<p>Bring a bicycle in the morning and it is usually ready by the evening of the same day.</p>" * 3
SRC = "{origin}/k.js"


@dataclass(frozen=True, slots=True)
class Page:
    """`code` and `notes` as `core.fitting.Sight` has them."""

    title: str
    body: str
    code: str
    head: str = ""
    headers: dict[str, str] = field(default_factory=dict)
    notes: tuple[str, ...] = ()


def _policy(policy: str) -> dict[str, str]:
    return {"Content-Security-Policy": policy}


PAGES: dict[str, Page] = {
    "in-head": Page("In the head", TEXT, "found", "{line}"),
    "in-foot": Page("At the foot", TEXT + "{line}", "found"),
    "twice": Page("Twice", TEXT + "{line}{line}", "found"),
    "old-form": Page(
        "An older form of it",
        TEXT + f'<script async src="{SRC}" data-site="{{key}}"></script>',
        "found",
        notes=("no_crossorigin",),
    ),
    "pinned": Page(
        "The pinned form of it",
        TEXT + '<script async src="{origin}/k/k.0123456789abcdef.js" integrity="sha384-x" data-site="{key}" '
        'crossorigin="anonymous"></script>',
        "found",
        notes=("pinned",),
    ),
    "waits": Page("One that waits to be started", TEXT + "{waiting}", "found", notes=("waits",)),
    "cached": Page("Out of a cache", TEXT + "{line}", "found", headers={"Age": "86400"}, notes=("cached",)),
    "none": Page("Without it", TEXT, "missing"),
    "none-cached": Page(
        "Without it, out of a cache", TEXT, "missing", headers={"Age": "3600"}, notes=("cached",)
    ),
    "commented": Page("Commented out", TEXT + "<!-- {line} -->", "commented"),
    "noscript": Page("Only for who has no scripts", TEXT + "<noscript>{line}</noscript>", "noscript"),
    "template": Page("In a part that is not used", TEXT + "<template>{line}</template>", "noscript"),
    "as-text": Page("Put in as text", TEXT + "<p>{escaped}</p>", "as_text"),
    "other-key": Page(
        "Of another site",
        TEXT + f'<script async src="{SRC}" data-site="averilhire" crossorigin></script>',
        "other_key",
    ),
    "no-key": Page("Without a key", TEXT + f'<script async src="{SRC}"></script>', "no_key"),
    "other-address": Page(
        "From another address of ours",
        TEXT + '<script async src="https://old.knock.example/k.js" data-site="{key}"></script>',
        "other_origin",
    ),
    "held-back": Page(
        "Held back until visitors agree",
        TEXT + f'<script type="text/plain" data-consent="chat" src="{SRC}" data-site="{{key}}"></script>',
        "held_back",
        notes=("consent",),
    ),
    "delayed": Page(
        "Put off by whatever makes the page faster",
        TEXT + f'<script type="later/javascript" data-src="{SRC}" data-site="{{key}}"></script>',
        "held_back",
        notes=("consent",),
    ),
    "policy-script": Page(
        "A policy that stops the script",
        TEXT + "{line}",
        "blocked_script",
        headers=_policy("default-src 'self'; connect-src 'self'; img-src *"),
    ),
    "policy-connection": Page(
        "A policy that stops its questions",
        TEXT + "{line}",
        "blocked_connection",
        head='<meta http-equiv="Content-Security-Policy" content="connect-src \'self\'">',
    ),
    "policy-nonce": Page(
        "A policy that wants a nonce",
        TEXT + "{line}",
        "blocked_script",
        headers=_policy("script-src 'nonce-r4nd0m' 'strict-dynamic'"),
    ),
    "policy-open": Page(
        "A policy that lets it through",
        TEXT + "{line}",
        "found",
        headers=_policy("script-src 'self' http: https:; connect-src *"),
    ),
    "draws-itself": Page(
        "A page that draws itself in the browser",
        '<div id="root"></div><script src="/rough/app.js"></script>',
        "draws_itself",
        notes=("draws_itself",),
    ),
    "in-a-frame": Page(
        "A page that is all frame",
        '<iframe src="/rough/plain-inside" title="The shop" width="900" height="700"></iframe>',
        "missing",
        notes=("frames",),
    ),
}
