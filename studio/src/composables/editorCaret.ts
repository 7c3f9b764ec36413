import type { EditorView } from 'prosemirror-view'

/**
 * What was drawn anew without the focus still holds the browser's old caret, and the editor doesn't know of
 * it: what is put in next would land elsewhere than where the caret stands. Without one, both begin alike.
 */
export function dropCaret(editor: Pick<EditorView, 'dom' | 'hasFocus'>): void {
  const caret = document.getSelection()
  if (!editor.hasFocus() && caret?.anchorNode && editor.dom.contains(caret.anchorNode))
    caret.removeAllRanges()
}

/**
 * Come to by keyboard, the caret stands where the editor has it before the next key is read. The editor by
 * itself waits a moment with that, and a key pressed within it (on a slow machine there is time for some)
 * would start from the browser's place, the beginning.
 */
export function caretAtOnce(): Record<'mousedown' | 'focus', (editor: EditorView) => void> {
  let isByMouse = false
  return {
    mousedown() {
      isByMouse = true
      requestAnimationFrame(() => (isByMouse = false))
    },
    focus(editor) {
      if (!isByMouse) editor.focus()
    },
  }
}
