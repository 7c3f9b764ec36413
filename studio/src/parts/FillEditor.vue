<script setup lang="ts">
/**
 * A text whose fill-ins are solid: a chip shows the page's own word and what stands instead, is moved and
 * taken out as one, and can't be broken into its braces. Loaded when a text is first opened.
 */
import { history, redo, undo } from 'prosemirror-history'
import { baseKeymap } from 'prosemirror-commands'
import { keymap } from 'prosemirror-keymap'
import { Slice } from 'prosemirror-model'
import { EditorState, NodeSelection, Plugin, Selection, TextSelection } from 'prosemirror-state'
import { EditorView, type NodeViewConstructor } from 'prosemirror-view'
import { nextTick, onBeforeUnmount, onMounted, ref, shallowRef, watch } from 'vue'
import { caretAtOnce, dropCaret } from '../composables/editorCaret'
import { useMayEdit } from '../composables/useMayEdit'
import { spaced } from '../logic/fillins'
import { documentOf, newFill, placeOf, textOfDocument, typedFillIns } from '../logic/fill-schema'
import { saysWords as say } from '../words/says'
import 'prosemirror-view/style/prosemirror.css'

const model = defineModel<string>({ required: true })
const props = defineProps<{
  label: string
  describedBy?: string
  lines?: boolean
  lang?: string
  dir?: string
  maxlength?: number
  wrong?: boolean
  /** The words of the page on the stage, by the fill-in's name. */
  values?: Record<string, string>
  /** Where the caret stood in the text when the box became this one; none takes no focus. */
  caret?: number | null
}>()
const mayEdit = useMayEdit()
const room = ref<HTMLElement>()
const insteadBox = ref<HTMLInputElement>()
const chosen = ref<{ at: number; name: string; instead: string } | null>(null)
const view = shallowRef<EditorView | null>(null)

const named = (name: string): string => say.fill[name] ?? name
const isKnown = (name: string): boolean => name in say.fill

/** A chip: the page's word where it has one, else the fill-in's name; behind it what stands instead. */
function chip(name: string, instead: string | null): HTMLElement {
  const made = document.createElement('span')
  const value = props.values?.[name] ?? ''
  made.className = `fill-chip${isKnown(name) ? '' : ' unknown'}${value ? ' known' : ''}`
  made.dataset.fill = name
  const word = document.createElement('span')
  word.textContent = value.slice(0, 60) || (isKnown(name) ? named(name) : `{${name}}`)
  made.append(word)
  if (instead) {
    const rest = document.createElement('small')
    rest.textContent = say.chipOr(instead)
    made.append(rest)
  }
  made.title = isKnown(name) ? say.chipTitle(named(name), instead ?? '') : say.unknown(name)
  made.setAttribute('aria-label', made.title)
  return made
}

const chipViews = (): Record<string, NodeViewConstructor> => ({
  fill: (node) => ({
    dom: chip(String(node.attrs.name), node.attrs.instead as string | null),
    ignoreMutation: () => true,
  }),
})

const chips = new Plugin({
  appendTransaction(transactions, _, state) {
    if (!transactions.some((transaction) => transaction.docChanged)) return null
    const found = typedFillIns(state.doc)
    if (!found.length) return null
    const change = state.tr
    for (const { from, to, fill } of found) change.replaceWith(from, to, newFill(fill))
    return change
  },
  filterTransaction: (transaction, state) =>
    !transaction.docChanged ||
    !props.maxlength ||
    textOfDocument(transaction.doc).length <= Math.max(props.maxlength, textOfDocument(state.doc).length),
})
const isOneLine = !props.lines
const stateOf = (text: string): EditorState =>
  EditorState.create({
    doc: documentOf(text, isOneLine),
    plugins: [
      chips,
      history(),
      keymap({
        'Mod-z': undo,
        'Mod-y': redo,
        'Shift-Mod-z': redo,
        Enter: (state) => editInstead(state) || isOneLine,
        'Shift-Enter': () => isOneLine,
      }),
      keymap(baseKeymap),
    ],
  })

/** With a chip chosen, Enter writes what stands in its place. */
function editInstead(state: EditorState): boolean {
  if (!(state.selection instanceof NodeSelection)) return false
  void nextTick(() => insteadBox.value?.select())
  return true
}

