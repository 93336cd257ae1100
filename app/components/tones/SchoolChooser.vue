<script setup lang="ts">
import { BACKDROP_POINTS } from '#core/brief/looks'
import { changeAreas, changeTargets } from '#core/set/edits'
import { BACKDROP_MIDDLE } from '#core/set/points'
import { SCHOOLS, translationWords, translated, type School } from '#core/tone/schools'

/** Ways of working that say where white shall be, each in one press; and what the present wish amounts to. */
const studio = useStudio()
const light = useLight()
const middle = computed(() => light.points.find(({ id }) => id === BACKDROP_MIDDLE)!)
const target = computed(() => studio.look.targets[BACKDROP_MIDDLE])
const isChosen = (school: School) => target.value !== undefined && JSON.stringify({ ...school.target }) === JSON.stringify({ ...target.value, firmness: undefined })
const follow = (school: School) => studio.edit((set) => {
  const aimed = changeTargets(set, studio.look.id, Object.fromEntries(BACKDROP_POINTS.map(id => [id, school.target])))
  const kinds = (school.areas ?? []).map(({ kind }) => kind)
  return school.areas ? changeAreas(aimed, studio.look.id, [...studio.look.areas.filter(({ kind }) => !kinds.includes(kind)), ...school.areas]) : aimed
})
const words = computed(() => target.value ? translationWords(studio.document, middle.value, target.value) : 'Nothing is wanted of the backdrop\u2019s middle.')
const valueOf = (school: School) => Math.round(translated(studio.document, middle.value, school.target).value)
</script>

<template>
  <div>
    <p
      class="mb-2 text-[17px] leading-snug font-medium"
      data-test="translation"
    >
      {{ words }}
    </p>
    <ul aria-label="Schools of white">
      <li
        v-for="school in SCHOOLS"
        :key="school.id"
        class="flex items-baseline gap-3 border-t border-rule py-1.5"
      >
        <button
          class="press shrink-0"
          :aria-pressed="isChosen(school)"
          :class="{ 'bg-ink! text-ground!': isChosen(school) }"
          :data-test="`school-${school.id}`"
          @click="follow(school)"
        >
          {{ school.name }}
        </button>
        <span class="text-sm text-soft">{{ school.why }}</span>
        <span class="ml-auto shrink-0 text-base font-semibold">{{ valueOf(school) }}</span>
      </li>
    </ul>
  </div>
</template>
