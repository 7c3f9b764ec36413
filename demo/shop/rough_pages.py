"""The hardest pages of the rough corner: what takes ours away, moves it, or listens to what is typed in it.

Name → (what is unkind, what stands in the head, what stands in the body). `{line}` is the embed line,
`{origin}` ours; nothing else in braces is filled in.
"""

TEXT = "<p>Bring a bicycle in the morning and it is usually ready by the evening.</p>" * 6

# As a framework does that takes over the whole document: what the server drew is compared with what it
# expects, and drawn anew, without what it doesn't know, where the two differ.
TAKEN_OVER = """<p id="state">drawn on the server</p>{line}<script>
window.__remixContext = {};
addEventListener('load', () => {
  const strange = [...document.documentElement.children].filter((e) => !['HEAD', 'BODY'].includes(e.tagName));
  if (strange.length) {
    for (const e of strange) e.remove();
    document.getElementById('state').textContent = 'failed, drawn anew';
  } else document.getElementById('state').textContent = 'taken over';
})
</script>"""
VARIANTS = """<h1>Touring pair</h1><button id="v" onclick="history.replaceState({}, '', '?spokes=' +
(n += 2))">More spokes</button><a id="h" href="#/reviews">Reviews</a><button id="gone"
onclick="history.pushState({}, '', '/checkout')">Checkout</button>{line}<script>let n = 30</script>"""
DECK = """<h1 id="slide">1</h1><input id="find" aria-label="Find"><p id="log"></p>{line}<script>
let at = 1;
addEventListener('keydown', (e) => {
  log.textContent += e.key;
  if (e.key === ' ' || e.key === 'ArrowRight') { e.preventDefault(); slide.textContent = ++at }
  if (e.key === '/') { e.preventDefault(); find.focus() }
});
for (const sign of ['paste', 'copy', 'input']) document.addEventListener(sign, (e) => {
  if (e.target !== find) { e.preventDefault(); log.textContent += sign }
});
</script>"""
TRAP = """<div id="d" role="dialog" aria-modal="true" aria-label="Newsletter"
style="position:fixed;inset:20% 30%;z-index:900;background:#fff;border:1px solid;padding:20px">
<input id="mail" aria-label="Your email">
<button onclick="d.remove();document.body.focus()">No thanks</button></div>
{line}<script>
document.addEventListener('focusin', (e) => {
  if (document.getElementById('d') && !d.contains(e.target)) mail.focus();
}, true);
mail.focus();
</script>"""
OLD_LIBRARY = """{line}"""
OLD_LIBRARY_HEAD = """<script>
Array.from = function () { return {} };
Array.prototype.entries = function () { return this.slice() };
Array.prototype.toJSON = function () { return '[' + this.join() + ']' };
String.prototype.toJSON = function () { return '"' + this + '"' };
Number.prototype.toJSON = function () { return String(this) };
Element.prototype.remove = function () { throw new Error('remove what?') };
Function.prototype.bind = function () { return this };
delete NodeList.prototype[Symbol.iterator];
delete HTMLCollection.prototype[Symbol.iterator];
String.prototype.padStart = function () { return '' };
</script>"""
REWRITTEN = """<p>First.</p>{line}<script>setTimeout(() => {
document.write('<!doctype html><title>Again</title><body><p id="again">Written anew.</p>' +
  document.querySelector('script[data-site]').outerHTML);
document.close();
}, 2500)</script>"""
ROOT_REDRAWN = """<p>First.</p>{line}<script>setTimeout(() => {
document.documentElement.innerHTML = '<head><title>Again</title></head><body><p>Drawn anew.</p></body>';
const body = document.createElement('body');
body.innerHTML = '<p id="again">Drawn twice anew.</p>';
document.body.replaceWith(body);
}, 2500)</script>"""

WAITS = """<script>
addEventListener('load', () => {
  const line = document.createElement('script');
  line.src = '{origin}/k.js';
  line.dataset.site = 'averil7q';
  line.crossOrigin = 'anonymous';
  document.head.append(line);
})
</script>"""
XHTML = (
    '<?xml version="1.0"?><html xmlns="http://www.w3.org/1999/xhtml" lang="en"><head>'
    "<title>A page in XHTML</title>"
    "</head><body>" + TEXT + "{line}</body></html>"
)

PAGES: dict[str, tuple[str, str, str]] = {
    "taken-over": ("A page drawn on the server and taken over whole", "", TEXT + TAKEN_OVER),
    "variants": ("A product whose address changes with its variants", "", VARIANTS + TEXT),
    "deck": ("A deck of slides that listens to keys", "", DECK + TEXT),
    "trap": ("A dialog of the page that pulls the focus back", "", TEXT + TRAP),
    "old-library": (
        "An old library that replaced what the browser has",
        OLD_LIBRARY_HEAD,
        TEXT + OLD_LIBRARY,
    ),
    "turned-root": (
        "A root that is turned and moved",
        "<style>html{transform:translateX(60px) rotate(1deg)}</style>",
        TEXT * 6 + "{line}",
    ),
    "zoomed-root": ("A root that is zoomed", "<style>html{zoom:1.5}</style>", TEXT * 6 + "{line}"),
    "filtered-root": (
        "A root held by a perspective",
        "<style>html{perspective:600px;filter:grayscale(.2)}</style>",
        TEXT * 6 + "{line}",
    ),
    "rewritten": ("A page written anew after it loaded", "", REWRITTEN),
    "root-redrawn": ("A root whose inside is drawn anew, body and all", "", ROOT_REDRAWN),
    "sandbox": (
        "A frame that lets no link open",
        "",
        '<iframe sandbox="allow-scripts allow-same-origin" src="/rough/plain-inside" width="900" '
        'height="700"></iframe>',
    ),
    "covered": (
        "Something of the page's own that lies over all else",
        "",
        TEXT + '{line}<div id="over" popover="manual" style="inset:0;width:auto;height:auto;margin:0;'
        'background:#0000;pointer-events:auto"></div><script>'
        "setTimeout(() => over.showPopover(), 2500)</script>",
    ),
    "out-of-sight": (
        "A root pushed out of the window, in a browser without a top layer",
        "<style>html{transform:translateX(-4000px)}</style><script>"
        "HTMLElement.prototype.showPopover = () => { throw new Error() }</script>",
        TEXT + "{line}",
    ),
    "waits-for-load": ("A line that waits for the page's load", "", TEXT + WAITS),
    "plain-inside": ("A plain page for a frame", "", TEXT + "{line}"),
}
