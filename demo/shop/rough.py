"""The rough corner: pages as unkind to an embedded button as real ones are. Each has one fault and says
so.
"""

import re
from collections.abc import Callable, Iterable
from html import escape
from pathlib import Path
from typing import Any

from .ill_fitted import PAGES as ILL_FITTED
from .rough_pages import PAGES as HARD
from .rough_pages import TEXT, XHTML

DOC = Path(__file__).resolve().parents[2] / "docs" / "embed.md"

SPA = """<nav><a href="/rough/spa">Shop</a> <a href="/rough/spa/checkout" id="go">Checkout</a></nav>
<h1 id="t">Shop</h1><script>
document.addEventListener('click', (e) => {
  const a = e.target.closest('nav a');
  if (!a) return;
  e.preventDefault();
  history.pushState({}, '', a.href);
  t.textContent = a.textContent;
})
</script>"""
REDRAW = """<div class="buy" id="b"></div><script>
let n = 0;
const draw = () => { b.innerHTML = '<button data-ask>Add to basket ' + (++n) + '</button>' };
draw();
setInterval(() => { if (n < 5) draw() }, 400);
</script>
<script type="application/ld+json">{"@context":"https://schema.org","@type":"Product","name":"Patch tin",
"offers":{"@type":"Offer","price":"6.50","priceCurrency":"GBP"}}</script>"""
# name → (what is unkind, what stands in the head, what stands in the body, further headers). {line} is the
# embed line.
PAGES: dict[str, tuple[str, str, str, tuple[tuple[str, str], ...]]] = {
    "csp": (
        "A strict Content-Security-Policy with trusted types",
        "",
        TEXT + "{line}",
        (
            (
                "Content-Security-Policy",
                "default-src 'self'; script-src 'self' {origin}; connect-src 'self' {origin}; style-src "
                "'self'; base-uri 'none'; require-trusted-types-for 'script'",
            ),
        ),
    ),
    "csp-blocked": (
        "A policy that lets the script in but not its questions",
        "",
        TEXT + "{line}",
        (("Content-Security-Policy", "default-src 'self'; script-src {origin}; connect-src 'self'"),),
    ),
    "unset": (
        "Buttons stripped of everything, boxes sized otherwise",
        "<style>*{{all:unset;box-sizing:content-box!important;font-size:7px!important;color:red!important}}"
        "button{{all:unset!important;display:none!important}}</style>",
        TEXT + "{line}",
        (),
    ),
    "transform": (
        "A body that is turned and moved",
        "<style>body{{transform:translateX(40px) rotate(1deg);overflow:hidden;height:100vh}}</style>",
        TEXT + "{line}",
        (),
    ),
    "z-wars": (
        "A bar above everything",
        "<style>.bar{{position:fixed;inset:auto 0 "
        "0;height:80px;z-index:2147483647;background:#dfe7e2;padding:20px}}</style>",
        TEXT + '<div class="bar">We value your biscuits.</div>{line}',
        (),
    ),
    "twice": ("The line pasted twice, and a third time in the head", "{line}", TEXT + "{line}{line}", ()),
    "head": ("The line in the head, without async", "{plain}", TEXT, ()),
    "loader": (
        "A tag loader that brings the line a second later",
        "",
        TEXT + "<script>setTimeout(() => {{ const s = document.createElement('script'); s.src = "
        "'{origin}/k.js'; s.dataset.site = 'averil7q'; document.head.append(s) }}, 1000)</script>",
        (),
    ),
    "wait": (
        "A line that waits for the page's own consent",
        "",
        TEXT + '<button id="yes" onclick="KindKnock.start()">Yes, load it</button><script async '
        'src="{origin}/k.js" data-site="averil7q" data-wait crossorigin></script>',
        (),
    ),
    "frame": (
        "A page builder's preview: the page within a page",
        "",
        '<iframe src="/rough/plain" width="100%" height="420"></iframe>{line}',
        (),
    ),
    "bare": ("A plain page without the line", "", TEXT, ()),
    "plain": ("A plain page", "", TEXT + "{line}", ()),
    "link": (
        "A plain page with a plain link shown by a script, to measure ours against",
        "",
        TEXT
        + '<script async src="http://scripts.localhost:{port}/static/plain-link.js" crossorigin></script>',
        (),
    ),
    "own-name": (
        "A page with a KindKnock of its own, and frozen prototypes",
        "<script>window.KindKnock = 'mine'; Object.freeze(Array.prototype); "
        "Object.freeze(Object.prototype); Object.freeze(Element.prototype)</script>",
        TEXT + "{line}",
        (),
    ),
    "spa": ("A page that changes its address without loading", "", SPA + "{line}", ()),
    "redraw": (
        "A shop that redraws its buy button",
        '<meta property="og:type" content="product">',
        REDRAW + "{line}",
        (),
    ),
    "narrow": (
        "A narrow column and the owner's own tags",
        "",
        '<div style="width:96px"><kind-knock label="Ask about this"></kind-knock></div><p><a '
        'href="/contact" data-kind-knock id="own">Write to us</a></p>{line}',
        (),
    ),
    "late-language": (
        "A page that says its language late",
        "",
        TEXT + "<script>setTimeout(() => {{ document.documentElement.lang = 'pt' }}, 1500)</script>{line}",
        (),
    ),
    "focus": (
        "A field where the button stands",
        "<style>#f{{position:fixed;right:40px;bottom:30px;width:160px;height:30px;border:1px solid}}</style>",
        '<input id="f" aria-label="Search">' + TEXT + "{line}",
        (),
    ),
    "public": (
        "What a site's maker may call",
        "",
        """<button id="o" onclick="KindKnock.open()">Open</button>
<button id="h" onclick="KindKnock.hide()">Hide</button>
<button id="s" onclick="KindKnock.show()">Show</button>
<button id="f" onclick="KindKnock.setFacts({{ product: 'Reed basket', order: 'A-1042' }})">Set facts</button>
<ol id="log"></ol><script>
for (const what of ['shown', 'opened', 'knocked']) {{
  document.addEventListener('kindknock:' + what, (e) => {{
    const li = document.createElement('li');
    li.textContent = what + ' ' + JSON.stringify(e.detail);
    log.append(li);
  }})
}}</script>{line}""",
        (),
    ),
}


