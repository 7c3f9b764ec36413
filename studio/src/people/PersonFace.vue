<script setup lang="ts">
/** What visitors see of one person: a picture, initials or nothing, by name or by role. */
import { computed, ref } from 'vue'
import type { Schemas } from '../api/client'
import PickOne from '../parts/PickOne.vue'
import PicturePick from '../parts/PicturePick.vue'
import { peopleWords as say } from '../words/people'

const props = defineProps<{ person: Schemas['AssistantOut'] }>()
const emit = defineEmits<{ change: [Partial<Schemas['PersonChange']>] }>()
const change = (body: Partial<Schemas['PersonChange']>): void => emit('change', body)
const picking = ref(false)
const FACES = (['initials', 'nothing'] as const).map((value) => ({ value, label: say.faces[value] }))
const NAMES = (['name', 'role'] as const).map((value) => ({
  value,
  label: say.names[value],
  ...(value === 'role' ? { help: say.namedHelp } : {}),
}))
const thumb = computed(() =>
  props.person.picture.startsWith('/k/p/') ? `${props.person.picture}/96` : props.person.picture,
)
</script>

<template>
  <div class="row">
    <b class="part">{{ say.picture }}</b><img v-if="person.picture" :src="thumb" alt="" /><span
      v-else
      class="mark"
      aria-hidden="true"
      >{{ person.initials }}</span
    ><button type="button" class="act" @click="picking = true">{{ say.pick }}</button
    ><button v-if="person.picture" type="button" class="quiet" @click="change({ picture: '' })">
      {{ say.initials }}
    </button>
  </div>
  <div class="two">
    <PickOne
      v-if="!person.picture"
      :model-value="person.has_initials ? 'initials' : 'nothing'"
      :label="say.face"
      :options="FACES"
      @update:model-value="change({ has_initials: $event === 'initials' })"
    /><PickOne
      :model-value="person.is_named ? 'name' : 'role'"
      :label="say.named"
      :options="NAMES"
      @update:model-value="change({ is_named: $event === 'name' })"
    />
  </div>
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
</template>

<style scoped>
.row {
  display: flex;
  gap: 14px;
  align-items: center;
  flex-wrap: wrap;
}
img,
.mark {
  width: 34px;
  height: 38px;
  border-radius: var(--arch-initials);
  object-fit: cover;
}
.mark {
  background: var(--wine-tint);
  color: var(--mulberry);
  font: 600 13px/38px var(--text);
  text-align: center;
}
</style>
