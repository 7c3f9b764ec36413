/**
 * The writer's editor: what may stand in it, what is pasted read clean by the server, pictures by the
 * shelf.
 */
import Image from '@tiptap/extension-image'
import StarterKit from '@tiptap/starter-kit'
import { useEditor, type Editor } from '@tiptap/vue-3'
import { ref, watch, type Ref, type ShallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { blocksOf, documentOf, isSame, linkFrom, type Block, type Node } from '../logic/writing'
import { answerWords as say } from '../words/answers'
import { caretAtOnce, dropCaret } from './editorCaret'
import { useMayEdit } from './useMayEdit'
import { useToast } from './useToast'

export interface WriterInput {
  model: Ref<Block[]>
  site: Ref<string>
  label: Ref<string>
  lang: Ref<string>
  dir: Ref<string>
}
export interface WriterState {
  editor: ShallowRef<Editor | undefined>
  /** What was pasted is being read. */
  reading: Readonly<Ref<boolean>>
  /** What the chosen picture says for who can't see it; null while none is chosen. */
  alt: Ref<string | null>
  /** A link as it will be kept; empty where it can’t be. */
  linkOf: (typed: string) => Promise<string>
  put: (picture: Schemas['PictureOut'] | null) => void
}

export function useWriter({ model, site, label, lang, dir }: WriterInput): WriterState {
  const toast = useToast()
  const reading = ref(false)
  const alt = ref<string | null>(null)
  const mayEdit = useMayEdit()
  const editor = useEditor({
    editable: mayEdit.value,
    content: documentOf(model.value),
    extensions: [
      StarterKit.configure({
        blockquote: false,
        code: false,
        codeBlock: false,
        horizontalRule: false,
        strike: false,
        underline: false,
        heading: { levels: [3] },
        link: { openOnClick: false, isAllowedUri: (url) => !!linkFrom(url ?? '') },
      }),
      Image.configure({ inline: false, allowBase64: false }).extend({
        renderHTML({ HTMLAttributes }) {
          // One of the shelf is shown in the size it has on a card; its address is kept without.
          const { src, ...rest } = HTMLAttributes as { src?: string }
          const shown = src?.startsWith('/k/p/') ? `${src}/720` : src
          return ['img', { ...rest, src: shown, 'data-src': src }]
        },
        addAttributes() {
          return { ...this.parent?.(), width: { default: null }, height: { default: null } }
        },
      }),
    ],
    editorProps: {
      handleDOMEvents: caretAtOnce(),
      attributes: () => ({
        class: 'writing',
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': label.value,
        lang: lang.value,
        dir: dir.value,
      }),
      handlePaste(_view, event) {
        const image = [...(event.clipboardData?.files ?? [])].find((file) => file.type.startsWith('image/'))
        if (image) {
          void upload(image)
          return true
        }
        const html = event.clipboardData?.getData('text/html') ?? ''
        // What was copied within a writer of ours is clean already.
        if (!html || html.includes('data-pm-slice')) return false
        void pasted(html, event.clipboardData?.getData('text/plain') ?? '')
        return true
      },
    },
    onUpdate({ editor: now }) {
      const next = blocksOf(now.getJSON() as Node)
      if (!isSame(next, model.value)) model.value = next
    },
    onSelectionUpdate: look,
    onTransaction: look,
  })
  function look({
    editor: now,
  }: {
    editor: { isActive: (name: string) => boolean; getAttributes: (name: string) => Record<string, unknown> }
  }): void {
    const shown = now.isActive('image') ? now.getAttributes('image').alt : null
    alt.value = now.isActive('image') ? (typeof shown === 'string' ? shown : '') : null
  }
  /** Another language, an undo, somebody else's change: what stands there is put in its place. */
  watch([model, lang], ([blocks]) => {
    const now = editor.value
    if (!now) return
    now.view.dom.setAttribute('lang', lang.value)
    now.view.dom.setAttribute('dir', dir.value)
    now.view.dom.setAttribute('aria-label', label.value)
    if (!isSame(blocksOf(now.getJSON() as Node), blocks)) {
      now.commands.setContent(documentOf(blocks), { emitUpdate: false })
      dropCaret(now.view)
    }
  })
  async function pasted(html: string, text: string): Promise<void> {
    reading.value = true
    try {
      const { blocks, abroad } = await want(
        api.POST('/api/sites/{key}/answers-pasted', {
          params: { path: { key: site.value } },
          body: { html },
        }),
      )
      const nodes = documentOf(blocks).content ?? []
      const [first] = nodes
      // One paragraph goes on in the line one is in.
      const isLine = nodes.length === 1 && first?.type === 'paragraph'
      editor.value
        ?.chain()
        .focus()
        .insertContent(isLine ? (first.content ?? []) : nodes)
        .run()
      if (abroad) toast.say(say.abroad(abroad))
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      editor.value
        ?.chain()
        .focus()
        .insertContent(
          text.split('\n').flatMap((line) => [{ type: 'text', text: line || ' ' }, { type: 'hardBreak' }]),
        )
        .run()
      toast.say(say.pasteFailed)
    } finally {
      reading.value = false
    }
  }
  /** A link as it will be kept, empty where it won't; the server says, and far from it what is safe. */
  async function linkOf(typed: string): Promise<string> {
    const href = linkFrom(typed)
    if (!href) return ''
    const anchor = document.createElement('a')
    anchor.setAttribute('href', href)
    anchor.textContent = href
    try {
      const { blocks } = await want(
        api.POST('/api/sites/{key}/answers-pasted', {
          params: { path: { key: site.value } },
          body: { html: anchor.outerHTML },
        }),
      )
      return blocks[0]?.runs?.[0]?.link ?? ''
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      return href
    }
  }
  async function upload(file: File): Promise<void> {
    reading.value = true
    try {
      const body = new FormData()
      body.append('file', file)
      const picture = await want(
        api.POST('/api/pictures', {
          body: body as never,
          bodySerializer: (data) => data as unknown as FormData,
        }),
      )
      put(picture)
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      toast.say(error.message)
    } finally {
      reading.value = false
    }
  }
  function put(picture: Schemas['PictureOut'] | null): void {
    if (!picture) return
    const { address, width, height } = picture
    editor.value
      ?.chain()
      .focus()
      .insertContent([
        { type: 'image', attrs: { src: address, alt: '', width, height } },
        { type: 'paragraph' },
      ])
      .run()
  }
  return { editor, reading, alt, linkOf, put }
}
