<script setup lang="ts">
import { computed, ref, toRaw } from 'vue'
import { useStudio } from '~/stores/studio'
import { freshSeed } from '~/support/freshSeed'
import { inLook } from '#core/looks/inLook'
import { BACKDROP_MIDDLE } from '#core/model/placeIds'
import { meterPoints } from '#core/evaluation/probes/points'
import { OWN_ASKS, type CollectionExercise } from '#core/practice/collection'
import { ALL_SKILLS, LEVELS, type Level, type Skill } from '#core/practice/skills'
import { OWN_ASK_NAMES, SKILL_NAMES } from '#wording/practice'
import SelectField from '~/ui/SelectField.vue'

/** Another exercise of a collection: a made one, or one that asks of the open set. */
const emit = defineEmits<{ add: [exercise: CollectionExercise] }>()
const studio = useStudio()

const skill = ref<Skill>('value/pick')
const level = ref<Level>(1)
const skills = ALL_SKILLS.map(value => ({ value, name: SKILL_NAMES[value] }))
const levels = LEVELS.map(value => ({ value: String(value), name: `Level ${value}` }))
const addMade = () =>
  emit('add', { kind: 'made', skill: skill.value, level: level.value, seed: freshSeed(), notes: '' })

const ask = ref<(typeof OWN_ASKS)[number]>('reading')
const pointId = ref(BACKDROP_MIDDLE)
const points = computed(() => meterPoints(studio.document).map(({ id, name }) => ({ value: id, name })))
const addOwn = () => {
  const set = inLook(toRaw(studio.stored), studio.look.id)
  // One look, nothing of what was read or who was photographed.
  const lean = {
    ...set,
    looks: set.looks.filter(({ id }) => id === studio.look.id),
    readings: [],
    frames: [],
    frozen: null,
    notes: '',
  }
  emit('add', {
    kind: 'own',
    ask: ask.value,
    title: `${set.name}, ${studio.look.name}`.slice(0, 80),
    notes: '',
    set: JSON.parse(
      JSON.stringify({ ...lean, day: { ...lean.day, sitters: [], conditions: [], done: [] } }),
    ) as typeof lean,
    pointId: ask.value === 'reading' ? pointId.value : BACKDROP_MIDDLE,
    seed: freshSeed(),
  })
}
</script>

<template>
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
      :label="`Of the open set, ${studio.look.name}`"
      :value="ask"
      :options="OWN_ASKS.map(value => ({ value, name: OWN_ASK_NAMES[value] }))"
      test-name="add-ask"
      @choose="value => value && (ask = value)"
    />
    <SelectField
      v-if="ask === 'reading'"
      label="Where"
      :value="pointId"
      :options="points"
      @choose="value => value && (pointId = value)"
    />
    <button class="press" data-test="add-own" @click="addOwn">Add</button>
  </div>
</template>
