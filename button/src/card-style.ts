/** Styles of the note card: a letter above the button on computers, a sheet at the foot on phones. */

export const CARD_CSS = `
.card{scrollbar-width:thin;scrollbar-color:var(--line) transparent;position:fixed;bottom:calc(var(--foot) + var(--size) + 12px + env(safe-area-inset-bottom));width:296px;max-width:calc(100vw - 2*var(--side));max-height:calc(100vh - var(--foot) - var(--size) - 28px);overflow:auto;overscroll-behavior:contain;
background:var(--card);color:var(--ink);border-radius:28px 28px 10px 10px;padding:22px 20px 14px;font:400 14px/20px var(--font);text-align:start;
box-shadow:0 2px 4px rgb(40 20 30/6%),0 18px 44px -12px rgb(40 20 30/28%);animation:kk-card .22s ease-out;pointer-events:auto;overflow-wrap:break-word}
.card:focus{outline:none}.card [hidden],.card[hidden]{display:none!important}
.card.aside{bottom:calc(var(--foot) + env(safe-area-inset-bottom));max-height:calc(100vh - 2*var(--foot))}.card.aside.right{right:calc(var(--side) + var(--size) + 130px)}.card.aside.left{left:calc(var(--side) + var(--size) + 130px)}
.card.menu{width:auto;min-width:200px;padding:18px 16px 10px}.menu h2{font-size:16px;line-height:21px}.menu .by{display:block}.menu .by>span{display:none}
@keyframes kk-card{from{opacity:0;transform:translateY(10px)}}
h2{margin:0 30px 10px 0;font:600 19px/24px var(--font);color:var(--word);overflow-wrap:anywhere}h2:focus{outline:none}h2 .host{display:flex;align-items:center;gap:11px;margin-bottom:8px}h2 .who{font:400 14px/20px var(--font);color:var(--ink)}
:host([dir=rtl]) h2{margin:0 0 10px 30px}:host(:lang(ar)) .card{line-height:24px}
p{margin:0}.help{margin:-4px 0 12px;color:var(--ink)}.help:empty,.small:empty{display:none}
.top:empty{display:none}.top{margin:-22px -20px 14px;min-height:34px}.banner{display:block;width:100%;height:84px;object-fit:cover;border-radius:28px 28px 0 0}.logo{display:block;height:34px;max-width:140px;margin:18px 20px 0;object-fit:contain}
.x{position:absolute;inset-block-start:14px;inset-inline-end:12px;width:32px;height:32px;border:0;background:none;color:var(--muted);cursor:pointer;border-radius:12px 12px 6px 6px;padding:8px}
.x:hover,:has(.banner)>.x{background:var(--card);color:var(--ink)}.x svg{display:block;width:16px;height:16px;stroke:currentColor;stroke-width:1.8;stroke-linecap:round}
.agree{display:block;margin:0 0 12px;font-size:12.5px;line-height:17px;color:var(--muted)}.agree input{width:18px;height:18px;margin:0;margin-inline-end:8px;vertical-align:-4px;accent-color:var(--word)}.agree input:is([aria-invalid],:focus-visible){outline:2px solid #e0a030;outline-offset:2px}.agree a{margin-inline-start:5px;color:inherit}
.to{border:0;margin:0 -8px 6px;padding:0 8px;min-width:0;max-height:190px;overflow:auto}.to:not([hidden])+.row{border-top:1px solid var(--line);padding-top:10px}
.to legend{display:block;padding:0;font-size:12.5px;color:var(--muted);margin:0 0 2px}
.to>*{display:flex;align-items:center;gap:11px;margin:0 -8px;padding:6px 8px;border-radius:14px 14px 8px 8px;position:relative}
.to input{position:absolute;opacity:0;inset:0;margin:0;width:100%;height:100%;cursor:pointer}
.to label:has(:checked){background:var(--tint)}.to label:has(:focus-visible){outline:2px solid #e0a030;outline-offset:-2px;box-shadow:inset 0 0 0 4px #3a1424}
.who{display:block;min-width:0}.who b{display:block;font-weight:600}.who small{display:block;font-size:12.5px;line-height:17px;color:var(--muted)}
.face{flex:none;width:34px;height:38px;display:flex;align-items:center;justify-content:center;border-radius:17px 17px 8px 8px;background:var(--tint);color:var(--word);font:600 12.5px/1 var(--font);overflow:hidden}.face img{width:34px;height:38px;object-fit:cover}
.to label:has(:checked) .face{background:var(--brand);color:var(--on_brand)}.out .face{filter:grayscale(1)}
.row{display:flex;gap:10px;align-items:start;border-bottom:1px solid var(--line);padding:0 0 6px;margin-bottom:10px}
.row>label,.row>span{flex:none;min-width:36px;font-size:12.5px;color:var(--muted)}
textarea,.leave input{flex:1;min-width:0;width:100%;border:0;padding:0;margin:0;background:none;color:inherit;font:400 14px/20px var(--font);caret-color:var(--word);border-radius:0}
textarea{min-height:62px;max-height:30vh;resize:none;field-sizing:content}.leave .row{display:block}.leave .row label{display:block}.leave input{height:24px}
textarea::placeholder{color:var(--muted);opacity:1}textarea:focus-visible,.leave input:focus-visible{outline:none;box-shadow:none}.row:focus-within{border-bottom-color:var(--word);box-shadow:0 1px 0 var(--word)}
.trap{position:absolute!important;left:-9999px;width:1px!important;height:1px!important}
.go{width:100%;min-height:42px;border:0;border-radius:16px 16px 8px 8px;background:var(--brand);color:var(--on_brand);font:600 14px/20px var(--font);cursor:pointer;margin:2px 0 4px}.go:disabled{opacity:.7}
.by{border:0;margin:0;padding:2px 0 0;align-items:start}.by>span{padding-top:9px}.ways{flex:1;display:flex;flex-wrap:wrap;gap:7px}.away .by{display:block;margin-top:10px}.away .by>span{display:block;padding:0 0 6px}
.way{flex:1 1 38%;min-height:36px;display:flex;align-items:center;justify-content:center;gap:8px;flex-wrap:wrap;text-align:center;padding:6px 10px;border:0;border-radius:16px 16px 8px 8px;background:var(--tint);color:var(--word);font:600 13.5px/17px var(--font);text-decoration:none;cursor:pointer;overflow-wrap:normal}
.ways:not(.has) .stays{display:none}.has .way:has(.stays){flex-basis:100%;background:none!important;color:var(--word)!important;box-shadow:inset 0 0 0 1.5px var(--line)}.way small{flex-basis:100%;font-weight:400;font-size:12px}.card:not(.away,.menu) .by .way:first-child{background:var(--brand);color:var(--on_brand)}.way:hover{box-shadow:inset 0 0 0 1.5px var(--word)}
.menu .ways:not(.flat){flex-direction:column}.menu .way{justify-content:flex-start;padding:7px 14px 7px 8px;text-align:start}.menu .way .face{width:28px;height:31px;background:var(--brand);color:var(--on_brand)}
.small{margin:8px 0 0;font-size:12px;line-height:16px;color:var(--muted)}.small a{color:inherit}
.said{color:var(--word);font-weight:500}.near{margin:-4px 0 8px;color:var(--word)}.aid{margin-top:10px;padding-top:10px;border-top:1px solid var(--line);display:flex;flex-wrap:wrap;gap:7px;font-size:12.5px;line-height:17px}.aid>span{flex-basis:100%}
.hide,.back{border:0;background:none;padding:8px 0;margin:0;color:var(--muted);font:400 12px/16px var(--font);text-decoration:underline;text-underline-offset:3px;cursor:pointer;min-height:24px;text-align:start}.foot{margin-top:2px}
.phone .code{margin:14px auto;width:168px;height:168px;background:#fff;border-radius:6px}.code svg{display:block;width:100%;height:100%;fill:#22161b}
.card :focus-visible:not(textarea,input){outline:2px solid #e0a030;outline-offset:1px;box-shadow:0 0 0 5px #3a1424}
@media (max-width:480px){
.card,.card.aside{left:0!important;right:0!important;bottom:var(--kb,0px);width:auto;max-width:none;max-height:calc(100dvh - 24px - var(--kb,0px));border-radius:28px 28px 0 0;padding:24px 20px calc(14px + env(safe-area-inset-bottom));animation-duration:.26s}
.x{width:44px;height:44px;padding:14px;inset-block-start:12px;inset-inline-end:8px}.way,.hide,.back,.go{min-height:44px}.leave input{height:44px;margin:-10px 0}textarea,.leave input,.row>label{line-height:22px}textarea,.leave input{font-size:16px}textarea{min-height:88px}.by>span{padding-top:13px}h2{margin-inline-end:40px}.to label{padding:8px}}
@media (max-height:420px){.card{max-height:calc(100dvh - 16px)!important;bottom:8px}textarea{min-height:44px}}
@media (prefers-reduced-motion:reduce){.card{animation:none}}
@media (forced-colors:active){.card{border:1px solid CanvasText}.way,.go{border:1px solid LinkText}.to label:has(:checked){outline:2px solid Highlight;outline-offset:-2px}}
@media print{.card{display:none}}`
