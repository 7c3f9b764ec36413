<script setup lang="ts">
/** A site's foot on another screen than the desk: what waits there, looked at and published. */
import { ref, toRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useDesk } from '../composables/useDesk'
import { useDoorActs, type IsOwn } from '../composables/useDoorActs'
import { useSession } from '../stores/session'
import { words } from '../words/app'
import DeskFoot from './DeskFoot.vue'

/** `moved` is anything that changes whenever this site may have. */
const props = defineProps<{ site: string; name: string; moved: unknown; isOwn?: IsOwn }>()
const emit = defineEmits<{ published: [] }>()
const router = useRouter()
const session = useSession()
const state = useDesk(
  toRef(() => props.site),
  toRef(() => undefined),
)
const { desk, failed } = state
const reviews = ref(false)
const { publishing, publish } = useDoorActs(state, reviews, () => emit('published'), props.isOwn)
watch([() => props.site, () => props.moved], () => void state.load(), { immediate: true })
/** The careful look stands on the desk, beside its stage. */
watch(reviews, (on) => {
  if (on) void router.push({ name: 'desk', params: { site: props.site }, query: { review: '1' } })
})
</script>

<template>
  <section
    v-if="session.may('doors') && (failed || (desk && (!name || desk.changes.length)))"
    class="site-foot"
    :class="{ named: name }"
    :aria-label="name || site"
  >
    <b v-if="name">{{ name }}</b>
    <p v-if="failed" role="status" class="unknown">
      {{ words.desk.waitsUnknown }} {{ failed }}
      <button type="button" class="act" @click="state.load()">{{ words.desk.again }}</button>
    </p>
    <DeskFoot
      v-else
      :state="state"
      :publishing="publishing"
      :is-own="isOwn"
      @review="reviews = true"
      @publish="publish()"
    />
  </section>
</template>

<style scoped>
.site-foot :deep(.keys) {
  display: none;
}
.site-foot :deep(footer) {
  position: static;
  padding-left: 0;
}
.unknown {
  padding: 14px 0;
}
.site-foot b {
  font-size: 13px;
  color: var(--muted);
}
.site-foot > :deep(footer) {
  min-width: 0;
}
@media (min-width: 700px) {
  .named {
    display: grid;
    grid-template-columns: 170px 1fr;
    gap: 20px;
    align-items: center;
    border-top: 1px solid var(--box-line);
  }
  .named :deep(footer) {
    border-top: 0;
    padding-block: 8px;
  }
}
</style>
