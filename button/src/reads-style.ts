/** Styles of what can be read on the card. */

export const READS_CSS = `
.lead,.title,.arm{display:flex!important;align-items:center}.lead:after,.title:after,.arm:after{margin-inline-start:auto!important;padding-inline-start:10px}.title small{flex:none}.lead{width:100%;min-height:40px;margin:0 0 12px;padding:9px 14px;border:0;border-radius:16px 16px 8px 8px;background:var(--tint);color:var(--word);font:600 13.5px/20px var(--font);text-align:start;cursor:pointer}
.lead:after,.title:after,.arm:after{content:'›';content:'›'/'';font-weight:400}:host([dir=rtl]) :is(.lead,.title,.arm):after{content:'‹';content:'‹'/''}
.reads>.back{display:block;min-height:32px;padding:4px 0;font-size:13px;font-weight:600;color:var(--word);text-decoration:none}.reads>.back:before{content:'‹ ';content:'‹ '/''}:host([dir=rtl]) .reads>.back:before{content:'› ';content:'› '/''}
.above{font-size:12.5px;line-height:17px;color:var(--muted)}
.reads>input{display:block;width:100%;min-height:42px;margin:0 0 4px;padding:8px 14px;border:1px solid var(--edge);border-radius:16px 16px 8px 8px;background:var(--card);color:inherit;font:400 14px/20px var(--font)}
.reads>input:focus-visible{outline:2px solid #e0a030;outline-offset:1px;box-shadow:0 0 0 5px #3a1424}
.titles{list-style:none;margin:4px 0 10px;padding:0}.titles li+li{border-top:1px solid var(--line)}
.title{display:block;width:100%;min-height:40px;padding:10px 0;border:0;background:none;color:inherit;font:400 14px/20px var(--font);text-align:start;cursor:pointer}.title small{font-size:12.5px;color:var(--muted);margin-inline-start:6px}.title:hover{color:var(--word)}
.reads h3{margin:12px 0 4px;font:600 14px/20px var(--font);color:var(--word)}
.ask{background:var(--tint);color:var(--word);margin-top:6px}
.article :is(p,ul,ol,img){margin:0 0 12px}.article :is(ul,ol){padding-inline-start:20px}.article p,.article li{white-space:pre-line}.article a{color:var(--word);font-weight:600}.article img{display:block;max-width:100%;height:auto;border-radius:14px 14px 8px 8px;background:var(--tint)}
.was{display:flex;align-items:center;gap:8px;margin-top:4px}.was .small{flex:1;margin:0;font-size:13px}.was .way{flex:none;background:none;box-shadow:inset 0 0 0 1px var(--edge)}
.arms{display:grid;gap:8px;margin:0 0 10px}.arm{min-height:44px;padding:11px 12px;border:0;border-radius:16px 16px 8px 8px;background:var(--tint);color:var(--word);font:600 14px/21px var(--font);text-align:start;cursor:pointer;overflow-wrap:anywhere}.arm:hover{box-shadow:inset 0 0 0 1.5px var(--word)}
.dead{background:none;border:1.5px dashed #8f3a1a;color:#8f3a1a;cursor:default}.dead:after{content:'?'!important}.reads>.hide{display:block;font-size:13px;color:var(--word)}.reads>.code{margin:4px 0 10px;padding:12px 14px;border:1px dashed var(--edge);border-radius:12px 12px 6px 6px;font:600 17px/24px var(--font);user-select:all;overflow-wrap:anywhere;width:auto;height:auto;background:none}
.reads a.go{display:flex;align-items:center;justify-content:center;text-align:center;text-decoration:none;padding:8px 12px;overflow-wrap:anywhere}
.reads h2:focus{outline:none!important;box-shadow:none!important}
.wait{height:120px}.wait:before{content:'';display:block;height:24px;width:60%;border-radius:8px;background:var(--tint)}
@media (max-width:480px){.reads>input{min-height:44px;font-size:16px}.lead,.title,.reads>.back,.reads>.hide{min-height:44px}}
@media (forced-colors:active){.arm,.lead{border:1px solid LinkText}}`