def answer(name: str, line: str, origin: str, port: str, start: Callable[..., Any]) -> Iterable[bytes]:
    """One rough page, or the list of them."""
    base, _, _ = name.partition("/")
    if base == "sample":
        return _send(start, sample_of(origin), ())
    if base in HARD:
        title, head, body = HARD[base]
        filled = [part.replace("{line}", line).replace("{origin}", origin) for part in (head, body)]
        return _say(start, title, filled[0], f"<p><i>{title}.</i></p>{filled[1]}", ())
    if base.startswith("fitted-") and base.removeprefix("fitted-") in ILL_FITTED:
        fitted = ILL_FITTED[base.removeprefix("fitted-")]
        head, body = (
            part.replace("{line}", line)
            .replace("{waiting}", line.replace(" async", " data-wait async"))
            .replace("{escaped}", escape(line))
            .replace("{origin}", origin)
            .replace("{key}", "averil7q")
            for part in (fitted.head, fitted.body)
        )
        # The corner's own frame is lean, so that a page may be as empty as it says.
        return _say(start, fitted.title, head, body, tuple(fitted.headers.items()))
    if base == "xhtml":
        strict = line.replace(" async ", ' async="async" ').replace(
            " crossorigin>", ' crossorigin="anonymous">'
        )
        return _send(start, XHTML.replace("{line}", strict), (), kind="application/xhtml+xml")
    if base not in PAGES:
        titles = {page: title for page, (title, *_) in [*PAGES.items(), *HARD.items()]}
        titles["xhtml"] = "A page in XHTML"
        titles |= {f"fitted-{page}": f"Line: {each.title.lower()}" for page, each in ILL_FITTED.items()}
        rows = "".join(f'<li><a href="/rough/{page}">{title}</a></li>' for page, title in titles.items())
        return _say(
            start,
            "The rough corner",
            "",
            "<h1>The rough corner</h1><p>Pages on which a button must stand all the "
            f"same.</p><ul>{rows}</ul>",
            (),
        )
    title, head, body, headers = PAGES[base]
    values = {"line": line, "origin": origin, "plain": line.replace(" async", ""), "port": port}
    filled = [
        part.format(**values) if base not in ("spa", "redraw") else part.replace("{line}", line)
        for part in (head, body)
    ]
    return _say(
        start,
        title,
        filled[0],
        f"<p><i>{title}.</i></p>{filled[1]}",
        tuple((key, value.format(**values)) for key, value in headers),
    )


def sample_of(origin: str) -> str:
    """The sample page of docs/embed.md, its line pointed here."""
    blocks = re.findall(r"```html\n(.*?)```", DOC.read_text(encoding="utf-8"), re.DOTALL)
    return (
        str(next(block for block in blocks if "<html" in block))
        .replace("https://knock.example", origin)
        .replace("YOURKEY", "averil7q")
    )


def _say(
    start: Callable[..., Any], title: str, head: str, body: str, headers: tuple[tuple[str, str], ...]
) -> Iterable[bytes]:
    page = (
        '<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" '
        'content="width=device-width, initial-scale=1">'
        f'<title>{title}</title><link rel="icon" href="data:,">{head}</head><body>{body}</body></html>'
    )
    return _send(start, page, headers)


def _send(
    start: Callable[..., Any], text: str, headers: tuple[tuple[str, str], ...], *, kind: str = "text/html"
) -> Iterable[bytes]:
    page = text.encode()
    start(
        "200 OK",
        [
            ("Content-Type", f"{kind}; charset=utf-8"),
            ("Content-Length", str(len(page))),
            ("Cache-Control", "no-store"),
            *headers,
        ],
    )
    return [page]
