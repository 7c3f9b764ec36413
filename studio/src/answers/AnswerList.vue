<script setup lang="ts">
/** Everything that can be read: questions and articles in the owner's order, then signposts. */
import { computed, nextTick, ref, watch } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { Answer, Answers, Tree } from '../composables/useAnswers'
import { moved } from '../logic/order'
import DoorGlyph from '../parts/DoorGlyph.vue'
import GripDots from '../parts/GripDots.vue'
import { answerWords as say } from '../words/answers'

const props = defineProps<{ all: Answers; answers: Answer[]; trees: Tree[]; chosen: string }>()
const emit = defineEmits<{ order: [keys: string[]] }>()
const language = computed(() => props.all.language)
const titleOf = (answer: Answer): string =>
  answer.title[language.value]?.trim() ||
  Object.values(answer.title).find((text) => text.trim()) ||
  (answer.kind === 'article' ? say.untitledArticle : say.untitled)
const rows = computed<Answer[]>({
  get: () => props.answers,
  set: (next) =>
    emit(
      'order',
      next.map((each) => each.key),
    ),
})
function move(at: number, by: number): void {
  const next = moved(rows.value, at, by)
  if (next) rows.value = next
}
/** What is chosen is in sight, a new one at the end too. */
const list = ref<HTMLElement>()
watch(
  () => props.chosen,
  async () => {
    await nextTick()
    list.value?.querySelector('.on')?.scrollIntoView({ block: 'nearest' })
  },
)
/** Open: visitors have it. Ajar: waits for publishing. Shut: kept back. */
const glyph = (answer: Answer): 'open' | 'ajar' | 'shut' =>
  answer.is_draft ? 'shut' : answer.is_live ? 'open' : 'ajar'
const groupOf = (answer: Answer): string => {
  const group = props.all.groups.find((each) => each.key === answer.group)
  return group ? (group.title?.[language.value] ?? Object.values(group.title ?? {})[0] ?? '') : ''
}
const about = (answer: Answer): string => {
  const have = props.all.languages.length - answer.missing.length
  const some = have && answer.missing.length ? say.someLanguages(have, props.all.languages.length) : ''
  return [answer.where, some].filter(Boolean).join(', ')
}
const amiss = (tree: Tree): string => tree.amiss.find((each) => each.blocks)?.says ?? ''
const treeGlyph = (tree: Tree): 'open' | 'ajar' | 'shut' | 'barred' =>
  amiss(tree) ? 'barred' : tree.is_draft ? 'shut' : tree.is_live ? 'open' : 'ajar'
</script>

<template>
  <div ref="list" class="pieces">
    <p class="head">
      <span>{{ say.questions }}</span><span>{{ say.helped }}</span>
    </p>
    <VueDraggable v-model="rows" tag="ul" handle=".grip" :animation="150">
      <li v-for="(answer, i) in rows" :key="answer.key" :class="{ on: chosen === answer.key }">
        <GripDots :label="say.move(titleOf(answer))" @move="move(i, $event)" />
        <router-link
          :to="{ name: 'answers', params: { site: all.site, piece: answer.key } }"
          :aria-current="chosen === answer.key ? 'true' : undefined"
        >
          <DoorGlyph :state="glyph(answer)" :size="20" />
          <span class="what">
            <b :class="{ blank: answer.is_blank }" dir="auto">{{ titleOf(answer) }}</b>{{ ' '
            }}<small v-if="answer.kind === 'article'">{{ say.minutes(answer.minutes) }}</small>
            <small class="where"
              >{{ groupOf(answer) ? `${groupOf(answer)}; ` : '' }}{{ about(answer) }}
              <span v-if="answer.is_draft" class="tag shut">{{ say.keptBack }}</span>
              <span v-else-if="answer.is_blank" class="tag">{{ say.blank }}</span>
              <span v-else-if="!answer.is_live" class="tag">{{ say.notLive }}</span></small
            >
          </span>
          <small class="count" :title="answer.counts.more">{{ answer.counts.says }}</small>
        </router-link>
      </li>
    </VueDraggable>
    <p v-if="all.not_found" class="small muted nothing">{{ say.notFound(all.not_found) }}</p>
    <template v-if="trees.length">
      <p class="head">
        <span>{{ say.signposts }}</span><span>{{ say.reached }}</span>
      </p>
      <ul>
        <li v-for="tree in trees" :key="tree.key" class="tree">
          <router-link :to="{ name: 'signposts', params: { site: all.site, piece: tree.key } }">
            <DoorGlyph :state="treeGlyph(tree)" :size="20" />
            <span class="what">
              <b dir="auto">{{ tree.title }}</b>
              <small v-if="amiss(tree)" class="where amiss">{{ amiss(tree) }}</small>
              <small v-else class="where"
                >{{ say.tree.size(tree.ways, tree.steps.length, tree.down)
                }}{{ tree.begins.length ? `, first on ${tree.begins.join(', ')}` : '' }}
                <span v-if="!tree.is_draft && !tree.is_live" class="tag">{{ say.notLive }}</span></small
              >
            </span>
            <small class="count">{{
              tree.is_draft
                ? say.keptBack
                : tree.walks.begun
                  ? `${tree.walks.person} of ${tree.walks.begun}`
                  : ''
            }}</small>
          </router-link>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 12px 14px 8px;
  border-bottom: 1px solid var(--hairline);
  font-size: 13px;
  line-height: 18px;
  color: var(--muted);
  font-weight: 500;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: flex;
  align-items: start;
  border-bottom: 1px solid var(--hairline);
}
.grip {
  margin-top: 10px;
  opacity: 0;
}
li:hover .grip,
.grip:focus-visible {
  opacity: 1;
}
a {
  flex: 1;
  min-width: 0;
  display: flex;
  gap: 10px;
  align-items: start;
  padding: 10px 14px 10px 2px;
  color: var(--ink);
  text-decoration: none;
}
.tree a {
  padding-inline-start: 26px;
}
.on {
  background: var(--card);
  border-radius: 18px 18px 10px 10px;
  box-shadow: var(--raised);
  border-bottom-color: transparent;
}
.what {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.what small {
  font-size: 13px;
  line-height: 18px;
  color: var(--muted);
}
.what b {
  font-weight: 600;
  color: var(--dark);
}
.what .blank {
  color: var(--brass-dark);
}
.where {
  display: block;
}
.what .amiss {
  color: var(--clay-dark);
}
.count {
  flex: none;
  font-size: 13px;
  line-height: 20px;
  color: var(--muted);
}
.nothing {
  padding: 10px 14px;
}
@media (max-width: 800px) {
  .grip {
    opacity: 1;
  }
  a {
    min-height: 44px;
  }
}
</style>
