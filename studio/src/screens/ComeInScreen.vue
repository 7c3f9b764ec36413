<script setup lang="ts">
import { onMounted } from 'vue'
import { useRouter } from 'vue-router'
import DoorGlyph from '../parts/DoorGlyph.vue'
import FirstPage from '../parts/FirstPage.vue'
import { useForm } from '../composables/useForm'
import { useSession } from '../stores/session'
import { words } from '../words/app'

const props = defineProps<{ uid: string; token: string }>()
const session = useSession()
const router = useRouter()
const form = useForm()
onMounted(async () => {
  const hello = await form.send(() => session.comeIn({ uid: props.uid, token: props.token }))
  if (hello) await router.push(hello.waits_for_code ? '/sign-in/code' : '/')
})
</script>

<template>
  <FirstPage :title="words.comeIn.wait">
    <p v-if="form.elsewhere()" role="alert" class="outcome wrong">
      <DoorGlyph state="barred" /> {{ form.elsewhere() }}
    </p>
    <div v-if="form.wrong.value" class="or">
      <p>
        <router-link class="press strong" to="/sign-in">{{ words.comeIn.again }}</router-link>
      </p>
    </div>
  </FirstPage>
</template>

<style scoped src="./first.css" />
