<script setup lang="ts">
/** How a channel looks on the card: its mark or picture, its colour, and where a link opens. */
import { ref } from 'vue'
import type { Schemas } from '../api/client'
import PicturePick from '../parts/PicturePick.vue'
import TextBox from '../parts/TextBox.vue'
import TickBox from '../parts/TickBox.vue'
import { deskWords } from '../words/desk'
import { looksWords } from '../words/looks'

defineProps<{ channel: Schemas['ChannelOut']; now: Schemas['ChannelMore'] }>()
const emit = defineEmits<{ change: [Partial<Schemas['ChannelMore']>] }>()
const change = (part: Partial<Schemas['ChannelMore']>): void => emit('change', part)
const say = deskWords.channel
const picking = ref(false)
</script>

<template>
  <TextBox
    :model-value="now.mark ?? ''"
    :label="say.mark"
    :who="say.mark4"
    :placeholder="channel.initials"
    :maxlength="4"
    @update:model-value="change({ mark: $event })"
  />
  <p class="picture">
    <img
      v-if="now.picture"
      :src="now.picture.startsWith('/k/p/') ? `${now.picture}/96` : now.picture"
      alt=""
    /><button type="button" class="act" @click="picking = true">{{ looksWords.ownPicture }}</button
    ><button v-if="now.picture" type="button" class="quiet" @click="change({ picture: '' })">
      {{ looksWords.takeOff }}
    </button>
  </p>
  <PicturePick
    v-if="picking"
    of="faces"
    :aspect="34 / 38"
    @close="picking = false"
    @picked="
      (picture) => {
        picking = false
        if (picture) change({ picture: picture.address })
      }
    "
  />
  <TextBox
    :model-value="now.colour ?? ''"
    :label="say.colour"
    :who="say.colourHelp"
    placeholder="#1f4d46"
    dir="ltr"
    :maxlength="100"
    @update:model-value="change({ colour: $event })"
  />
  <TickBox
    :model-value="now.same_page ?? false"
    :label="say.samePage"
    @update:model-value="change({ same_page: $event })"
  />
</template>

<style scoped>
.act {
  font-weight: 500;
  color: var(--ink);
  overflow-wrap: anywhere;
}
.picture {
  display: flex;
  gap: 12px;
  align-items: center;
}
.picture img {
  width: 34px;
  height: 38px;
  object-fit: cover;
  border-radius: var(--arch-initials);
}
</style>
