/**
 * What is typed in ours stays in ours: pages turn slides, open help or swallow letters on keys. Listeners of
 * the page that catch on the way down, before the key reaches us, can't be kept out by any means.
 */

const KEPT = (
  'keydown keyup keypress beforeinput input change compositionstart compositionupdate compositionend ' +
  'paste copy cut focusin focusout'
).split(' ')

const stop = (event: Event): void => event.stopPropagation()

/** After our own handlers, at the edge of our element. */
export function quiet(root: ShadowRoot): void {
  for (const sign of KEPT) root.addEventListener(sign, stop)
}
