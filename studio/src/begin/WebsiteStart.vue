<script setup lang="ts">
/** One field, the website's address: what it tells as sentences with ticks, and the button on its page. */
import { computed, onMounted, shallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { api, want, type Schemas } from '../api/client'
import { useBeginning } from '../composables/useBeginning'
import DoorGlyph from '../parts/DoorGlyph.vue'
import StepLine from '../parts/StepLine.vue'
import TextBox from '../parts/TextBox.vue'
import TopBar from '../parts/TopBar.vue'
import { words } from '../words/app'
import { websiteWords as say } from '../words/website'
import ByHand from './ByHand.vue'
import FoundFrame from './FoundFrame.vue'
import FoundRow from './FoundRow.vue'
import HungDoor from './HungDoor.vue'
import KeepIt from './KeepIt.vue'

const props = defineProps<{ tries?: boolean }>()
const route = useRoute()
const it = useBeginning()
const { typed, isByHand, hand, form, website, found, rows, taken, opened, asksAccount } = it
const { steps, busy, waits, refused } = website
const starts = shallowRef<Schemas['StartOut'][]>([])
const start = computed(() => taken.value.start ?? '')
const shows = computed(() => (isByHand.value ? taken.value.ways?.length : found.value))
const helps = computed(() =>
  [
    host.value ? say.goHelp(host.value) : say.goHelpAlone,
    say.goMore,
    ...(props.tries ? [say.kept] : []),
  ].join(' '),
)
const host = computed(() => (isByHand.value ? '' : (found.value?.host ?? '')))
onMounted(async () => {
  const of = route.query.of
  // What was found of it before, and changed since, is there again.
  if (
    typeof of === 'string' &&
    of.trim() &&
    of.trim() !== (found.value || isByHand.value ? typed.value : '')
  ) {
    typed.value = of
    void it.look()
  }
  starts.value = await want(api.GET('/api/starts'))
})
</script>

<template>
  <div class="page">
    <TopBar help="first" />
    <main id="main">
      <section class="two">
        <div class="words">
          <h1>{{ props.tries ? say.tryTitle : say.title }}</h1>
          <p v-if="!found && !isByHand" class="lead">{{ props.tries ? say.tryLead : say.lead }}</p>
          <form v-if="!isByHand" class="look" novalidate @submit.prevent="it.look">
            <TextBox
              v-model="typed"
              class="address"
              :label="props.tries ? say.labelOrNumber : say.label"
              :placeholder="say.placeholder"
              dir="ltr"
              autocomplete="url"
              :maxlength="2000"
              :readonly="!!opened"
              autofocus
            />
            <v-btn v-if="busy" variant="outlined" size="large" @click="website.stop">{{ say.stop }}</v-btn>
            <v-btn
              v-else
              type="submit"
              size="large"
              :variant="found ? 'outlined' : 'flat'"
              :color="found ? undefined : 'primary'"
              :disabled="!!opened"
              >{{ found ? say.again : say.look }}</v-btn
            >
          </form>
          <StepLine v-if="busy" :steps="steps" :waits="waits" />
          <div v-else-if="refused && !isByHand" class="refused" role="alert">
            <p><DoorGlyph state="barred" :size="17" />{{ refused.says }}</p>
            <button type="button" class="press" @click="it.goByHand()">{{ say.handWay }}</button>
            <span class="small muted">{{ say.handHelp }}</span>
          </div>
          <div v-else-if="found && !isByHand" class="told">
            <p role="status">
              <DoorGlyph state="open" :size="17" /><span
                ><b>{{ say.read(found.read, found.took_s) }}</b
                >{{ opened ? '' : ` ${say.how}` }}</span
              >
            </p>
            <button v-if="!opened" type="button" class="press" @click="it.goByHand()">{{ say.none }}</button>
          </div>
          <button v-else-if="!isByHand" type="button" class="press none" @click="it.goByHand()">
            {{ say.none }}
          </button>
          <template v-if="found && !isByHand && !busy">
            <p v-if="found.left.length" class="small muted note">{{ say.left(found.left.join(', ')) }}</p>
            <p v-for="note in found.notes" :key="note" class="small note">{{ note }}</p>
            <ul class="rows" :inert="!!opened">
              <FoundRow
                v-for="row in rows"
                :key="row.key"
                :row="row"
                :place="it.placeOfRows.value"
                @change="it.change"
              />
            </ul>
            <fieldset v-if="starts.length && !opened" class="starts">
              <legend>{{ say.starts }}</legend>
              <button
                v-for="each in [{ key: '', name: say.noStart, what: '' }, ...starts]"
                :key="each.key"
                type="button"
                class="chip"
                :aria-pressed="start === each.key"
                :title="each.what"
                @click="it.begin(each.key)"
              >
                {{ each.name }}
              </button>
            </fieldset>
          </template>
          <template v-if="isByHand">
            <button v-if="!opened" type="button" class="press back" @click="it.goToWebsite">
              {{ say.some }}
            </button>
            <ByHand v-model="hand" :place="it.place" :form="form" :readonly="!!opened" @done="it.hang" />
          </template>
          <p v-if="((found && !busy) || isByHand) && !opened" class="small muted narrow">{{ helps }}</p>
          <form
            v-if="(found && !busy) || isByHand"
            v-show="!opened && !asksAccount"
            class="go"
            @submit.prevent="it.hang"
          >
            <v-btn type="submit" color="primary" size="x-large" :loading="form.busy.value">{{
              props.tries ? say.keep : say.go
            }}</v-btn>
            <p class="small muted wide">{{ helps }}</p>
          </form>
          <KeepIt v-if="asksAccount && !opened" :form="form" @make="it.makeAccount" />
          <p v-if="!asksAccount && form.elsewhere('name', 'typed')" role="alert" class="wrong">
            {{ form.elsewhere('name', 'typed') }}
          </p>
        </div>
        <FoundFrame
          v-if="shows"
          :taken="taken"
          :page="isByHand ? '' : (found?.page ?? '')"
          :address="isByHand ? '' : (found?.address ?? '')"
          :hangs="opened?.is_live ? (host ? words.first.readyOn(host) : words.first.live) : ''"
        />
        <div v-else class="arch empty" aria-hidden="true"><i /><i /><i class="box" /><i class="box" /></div>
      </section>
      <HungDoor v-if="opened" :opened="opened" />
    </main>
  </div>
</template>

<style scoped src="./WebsiteStart.css"></style>
