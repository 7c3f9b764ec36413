/** Styles of a button in the page. */

export const PLATE_CSS = `
.plate{display:inline-flex;align-items:center;justify-content:center;gap:10px;min-height:var(--size);min-width:min-content;padding:8px 20px 8px 16px;border:0;margin:0;cursor:pointer;background:var(--card);color:var(--word);font:600 15.5px/1.2 var(--font);text-align:start;border-radius:min(22px,calc(var(--size)/2)) min(22px,calc(var(--size)/2)) 10px 10px;box-shadow:inset 0 0 0 1.5px var(--word)}
.plate{--ring:var(--word)}.fill{width:100%}.plate:hover{background:var(--tint)}
.plate:active{transform:translateY(1px)}
@media (forced-colors:active){.plate{border:2px solid ButtonText}.ring{forced-color-adjust:none;background:ButtonText}}
@media print{.plate{display:none}}`
