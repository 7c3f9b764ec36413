/** Styles of the page of questions. */

export const ASKS_CSS = `
.asks .back{display:block;min-height:32px;padding:4px 0;font-size:13px}
.q{border:0;margin:0 0 14px;padding:0;min-width:0}.q>label,.q>legend{display:block;padding:0;margin:0 0 6px;font:600 14px/20px var(--font)}.q small{font-weight:400;font-size:12.5px;color:var(--muted)}
.q>input,.q>textarea{display:block;flex:none;width:100%;min-height:40px;padding:8px 13px;border:1px solid var(--edge);border-radius:16px 16px 8px 8px;background:var(--card);color:inherit;font:400 14px/20px var(--font)}.q>textarea{min-height:84px}
.q>input:focus-visible,.q>textarea:focus-visible{outline:2px solid #e0a030;outline-offset:1px;box-shadow:0 0 0 5px #3a1424}
.choices{display:flex;flex-wrap:wrap;gap:7px}.choice{position:relative;display:flex}.choice input{position:absolute;inset:0;width:100%;height:100%;margin:0;opacity:0;cursor:pointer}
.choice span{display:block;min-height:34px;padding:8px 14px;border-radius:16px 16px 8px 8px;background:var(--tint);color:var(--word);font:600 13.5px/18px var(--font)}
.choice :checked+span{background:var(--brand);color:var(--on_brand)}.choice :focus-visible+span{outline:2px solid #e0a030;outline-offset:1px;box-shadow:0 0 0 5px #3a1424}
.q .small{margin:4px 0 0}[aria-invalid]{border-color:var(--word)!important}
a.go{display:flex;align-items:center;justify-content:center;text-align:center;text-decoration:none;padding:8px 12px;overflow-wrap:anywhere}
@media (max-width:480px){.q>input,.q>textarea{min-height:44px;font-size:16px;line-height:24px}.choice span{min-height:44px;padding:13px 16px}.asks .back{min-height:44px}}
@media (forced-colors:active){.choice :checked+span{outline:2px solid Highlight;outline-offset:-2px}.choice span{border:1px solid ButtonText}}`