onMounted(() => {
  const editor = new EditorView(room.value ?? null, {
    state: stateOf(model.value),
    attributes: {
      role: 'textbox',
      'aria-label': props.label,
      'aria-multiline': String(!isOneLine),
      ...(props.describedBy ? { 'aria-describedby': props.describedBy } : {}),
      ...(props.lang ? { lang: props.lang } : {}),
      dir: props.dir ?? 'auto',
    },
    editable: () => mayEdit.value,
    handleDOMEvents: caretAtOnce(),
    nodeViews: chipViews(),
    clipboardTextParser: (text) => Slice.maxOpen(documentOf(text, isOneLine).content),
    clipboardTextSerializer: (slice) => textOfDocument(documentFrom(slice.content)),
    dispatchTransaction(transaction) {
      const next = editor.state.apply(transaction)
      editor.updateState(next)
      const { selection } = next
      chosen.value =
        selection instanceof NodeSelection
          ? {
              at: selection.from,
              name: String(selection.node.attrs.name),
              instead: String(selection.node.attrs.instead ?? ''),
            }
          : null
      if (transaction.docChanged) model.value = textOfDocument(next.doc)
    },
  })
  view.value = editor
  if (props.caret !== null && props.caret !== undefined) {
    const place = placeOf(editor.state.doc, props.caret)
    editor.dispatch(editor.state.tr.setSelection(TextSelection.create(editor.state.doc, place)))
    editor.focus()
  }
})
onBeforeUnmount(() => view.value?.destroy())

type Content = ReturnType<typeof documentOf>['content']
/** What is copied, as whole lines. */
function documentFrom(content: Content): ReturnType<typeof documentOf> {
  const doc = documentOf('', true)
  const isLines = content.firstChild?.type.name === 'line'
  return isLines ? doc.copy(content) : doc.copy(doc.content.replaceChild(0, doc.child(0).copy(content)))
}

watch(model, (text) => {
  const editor = view.value
  if (!editor || text === textOfDocument(editor.state.doc)) return
  const next = stateOf(text)
  // Whoever types goes on where they were; whoever comes to it later goes on at its end.
  const at = editor.hasFocus() ? editor.state.selection.head : Infinity
  const place = next.doc.resolve(Math.min(at, next.doc.content.size))
  editor.updateState(next.apply(next.tr.setSelection(Selection.near(place, -1))))
  dropCaret(editor)
})
watch(
  () => JSON.stringify(props.values),
  () => {
    // The chips show the stage's page: they are drawn anew when its words differ, and only then. Each
    // keystroke brings an answer of the stage, and drawing under the hand that types could lose the next.
    const editor = view.value
    if (!editor) return
    editor.setProps({ nodeViews: chipViews() })
    dropCaret(editor)
  },
)

function writeInstead(text: string): void {
  const editor = view.value
  if (!editor || !chosen.value) return
  const { at } = chosen.value
  const clean = text.replace(/[{}]/g, '')
  const change = editor.state.tr.setNodeMarkup(at, null, {
    name: chosen.value.name,
    instead: clean === '' ? null : clean,
  })
  editor.dispatch(change.setSelection(NodeSelection.create(change.doc, at)))
}
function takeOut(): void {
  const editor = view.value
  if (!editor || !chosen.value) return
  editor.dispatch(editor.state.tr.delete(chosen.value.at, chosen.value.at + 1))
  editor.focus()
}
function back(): void {
  const editor = view.value
  if (!editor) return
  const after = (chosen.value?.at ?? editor.state.selection.to) + 1
  editor.dispatch(editor.state.tr.setSelection(TextSelection.create(editor.state.doc, after)))
  editor.focus()
}
function insert(name: string): void {
  const editor = view.value
  if (!editor) return
  const { from, to } = editor.state.selection
  const beside = (a: number, b: number): string => editor.state.doc.textBetween(Math.max(a, 0), b, '\n', '}')
  const [ahead = '', behind = ''] = spaced('|', beside(from - 1, from), beside(to, to + 1)).split('|')
  const change = editor.state.tr.replaceSelectionWith(newFill({ name, instead: null }), false)
  if (behind) change.insertText(behind, change.mapping.map(to))
  if (ahead) change.insertText(ahead, from)
  editor.dispatch(change)
  editor.focus()
}
defineExpose({ insert, focus: () => view.value?.focus() })
</script>

<template>
  <div>
    <div ref="room" class="room" :class="{ lines, wrong }" />
    <p v-if="chosen" class="instead">
      <label>
        <span>{{ say.insteadOf(named(chosen.name)) }}</span>
        <input
          ref="insteadBox"
          type="text"
          :value="chosen.instead"
          :maxlength="120"
          :placeholder="say.insteadNothing"
          dir="auto"
          :lang="lang"
          @input="writeInstead(($event.target as HTMLInputElement).value)"
          @keydown.enter.prevent="back"
          @keydown.esc.stop.prevent="back"
        />
      </label>
      <button type="button" class="act" @click="takeOut">{{ say.chipRemove }}</button>
    </p>
  </div>
</template>

<style scoped src="./FillEditor.css"></style>
