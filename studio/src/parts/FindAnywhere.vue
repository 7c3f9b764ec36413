<script setup lang="ts">
/** Find on the screens beside the desk: what can be found is fetched as it opens. */
import { computed, onMounted, shallowRef } from 'vue'
import { api, Refusal, want, type Schemas } from '../api/client'
import { useFindable, type Findable } from '../composables/useFindable'
import { useGoTo } from '../composables/useGoTo'
import { useToast } from '../composables/useToast'
import FindSheet from './FindSheet.vue'

const props = defineProps<{ site: string }>()
const emit = defineEmits<{ close: []; did: [] }>()
const toast = useToast()
const desk = shallowRef<Schemas['DeskOut'] | null>(null)
const releases = shallowRef<Schemas['ReleaseLineOut'][]>([])
const OF_THE_DESK = ['undo', 'redo', 'startOver', 'show', 'help']
const all = useFindable({ desk }, releases)
const items = computed(() =>
  all.value.filter(({ act }) => act.to !== 'do' || !OF_THE_DESK.includes(act.what)),
)
const goTo = useGoTo(() => props.site)
async function guarded(task: () => Promise<unknown>): Promise<void> {
  try {
    await task()
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    toast.say(error.message)
  }
}
onMounted(() =>
  guarded(async () => {
    const path = { params: { path: { key: props.site } } }
    desk.value = await want(api.GET('/api/sites/{key}', path))
    releases.value = await want(api.GET('/api/sites/{key}/releases', path))
  }),
)
const pick = (findable: Findable): Promise<void> =>
  guarded(async () => {
    await goTo(findable.act)
    emit('did')
  })
</script>

<template>
  <FindSheet :items="items" @close="emit('close')" @pick="pick($event as Findable)" />
</template>
