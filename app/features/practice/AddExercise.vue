<script setup lang="ts">
import { computed, ref } from 'vue'
import { freshSeed } from '~/support/freshSeed'
import { inLook } from '#core/looks/inLook'
import { BACKDROP_MIDDLE } from '#core/model/placeIds'
import { meterPoints } from '#core/evaluation/probes/points'
import { askedSet, OWN_ASKS, type CollectionExercise } from '#core/practice/collection'
import { ALL_SKILLS, LEVELS, type Level, type Skill } from '#core/practice/skills'
import { OWN_ASK_NAMES, SKILL_NAMES } from '#wording/practice'
import SelectField from '~/ui/SelectField.vue'
import { useAskedSets } from './useAskedSets'

/** Another exercise of a collection: a made one, or one that asks of a set or a record. */
const emit = defineEmits<{ add: [exercise: CollectionExercise] }>()

const notes = ref('')
const add = (exercise: CollectionExercise) => {
  emit('add', exercise)
  notes.value = ''
}

const skill = ref<Skill>('value/pick')
const level = ref<Level>(1)
const skills = ALL_SKILLS.map(value => ({ value, name: SKILL_NAMES[value] }))
const levels = LEVELS.map(value => ({ value: String(value), name: `Level ${value}` }))
const addMade = () =>
  add({ kind: 'made', skill: skill.value, level: level.value, seed: freshSeed(), notes: notes.value.trim() })

const { source, sources, set, looks, lookId, chosenLook, problem } = useAskedSets()
const ask = ref<(typeof OWN_ASKS)[number]>('reading')
const pointId = ref(BACKDROP_MIDDLE)
const points = computed(() =>
  set.value ? meterPoints(inLook(set.value, lookId.value)).map(({ id, name }) => ({ value: id, name })) : [],
)
const asked = computed(() =>
  points.value.some(({ value }) => value === pointId.value) ? pointId.value : BACKDROP_MIDDLE,
)
const addOwn = () => {
  if (!set.value) return
  const look = looks.value.find(({ value }) => value === lookId.value)
  add({
    kind: 'own',
    ask: ask.value,
    title: `${set.value.name}, ${look?.name}`.slice(0, 80),
    notes: notes.value.trim(),
    set: askedSet(set.value, lookId.value),
    pointId: ask.value === 'reading' ? asked.value : BACKDROP_MIDDLE,
    seed: freshSeed(),
  })
}
</script>

<template>
  <label class="mt-2 flex max-w-xl flex-col text-xs text-soft">
    Notes for the next exercise: what to look for
    <textarea
      v-model="notes"
      class="rounded-sm border border-rule bg-well px-2 py-1 text-sm text-ink"
      rows="2"
      maxlength="2000"
      data-test="add-notes"
    />
  </label>
  <div class="mt-2 flex flex-wrap items-end gap-2">
    <SelectField
      label="A made exercise"
      :value="skill"
      :options="skills"
      test-name="add-skill"
      @choose="value => value && (skill = value)"
    />
    <SelectField
      label="Level"
      :value="String(level)"
      :options="levels"
      test-name="add-level"
      @choose="value => (level = Number(value) as Level)"
    />
    <button class="press" data-test="add-made" @click="addMade">Add</button>
  </div>
  <div class="mt-2 flex flex-wrap items-end gap-2">
    <SelectField
      label="Of a set or a record"
      :value="source"
      :options="sources"
      test-name="add-source"
      @choose="value => (source = value)"
    />
    <SelectField
      v-if="looks.length > 1"
      label="Look"
      :value="lookId"
      :options="looks"
      test-name="add-look"
      @choose="value => (chosenLook = value)"
    />
    <SelectField
      label="What is asked"
      :value="ask"
      :options="OWN_ASKS.map(value => ({ value, name: OWN_ASK_NAMES[value] }))"
      test-name="add-ask"
      @choose="value => value && (ask = value)"
    />
    <SelectField
      v-if="ask === 'reading'"
      label="Where"
      :value="asked"
      :options="points"
      test-name="add-point"
      @choose="value => value && (pointId = value)"
    />
    <button class="press" :disabled="!set" data-test="add-own" @click="addOwn">Add</button>
    <p v-if="problem" role="alert" class="w-full">{{ problem }}</p>
  </div>
</template>
