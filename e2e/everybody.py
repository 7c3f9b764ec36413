"""What must hold of every state of every screen, at every size: what axe-core finds, and what it can't
see."""

from pathlib import Path
from typing import Any

from playwright.sync_api import Page

AXE = (Path(__file__).resolve().parents[1] / "node_modules" / "axe-core" / "axe.min.js").read_text(
    encoding="utf-8"
)
RULES = {
    "runOnly": {
        "type": "tag",
        "values": ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"],
    },
    "resultTypes": ["violations"],
}
# Elements within the page and within our own shadow roots, with whether they are to be seen.
MEASURE = """([least, ours]) => {
  const found = []
  const all = (root) => [...root.querySelectorAll('*')].flatMap(
    (e) => [e, ...(e.shadowRoot ? all(e.shadowRoot) : [])])
  const name = (e) => e.localName + (e.className?.baseVal === undefined && e.className
    ? '.' + String(e.className).trim().split(/\\s+/).slice(0, 2).join('.') : '')
    + ' “' + (e.getAttribute('aria-label') || e.textContent || '').trim().slice(0, 30) + '”'
  const seen = (e) => e.checkVisibility({ visibilityProperty: true, opacityProperty: true })
    && !e.closest('.sr, [inert]') && e.getClientRects().length
  if (document.documentElement.scrollWidth > innerWidth + 1) {
    const wide = all(document).filter((e) => seen(e) && e.getBoundingClientRect().right > innerWidth + 1)
    found.push('scrolls sideways: ' + wide.slice(-3).map(name).join(', '))
  }
  for (const e of all(document)) {
    if (!seen(e) || (ours && e.getRootNode() === document) || e.matches('.trap, .it')) continue
    const small = [...e.childNodes].some((n) => n.nodeType === 3 && n.data.trim())
      && parseFloat(getComputedStyle(e).fontSize) < 12 && !e.closest('[aria-hidden]')
    if (small) found.push('smaller than 12 px: ' + name(e))
    if (!least || !e.matches('button, [role="button"], [role="tab"], [role="radio"], select, summary, ' +
      'input:not([type=hidden]), textarea, a[href]')) continue
    const style = getComputedStyle(e), box = (e.closest('.v-field') || e).getBoundingClientRect()
    if (e.matches('input') && /^(radio|checkbox|file|range|color)$/.test(e.type)) continue
    const inWords = style.display === 'inline' || (e.closest('p, li, dd, small, td') &&
      style.display.startsWith('inline') && !e.classList.contains('chip'))
    if (!inWords && box.height > 0 && box.height < least - 0.6) found.push(
      `lower than ${least} px: ${name(e)} ${Math.round(box.width)} × ${Math.round(box.height)}`)
  }
  return [...new Set(found)]
}"""


def violations(page: Page) -> list[str]:
    """What axe-core finds, in the page and in the button's shadow."""
    if not page.evaluate("'axe' in window"):
        page.evaluate(AXE)
    found: dict[str, Any] = page.evaluate("rules => axe.run(document, {...rules, iframes: false})", RULES)
    for fault in found["violations"]:
        # What a press lets down stands apart from all landmarks, and belongs to its press (aria-controls).
        if fault["id"] == "region":
            fault["nodes"] = [node for node in fault["nodes"] if "v-overlay" not in str(node["target"])]
    return [
        f"{fault['id']}: {fault['help']} at {[node['target'] for node in fault['nodes']][:3]} "
        f"{fault['nodes'][0]['failureSummary'][:300]}"
        for fault in found["violations"]
        if fault["nodes"]
    ]


def misfits(page: Page, *, least_height: int = 0, only_ours: bool = False) -> list[str]:
    """What scrolls the page sideways, letters below 12 px, and, where `least_height` is given, what is lower
    than a finger needs; words within a sentence are exempt (WCAG 2.2, 2.5.8). On a page of somebody else's
    `only_ours`.
    """
    found: list[str] = page.evaluate(MEASURE, [least_height, only_ours])
    return found


def heading_faults(page: Page) -> list[str]:
    """One heading of the first rank, and a window named after it and the business."""
    headings, title = page.evaluate(
        "[[...document.querySelectorAll('h1')].map((h) => h.textContent.trim()), document.title]"
    )
    if len(headings) != 1:
        return [f"{len(headings)} h1"]
    return [] if title.startswith(headings[0].rstrip(".…")) and ", " in title else [f"window named {title!r}"]
