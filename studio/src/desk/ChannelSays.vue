<script setup lang="ts">
/** What visitors read on a channel, and what their message starts with there. */
import type { Schemas } from '../api/client'
import { worded } from '../logic/texts'
import TextBox from '../parts/TextBox.vue'
import { deskWords } from '../words/desk'

defineProps<{
  channel: Schemas['ChannelOut']
  now: Schemas['ChannelMore']
  name: Record<string, string>
  language: string
}>()
const emit = defineEmits<{ rename: [string]; change: [Partial<Schemas['ChannelMore']>] }>()
const change = (part: Partial<Schemas['ChannelMore']>): void => emit('change', part)
const say = deskWords.channel
</script>

<template>
  <TextBox
    :model-value="name[language] ?? ''"
    :label="say.name"
    :placeholder="channel.app_name"
    :lang="language"
    :maxlength="60"
    @update:model-value="emit('rename', $event)"
  />
  <TextBox
    :model-value="now.caption?.[language] ?? ''"
    fills
    :label="say.caption"
    :placeholder="say.captionHint"
    :lang="language"
    :maxlength="80"
    @update:model-value="change({ caption: worded(now.caption, language, $event) })"
  />
  <TextBox
    v-if="channel.carries_text"
    :model-value="now.note?.[language] ?? ''"
    fills
    lines
    :label="say.note"
    :who="say.noteHelp"
    :lang="language"
    :maxlength="600"
    @update:model-value="change({ note: worded(now.note, language, $event) })"
  />
</template>
