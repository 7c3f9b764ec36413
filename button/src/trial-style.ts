/** Styles of the strip beside a trial: its own, whatever the door's looks are. */

export const TRIAL_CSS = `
:host{all:initial!important;position:fixed!important;inset:0 0 auto 0!important;z-index:2147483646!important;display:flex!important;justify-content:center!important;pointer-events:none!important}
*{box-sizing:border-box}
.strip{pointer-events:auto;display:flex;flex-wrap:wrap;gap:4px 16px;align-items:center;justify-content:center;max-width:min(880px,100vw);margin:0;padding:7px 18px 9px;background:#3a1424;color:#fffcf6;border-radius:0 0 12px 12px;font:400 14px/20px system-ui,sans-serif;text-align:start;box-shadow:0 4px 14px rgb(40 20 30/30%)}
.strip.folded{padding:0 8px}.strip.folded>:not(.fold){display:none}
[hidden]{display:none!important}p{margin:0;min-width:0;overflow-wrap:anywhere}b{font-weight:600}
button,a{display:inline-flex;align-items:center;min-height:32px;padding:4px 2px;border:0;background:none;color:#fffcf6;font:600 14px/20px system-ui,sans-serif;cursor:pointer;text-decoration:underline 2px #e0a030;text-underline-offset:5px}
:focus-visible{outline:2px solid #e0a030;outline-offset:2px}
@media (max-width:480px){button,a{min-height:44px}}
@media print{.strip{display:none}}`
