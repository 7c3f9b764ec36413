/** Styles of the button. Adopted, not written into the page, so that a strict policy lets them be. */

export const BUTTON_CSS = `
*{box-sizing:border-box}
.door{position:fixed;bottom:calc(var(--foot) + env(safe-area-inset-bottom));height:var(--size);min-width:var(--size);padding:0 20px 0 16px;
display:inline-flex;align-items:center;justify-content:center;gap:10px;border:0;margin:0;cursor:pointer;font:600 15.5px/1 var(--font);letter-spacing:normal;
background:var(--brand);color:var(--on_brand);border-radius:min(26px,calc(var(--size)/2)) min(26px,calc(var(--size)/2)) min(11px,calc(var(--size)*.21)) min(11px,calc(var(--size)*.21));
box-shadow:0 2px 4px rgb(40 20 30/10%),0 14px 30px -10px rgb(40 20 30/45%);transition:background-color .12s,transform .09s;-webkit-tap-highlight-color:transparent;max-width:calc(100vw - 2*var(--side));pointer-events:auto}
.right{right:calc(var(--side) + env(safe-area-inset-right))}.left{left:calc(var(--side) + env(safe-area-inset-left))}
.round{width:var(--size);padding:0;border-radius:50%}.round .label{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)}
.door:hover,.door[aria-expanded=true]{background:var(--hover)}.door:active{transform:translateY(1px)}
:focus-visible{outline:2px solid var(--focus);outline-offset:1px;box-shadow:0 0 0 5px var(--focus-ground)}
.label{overflow:hidden;text-overflow:ellipsis;white-space:nowrap}
.ring{flex:none;width:22px;height:26px;fill:var(--ring)}.ring g{transform-origin:11px 4px}
@keyframes kk-in{from{opacity:0;transform:translateY(8px)}}
@keyframes kk-swing{0%,100%{transform:none}30%{transform:rotate(18deg)}65%{transform:rotate(-10deg)}}
.door{animation:kk-in .26s ease-out}.ring g{animation:kk-swing .42s .3s ease-in-out}.door:hover .ring g{animation:kk-swing-again .42s ease-in-out}
@keyframes kk-swing-again{0%,100%{transform:none}30%{transform:rotate(18deg)}65%{transform:rotate(-10deg)}}
@media (prefers-reduced-motion:reduce){.door,.ring g,.door:hover .ring g{animation:none;transition:none}}
@media (forced-colors:active){.door{border:2px solid ButtonText;forced-color-adjust:auto}.ring{fill:ButtonText}}
@media print{.door{display:none}}`

/** A sheet for a shadow root; null where the browser can't make one. */
export function sheet(css: string): CSSStyleSheet {
  const made = new CSSStyleSheet()
  made.replaceSync(css)
  return made
}
