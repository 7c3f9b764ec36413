<script setup lang="ts">
/** The outline: every choice a line, moved by hand or by keys, the one that is chosen written below. */
import { computed, ref, toRef } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { Answers, Tree } from '../composables/useAnswers'
import { useOutline } from '../composables/useOutline'
import { changeArm, changeStep, type Place, type Step } from '../logic/signposts'
import { worded } from '../logic/texts'
import TextBox from '../parts/TextBox.vue'
import { treeWords as say } from '../words/answers'
import ArmEditor from './ArmEditor.vue'
import TreeLine from './TreeLine.vue'

const props = defineProps<{ tree: Tree; all: Answers; language: string }>()
const emit = defineEmits<{ change: [steps: Step[], now?: boolean] }>()
const root = ref<HTMLElement>()
const steps = toRef(() => props.tree.steps)
const { chosen, first, shown, arm, full, isOn, choose, add, remove, shift, moveBy, level, lead, key, drop } =
  useOutline({
    steps,
    language: toRef(() => props.language),
    root,
    put: (next, now) => emit('change', next, now),
  })
const wrongOf = (at: Place): { says: string; blocks: boolean } => {
  const found = props.tree.amiss.filter((each) => each.step === at.step && each.arm === at.arm)
  const worst = found.find((each) => each.blocks) ?? found[0]
  return { says: worst?.says ?? '', blocks: worst?.blocks ?? false }
}
const ofSteps = computed(() => props.tree.amiss.filter((each) => !each.arm))
const putFirst = (field: 'heading' | 'says', typed: string): void => {
  const step = first.value
  if (step)
    emit(
      'change',
      changeStep(steps.value, step.key, { [field]: worded(step[field] ?? {}, props.language, typed) }),
    )
}
</script>

<template>
  <div ref="root" class="outline">
    <div class="first">
      <TextBox
        :model-value="first?.heading?.[language] ?? ''"
        :label="say.firstStep"
        :placeholder="first?.heading?.[all.language] ?? ''"
        :lang="language"
        :maxlength="200"
        large
        @update:model-value="putFirst('heading', $event)"
      />
      <TextBox
        :model-value="first?.says?.[language] ?? ''"
        :label="say.says"
        :lang="language"
        :maxlength="500"
        @update:model-value="putFirst('says', $event)"
      />
    </div>
    <p
      v-for="each in ofSteps"
      :key="each.code + each.step"
      class="small amiss"
      :class="{ blocks: each.blocks }"
    >
      {{ each.says }}
    </p>
    <p class="small muted keys">{{ say.keys }}</p>
    <VueDraggable
      v-model="shown"
      role="group"
      :aria-label="say.outline"
      handle=".grip"
      :animation="150"
      @end="drop"
    >
      <div v-for="line in shown" :key="line.step + line.arm.key">
        <TreeLine
          :arm="line.arm"
          :deep="line.deep"
          :again="line.again"
          :opens="!!line.opens"
          :chosen="isOn({ step: line.step, arm: line.arm.key })"
          :language="language"
          :steps="steps"
          :all="all"
          :wrong="line.arm.leads ? wrongOf({ step: line.step, arm: line.arm.key }).says : ''"
          :blocks="!line.arm.leads || wrongOf({ step: line.step, arm: line.arm.key }).blocks"
          :pressed="tree.walks.pressed[`${line.step}:${line.arm.key}`] ?? 0"
          @choose="choose({ step: line.step, arm: line.arm.key })"
          @lead="lead({ step: line.step, arm: line.arm.key }, $event)"
          @move="moveBy({ step: line.step, arm: line.arm.key }, $event)"
          @key="key($event, { step: line.step, arm: line.arm.key })"
        />
        <div v-if="arm && isOn({ step: line.step, arm: line.arm.key })" class="edit soft">
          <ArmEditor
            :arm="arm"
            :steps="steps"
            :all="all"
            :language="language"
            @change="chosen && emit('change', changeArm(steps, chosen, $event))"
            @step="(at, more) => emit('change', changeStep(steps, at, more))"
            @lead="chosen && lead(chosen, $event)"
          />
          <p class="acts">
            <button
              v-if="arm.leads === 'step' && !full(arm.to ?? '')"
              type="button"
              class="act"
              @click="add(arm.to ?? '')"
            >
              {{ say.addBelow }}
            </button>
            <button type="button" class="quiet" @click="shift(-1)">{{ say.up }}</button>
            <button type="button" class="quiet" @click="shift(1)">{{ say.down }}</button>
            <button type="button" class="quiet" @click="level(1)">{{ say.deeper }}</button>
            <button type="button" class="quiet" @click="level(-1)">{{ say.higher }}</button>
            <button type="button" class="quiet" @click="remove">{{ say.takeOut }}</button>
          </p>
        </div>
      </div>
    </VueDraggable>
    <p v-if="first" class="more">
      <button v-if="!full(first.key)" type="button" class="act" @click="add(first.key)">
        {{ say.another }}
      </button>
      <span class="small muted">{{ say.five }}</span>
    </p>
  </div>
</template>

<style scoped>
.keys {
  margin-bottom: 8px;
}
.first {
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 12px;
  margin-bottom: 14px;
}
.edit {
  margin: 4px 0 12px 20px;
}
.acts,
.more {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  padding-top: 10px;
}
.amiss {
  color: var(--brass-dark);
}
.amiss.blocks {
  color: var(--clay-dark);
}
@media (max-width: 800px) {
  .keys {
    display: none;
  }
  .acts > *,
  .more > .act {
    min-height: 44px;
    min-width: 44px;
  }
  .first {
    grid-template-columns: minmax(0, 1fr);
  }
  .edit {
    margin-inline-start: 0;
  }
}
</style>
