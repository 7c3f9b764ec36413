/** Styles of the note card: a letter above the button on computers, a sheet at the foot on phones. */

export const CARD_CSS = `
.card{position:fixed;bottom:calc(var(--foot) + var(--size) + 12px + env(safe-area-inset-bottom));width:296px;max-width:calc(100vw - 2*var(--side));max-height:calc(100vh - var(--foot) - var(--size) - 28px);overflow:auto;overscroll-behavior:contain;
background:var(--card);color:var(--ink);border-radius:28px 28px 10px 10px;padding:22px 20px 14px;font:400 14px/20px var(--font);text-align:start;
box-shadow:0 2px 4px rgb(40 20 30/6%),0 18px 44px -12px rgb(40 20 30/28%);animation:kk-card .22s ease-out;pointer-events:auto;text-transform:none}
.card[hidden]{display:none}
@keyframes kk-card{from{opacity:0;transform:translateY(10px)}}
h2{margin:0 26px 12px 0;font:600 19px/24px var(--font);color:var(--word);overflow-wrap:anywhere}
[dir=rtl] h2{margin:0 0 12px 26px}:host(:lang(ar)) .card{line-height:24px}
.x{position:absolute;inset-block-start:14px;inset-inline-end:12px;width:32px;height:32px;border:0;background:none;color:var(--muted);cursor:pointer;border-radius:12px 12px 6px 6px;padding:8px}
.x:hover{background:var(--tint);color:var(--ink)}.x svg{display:block;width:16px;height:16px;stroke:currentColor;stroke-width:1.8;stroke-linecap:round}
.row{display:flex;gap:10px;align-items:baseline;border-bottom:1px solid var(--line);padding:0 0 6px;margin-bottom:10px}
.row>label,.row>span{flex:none;min-width:36px;font-size:12.5px;color:var(--muted)}
textarea{flex:1;min-width:0;width:100%;min-height:62px;max-height:30vh;resize:none;border:0;padding:0;margin:0;background:none;color:inherit;font:400 14px/20px var(--font);caret-color:var(--word);field-sizing:content}
textarea::placeholder{color:var(--muted);opacity:1}textarea:focus-visible{outline:none;box-shadow:none}.row:focus-within{border-bottom-color:var(--word);box-shadow:0 1px 0 var(--word)}
.by{border:0;margin:0;padding:2px 0 0;align-items:start}.by>span{padding-top:9px}.ways{flex:1;display:flex;flex-wrap:wrap;gap:7px}
.way{flex:1 1 38%;min-height:36px;display:flex;align-items:center;justify-content:center;text-align:center;padding:6px 10px;border:0;border-radius:16px 16px 8px 8px;background:var(--tint);color:var(--word);font:600 13.5px/17px var(--font);text-decoration:none;cursor:pointer;overflow-wrap:anywhere}
.three .way{flex-basis:28%}.way:first-child{background:var(--brand);color:var(--on_brand)}.way:hover{box-shadow:inset 0 0 0 1.5px var(--word)}
.small{margin:10px 0 0;font-size:12px;line-height:16px;color:var(--muted)}.small a{color:inherit}.small:empty{display:none}
.said{color:var(--word);font-weight:500}
.card :focus-visible:not(textarea){outline:2px solid var(--focus);outline-offset:1px;box-shadow:0 0 0 5px var(--focus-ground)}
@media (max-width:480px){
.card{left:0!important;right:0!important;bottom:0;width:auto;max-width:none;max-height:calc(100dvh - 24px);border-radius:28px 28px 0 0;padding:24px 20px calc(18px + env(safe-area-inset-bottom));animation-duration:.26s}
.x{width:44px;height:44px;padding:14px;inset-block-start:12px;inset-inline-end:8px}.way{min-height:44px}textarea{font-size:16px;line-height:22px;min-height:88px}.by>span{padding-top:13px}h2{margin-inline-end:40px}}
@media (prefers-reduced-motion:reduce){.card{animation:none}}
@media (forced-colors:active){.card{border:1px solid CanvasText}.way{border:1px solid LinkText}}
@media print{.card{display:none}}`
