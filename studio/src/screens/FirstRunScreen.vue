<script setup lang="ts">
/** One breath: a name and a pasted address, and the door is live. */
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api, want, type Schemas } from '../api/client'
import { useForm } from '../composables/useForm'
import { useReading } from '../composables/useReading'
import { placeFrom } from '../logic/place'
import EmbedLine from '../parts/EmbedLine.vue'
import QrCode from '../parts/QrCode.vue'
import ReadingLine from '../parts/ReadingLine.vue'
import TextBox from '../parts/TextBox.vue'
import TopBar from '../parts/TopBar.vue'
import { useSession } from '../stores/session'
import { words } from '../words/app'

const session = useSession()
const router = useRouter()
const form = useForm()
const place = placeFrom(navigator.languages, Intl.DateTimeFormat().resolvedOptions().timeZone)
const name = ref('')
const typed = ref('')
const website = ref('')
const country = ref(place.country)
const chosen = ref<string[]>([])
const touched = ref(false)
const desk = ref<Schemas['DeskOut'] | null>(null)
const isLive = ref(false)
/** The web address that was named, as it is shown. */
const host = computed(() => desk.value?.hosts.find((each) => each.state === 'allowed')?.shown ?? '')
const shown = shallowRef<Schemas['ShowingOut'] | null>(null)
const { reading, take } = useReading({ typed, country, zone: place.zone })
const countryName = computed(() =>
  country.value ? (new Intl.DisplayNames(['en'], { type: 'region' }).of(country.value) ?? '') : '',
)
const proposed = computed(() =>
  words.first.zone(place.zone.split('/').pop()?.replaceAll('_', ' ') ?? place.zone, countryName.value),
)
watch(reading, (now) => {
  const fits = now?.fits.map((app) => app.key) ?? []
  if (!touched.value) chosen.value = fits.slice(0, 1)
  else chosen.value = chosen.value.filter((key) => fits.includes(key))
})
/** The first app pressed takes the place of the guess; further ones join it. */
function toggle(key: string): void {
  if (!touched.value) {
    touched.value = true
    chosen.value = [key]
    return
  }
  chosen.value = chosen.value.includes(key)
    ? chosen.value.filter((item) => item !== key)
    : [...chosen.value, key]
}
/** One of the readings was pressed: its country is the business's, whatever the browser's language. */
function takeReading(choice: Schemas['ReadingChoiceOut']): void {
  take(choice)
  if (choice.country) country.value = choice.country
}
async function hang(): Promise<void> {
  const opened = await form.send(() =>
    want(
      api.POST('/api/businesses', {
        body: {
          name: name.value,
          typed: typed.value,
          apps: chosen.value,
          country: country.value,
          zone: place.zone,
          language: place.language,
          website: website.value,
        },
      }),
    ),
  )
  if (!opened) return
  isLive.value = opened.is_live
  await session.load()
  desk.value = await want(api.GET('/api/sites/{key}', { params: { path: { key: opened.site } } }))
  if (opened.is_live)
    shown.value =
      (
        await want(
          api.POST('/api/doors/{key}/showings', {
            params: { path: { key: desk.value.doors[0]?.key ?? '' } },
            body: { of: 'live', days: 30 },
          }),
        )
      )[0] ?? null
}
const toDesk = (): void => {
  if (desk.value) void router.push({ name: 'desk', params: { site: desk.value.site } })
}
</script>

<template>
  <div class="page">
    <TopBar help="first" />
    <main id="main">
      <section class="two">
        <form novalidate @submit.prevent="hang">
          <h1>{{ words.first.title }}</h1>
          <p class="lead">{{ words.first.lead }}</p>
          <TextBox
            v-model="name"
            class="tall"
            :label="words.first.name"
            autocomplete="organization"
            :wrong="form.at('name')"
            :maxlength="120"
            :readonly="!!desk"
            autofocus
            @update:model-value="form.typed('name')"
          />
          <TextBox
            v-model="typed"
            class="reach"
            :label="words.first.reach"
            :placeholder="words.first.placeholder"
            :wrong="form.at('typed')"
            :readonly="!!desk"
            @update:model-value="form.typed('typed')"
          />
          <ReadingLine
            v-if="reading"
            :reading="reading"
            :only-choices="!!form.at('typed')"
            @take="takeReading"
          />
          <p v-if="!reading" class="help">{{ words.first.help }}</p>
          <fieldset v-if="reading && reading.fits.length > 1" class="by" :disabled="!!desk">
            <legend>{{ words.first.by }}</legend>
            <button
              v-for="app in reading.fits"
              :key="app.key"
              type="button"
              class="chip"
              :class="{ on: chosen.includes(app.key), guess: !touched }"
              :aria-pressed="chosen.includes(app.key)"
              @click="toggle(app.key)"
            >
              {{ app.name }}
            </button>
          </fieldset>
          <TextBox
            v-model="website"
            class="website"
            :label="words.first.website"
            :placeholder="words.first.websiteHint"
            :who="words.first.websiteHelp"
            dir="ltr"
            autocomplete="url"
            :wrong="form.at('website')"
            :maxlength="2000"
            :readonly="!!desk"
            @update:model-value="form.typed('website')"
          />
          <div v-if="!desk" class="acts">
            <v-btn type="submit" color="primary" size="large" :loading="form.busy.value">{{
              words.first.go
            }}</v-btn>
            <p class="small muted">{{ proposed }}</p>
          </div>
          <p v-if="form.at('*')" role="alert" class="wrong">{{ form.at('*') }}</p>
        </form>
        <div class="arch">
          <p class="over">
            <b>{{
              desk && isLive ? (host ? words.first.readyOn(host) : words.first.live) : words.first.ready
            }}</b><span v-if="desk && isLive">{{ words.first.liveHelp }}</span>
          </p>
          <iframe
            v-if="shown"
            :src="shown.link.replace(/^https?:\/\/[^/]+/, '')"
            :title="words.stage.frame"
          />
          <div v-else class="blank">
            <b>{{ name || '…' }}</b><i /><i /><i class="box" /><i class="box" />
            <p v-if="desk">{{ words.first.example }}</p>
          </div>
        </div>
      </section>
      <section v-if="desk" class="line" aria-live="polite">
        <div class="inner">
          <h2>{{ words.first.lineTitle }}</h2>
          <EmbedLine :line="desk.line" :site="desk.site" />
          <div class="under">
            <p class="small muted">{{ host ? words.first.lineHelpOn(host) : words.first.lineHelp }}</p>
            <button type="button" class="press" @click="toDesk">{{ words.first.desk }}</button>
          </div>
          <div v-if="shown" class="phone">
            <QrCode :svg="shown.qr" :label="words.first.show" />
            <div>
              <h3>{{ words.first.show }}</h3>
              <p class="small muted">{{ words.first.showHelp }}</p>
              <p v-if="shown.is_here_only" class="small loop">{{ words.first.loopback }}</p>
              <a class="press" :href="shown.link" target="_blank">{{ words.first.openPage }}</a>
            </div>
          </div>
        </div>
      </section>
    </main>
  </div>
</template>

<style scoped src="./FirstRunScreen.css"></style>
