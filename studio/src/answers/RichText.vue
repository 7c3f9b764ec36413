<script setup lang="ts">
/**
 * The writer: a small document with bold, italic, links, headings, lists and pictures. What is pasted is read
 * clean by the server; a picture gets a text for who can't see it.
 */
import { EditorContent } from '@tiptap/vue-3'
import { computed, defineAsyncComponent, ref, toRef } from 'vue'
import type { Schemas } from '../api/client'
import { useWriter } from '../composables/useWriter'
import { wordsIn, type Block } from '../logic/writing'
import { answerWords as say } from '../words/answers'
import TextBox from '../parts/TextBox.vue'

const PicturePick = defineAsyncComponent(() => import('../parts/PicturePick.vue'))
const LONG = 1500
const BIG = 'picture'
const model = defineModel<Block[]>({ required: true })
const props = defineProps<{
  site: string
  label: string
  lang: string
  dir: 'ltr' | 'rtl'
  clean?: boolean
}>()
const linking = ref<string | null>(null)
const linkWrong = ref('')
const picks = ref(false)
const count = computed(() => wordsIn(model.value))

const { editor, reading, alt, linkOf, put } = useWriter({
  model,
  site: toRef(() => props.site),
  label: toRef(() => props.label),
  lang: toRef(() => props.lang),
  dir: toRef(() => props.dir),
})
function picked(picture: Schemas['PictureOut'] | null): void {
  picks.value = false
  put(picture)
}
function link(): void {
  const now = editor.value
  if (!now) return
  linkWrong.value = ''
  linking.value = String(now.getAttributes('link').href ?? '')
}
async function setLink(): Promise<void> {
  const typed = linking.value
  const href = await linkOf(typed ?? '')
  // Shut, or written on, while it was read.
  if (linking.value !== typed) return
  if (!href) {
    linkWrong.value = say.linkWrong
    return
  }
  const chain = editor.value?.chain().focus().extendMarkRange('link')
  if (editor.value?.state.selection.empty && !editor.value.isActive('link'))
    chain?.insertContent([{ type: 'text', text: href, marks: [{ type: 'link', attrs: { href } }] }]).run()
  else chain?.setLink({ href }).run()
  linking.value = null
}
function unlink(): void {
  editor.value?.chain().focus().extendMarkRange('link').unsetLink().run()
  linking.value = null
}
const describe = (says: string): void => {
  editor.value?.commands.updateAttributes('image', { alt: says })
  alt.value = says
}
const takeOut = (): void => {
  editor.value?.chain().focus().deleteSelection().run()
}
interface Tool {
  name: string
  label: string
  mark?: 'b' | 'i'
  on: () => boolean
  act: () => void
}
const TOOLS: Tool[] = [
  {
    name: 'bold',
    label: say.bold,
    mark: 'b',
    on: () => !!editor.value?.isActive('bold'),
    act: () => editor.value?.chain().focus().toggleBold().run(),
  },
  {
    name: 'italic',
    label: say.italic,
    mark: 'i',
    on: () => !!editor.value?.isActive('italic'),
    act: () => editor.value?.chain().focus().toggleItalic().run(),
  },
  { name: 'link', label: say.link, on: () => !!editor.value?.isActive('link'), act: link },
  {
    name: 'head',
    label: say.heading,
    on: () => !!editor.value?.isActive('heading'),
    act: () => editor.value?.chain().focus().toggleHeading({ level: 3 }).run(),
  },
  {
    name: 'bullets',
    label: say.bullets,
    on: () => !!editor.value?.isActive('bulletList'),
    act: () => editor.value?.chain().focus().toggleBulletList().run(),
  },
  {
    name: 'numbers',
    label: say.numbers,
    on: () => !!editor.value?.isActive('orderedList'),
    act: () => editor.value?.chain().focus().toggleOrderedList().run(),
  },
  { name: BIG, label: say.picture, on: () => false, act: () => (picks.value = true) },
]
defineExpose({ focus: () => editor.value?.commands.focus('end') })
</script>

<template>
  <div class="rich">
    <div class="tools" role="toolbar" :aria-label="say.writer">
      <button
        v-for="tool in TOOLS"
        :key="tool.name"
        type="button"
        class="tool"
        :class="tool.mark"
        :aria-label="tool.label"
        :aria-pressed="tool.name === BIG ? undefined : tool.on()"
        :title="tool.label"
        @click="tool.act"
      >
        {{ tool.mark ? tool.label.charAt(0) : tool.label }}
      </button>
      <span class="count" role="status">{{
        reading ? say.pasting : count > LONG ? say.long(count) : say.words(count)
      }}</span>
    </div>
    <form v-if="linking !== null" class="aside" novalidate @submit.prevent="setLink">
      <TextBox
        v-model="linking"
        :label="say.linkTo"
        :help="say.linkHelp"
        :wrong="linkWrong"
        dir="ltr"
        autofocus
        :maxlength="2000"
      />
      <p class="row">
        <v-btn type="submit" variant="outlined">{{ say.linkDone }}</v-btn>
        <button type="button" class="quiet" @click="unlink">{{ say.linkOut }}</button>
      </p>
    </form>
    <div v-if="alt !== null" class="aside">
      <TextBox
        :model-value="alt"
        :label="say.alt"
        :help="alt.trim() ? '' : say.altMissing"
        :state="alt.trim() ? '' : 'ajar'"
        :lang="lang"
        :maxlength="500"
        @update:model-value="describe"
      />
      <button type="button" class="quiet" @click="takeOut">{{ say.takePicture }}</button>
    </div>
    <EditorContent :editor="editor" />
    <PicturePick v-if="picks" of="any" @close="picks = false" @picked="picked" />
  </div>
</template>

<style scoped src="./RichText.css"></style>
