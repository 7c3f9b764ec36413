/** Styles that are needed only once the button stands: its motions, the nudge. */

export const STAY_CSS = `
.door.off{transform:translateY(calc(100% + var(--foot) + 20px));opacity:0}
@keyframes kk-nod{0%,100%{transform:none}35%{transform:translateY(-3px)}70%{transform:translateY(2px)}}
@keyframes kk-lean{0%,100%{transform:none}50%{transform:rotate(-4deg)}}
.nudge{position:fixed;bottom:calc(var(--foot) + var(--size) + 12px + env(safe-area-inset-bottom));display:flex;flex-wrap:wrap;align-items:start;max-width:min(260px,calc(100vw - 2*var(--side)));background:var(--card);color:var(--ink);
border-radius:18px 18px 10px 10px;box-shadow:0 1px 2px rgb(40 20 30/5%),0 6px 18px -6px rgb(40 20 30/30%);font:400 14px/20px var(--font);pointer-events:auto}
.nudge .words{flex:1 1 60%;border:0;background:none;color:inherit;font:inherit;text-align:start;padding:12px 0 12px 16px;cursor:pointer;overflow-wrap:anywhere}
[dir=rtl] .nudge .words,:host([dir=rtl]) .nudge .words{padding:12px 16px 12px 0}
.nudge .x{position:static;flex:none;width:44px;height:44px;border:0;background:none;color:var(--muted);cursor:pointer;padding:14px}.nudge .x svg{display:block;width:16px;height:16px;stroke:currentColor;stroke-width:1.8;stroke-linecap:round}
.nudge .reply{flex:none;max-width:calc(100% - 20px);min-height:36px;margin:0 10px 10px;border:0;padding:6px 14px;border-radius:16px 16px 8px 8px;background:var(--tint);color:var(--word);font:600 13.5px/17px var(--font);cursor:pointer;text-align:start}.nudge .reply:hover{box-shadow:inset 0 0 0 1.5px var(--word)}
@keyframes kk-rise{from{opacity:0;transform:translateY(10px)}}
.n-rise{animation:kk-rise .3s ease-out}.n-nod{animation:kk-rise .3s ease-out,kk-nod .5s .4s ease-in-out 2}.n-lean{transform-origin:100% 100%;animation:kk-rise .3s ease-out,kk-lean .6s .4s ease-in-out}
@media (prefers-reduced-motion:reduce){.nudge{animation:none!important}.door.off{transition:none}}
@media (forced-colors:active){.nudge{border:1px solid CanvasText}}
.door{transition:background-color .12s,transform .16s,opacity .16s;-webkit-tap-highlight-color:transparent}.door:hover,.door[aria-expanded=true]{background:var(--hover)}.door:active{transform:translateY(1px)}.ring{transform-origin:50% 15%}
@media (max-width:480px){.nudge .reply{min-height:44px}}
@media (prefers-reduced-motion:reduce){.door{transition:none}}
@media (forced-colors:active){.door{border:2px solid ButtonText}.ring{forced-color-adjust:none;background:ButtonText}}
@media print{.door,.nudge{display:none}}`
