<script setup lang="ts">
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { BACKDROP_POINTS } from '#core/brief/looks'
import { changeAreas, changeTargets } from '#core/edits/edits'
import { BACKDROP_MIDDLE, KEY_SIDE } from '#core/model/placeIds'
import { CARD_AT_KEY } from '#core/evaluation/probes/points'
import { renderSurface } from '#core/evaluation/renderSurface'
import { totalOf } from '#core/physics/transport/exposureAt'
import { grey } from '#core/physics/units/rgb'
import { CONVENTIONS, translated, type Convention } from '#core/tone/conventions'
import { CONVENTION_WORDS, translationWords } from '#wording/conventions'

/** Ways of working that say where white shall be, each in one press; and what the present wish amounts to. */
const studio = useStudio()
const light = useLight()
const middle = computed(() => light.points.find(({ id }) => id === BACKDROP_MIDDLE)!)
const target = computed(() => studio.look.targets[BACKDROP_MIDDLE])
const SHIRT = grey(0.88)
const isChosen = (convention: Convention) =>
  target.value !== undefined &&
  JSON.stringify({ ...convention.target }) === JSON.stringify({ ...target.value, firmness: undefined })
const follow = (convention: Convention) =>
  studio.edit(set => {
    const aimed = changeTargets(
      set,
      studio.look.id,
      Object.fromEntries(BACKDROP_POINTS.map(id => [id, convention.target])),
    )
    const kinds = (convention.areas ?? []).map(({ kind }) => kind)
    return convention.areas
      ? changeAreas(aimed, studio.look.id, [
          ...studio.look.areas.filter(({ kind }) => !kinds.includes(kind)),
          ...convention.areas,
        ])
      : aimed
  })
const words = computed(() =>
  target.value
    ? translationWords(studio.document, middle.value, target.value)
    : 'No target is set for the backdrop\u2019s middle.',
)
/** What level means here: the disc on the backdrop against how the key is read, and what a white shirt renders then. */
const level = computed(() => {
  const card = light.evaluation?.at(CARD_AT_KEY)
  const key = light.readouts.find(({ point }) => point.id === KEY_SIDE)
  if (!card || !key || !light.camera) return ''
  const shirt = renderSurface(studio.document, SHIRT, grey(card.roomLuxS + totalOf(card.parts)), grey(0), light.camera)
  const isDome = key.point.hold.receptor === 'dome'
  return `Level means: the disc on the backdrop shows the f-number that the ${isDome ? 'dome' : 'disc'} shows at the key. Exposed for the ${isDome ? 'dome reading' : 'card'}, a white shirt that looks at the key renders ${Math.round(shirt.value)}; level paper of 88 % renders ${valueOf(CONVENTIONS[0]!)}.`
})
const valueOf = (convention: Convention) =>
  Math.round(translated(studio.document, middle.value, convention.target).value)
</script>

<template>
  <div>
    <p class="mb-2 text-[17px] leading-snug font-medium" data-test="translation">
      {{ words }}
    </p>
    <p v-if="level" class="mb-2 text-sm text-soft" data-test="level-words">
      {{ level }}
    </p>
    <ul aria-label="Schools of white">
      <li
        v-for="convention in CONVENTIONS"
        :key="convention.id"
        class="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-t border-rule py-1.5 xl:flex-nowrap"
      >
        <button
          class="press shrink-0"
          :aria-pressed="isChosen(convention)"
          :class="{ 'bg-ink! text-ground!': isChosen(convention) }"
          :data-test="`school-${convention.id}`"
          @click="follow(convention)"
        >
          {{ CONVENTION_WORDS[convention.id].name }}
        </button>
        <span class="order-1 basis-full text-sm text-soft xl:order-0 xl:basis-auto">{{
          CONVENTION_WORDS[convention.id].why
        }}</span>
        <span class="ml-auto shrink-0 text-base font-semibold">{{ valueOf(convention) }}</span>
      </li>
    </ul>
  </div>
</template>
