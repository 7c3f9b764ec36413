/** Styles of the button. Adopted, not written into the page, so that a strict policy lets them be. */

export const BUTTON_CSS = `
*{box-sizing:border-box}
.door{position:fixed;bottom:calc(var(--foot) + env(safe-area-inset-bottom));display:inline-flex;align-items:center;justify-content:center;gap:10px;height:var(--size);min-width:var(--size);padding:0 20px 0 16px;border:0;margin:0;cursor:pointer;font:600 15.5px/1.2 var(--font);text-decoration:none;
background:var(--brand);color:var(--on_brand);--r:min(26px,calc(var(--size)/2));--b:min(11px,calc(var(--size)*.21));border-radius:var(--r) var(--r) var(--b) var(--b);pointer-events:auto;max-width:calc(100vw - 2*var(--side));box-shadow:0 14px 30px -10px rgb(40 20 30/45%)}
.right{right:calc(var(--side) + env(safe-area-inset-right))}.left{left:calc(var(--side) + env(safe-area-inset-left))}
:focus-visible{outline:2px solid #e0a030;outline-offset:1px;box-shadow:0 0 0 5px #3a1424}
.label{overflow:hidden;text-overflow:ellipsis;white-space:nowrap}
.ring{flex:none;width:22px;height:26px;background:var(--ring);clip-path:path("M11 .4a3.6 3.6 0 1 1 0 7.2 3.6 3.6 0 0 1 0-7.2zm0 6.2a9.2 9.2 0 1 1 0 18.4 9.2 9.2 0 0 1 0-18.4zm0 2.2a5.7 5.7 0 1 0 0 11.4 5.7 5.7 0 0 0 0-11.4z")}`

/** Adopt more of ours, still under the owner's looks, which come last. */
export function under(root: ShadowRoot, css: string): void {
  const all = [...root.adoptedStyleSheets]
  all.splice(-1, 0, sheet(css))
  root.adoptedStyleSheets = all
}

/** A sheet for a shadow root; null where the browser can't make one. */
export function sheet(css: string): CSSStyleSheet {
  const made = new CSSStyleSheet()
  made.replaceSync(css)
  return made
}
