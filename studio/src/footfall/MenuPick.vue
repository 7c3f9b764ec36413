<script setup lang="ts" generic="T extends string">
/** A word in a box that lets down the others to choose from. */
import MenuBox from '../parts/MenuBox.vue'

const model = defineModel<T>({ required: true })
defineProps<{ label: string; shows: string; choices: readonly { value: T; label: string }[] }>()
</script>

<template>
  <v-menu>
    <template #activator="{ props: press }">
      <button type="button" class="pick-box" v-bind="press" :aria-label="`${label}: ${shows}`">
        <span>{{ shows }}</span><i aria-hidden="true" />
      </button>
    </template>
    <MenuBox>
      <button
        v-for="choice in choices"
        :key="choice.value"
        type="button"
        class="entry"
        :aria-current="choice.value === model || undefined"
        @click="model = choice.value"
      >
        {{ choice.label }}
      </button>
    </MenuBox>
  </v-menu>
</template>

<style>
.pick-box {
  display: inline-flex;
  gap: 9px;
  align-items: center;
  max-width: 100%;
  min-height: 32px;
  padding: 0 12px;
  background: var(--card);
  border: 1px solid var(--box-line);
  border-radius: var(--arch-32);
  font-weight: 500;
  font-size: 13.5px;
}
.pick-box span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.pick-box:hover {
  border-color: var(--mulberry);
}
.pick-box i {
  flex: none;
  width: 6px;
  height: 6px;
  margin-top: -3px;
  border: solid var(--muted);
  border-width: 0 1.5px 1.5px 0;
  rotate: 45deg;
}
@media (max-width: 700px) {
  .pick-box {
    min-height: 44px;
  }
}
</style>
