<script setup lang="ts">
import { computed, ref } from 'vue'
import { useThingActions } from '~/shared/useThingActions'
import { useUnits } from '~/shared/useUnits'
import { useStudio } from '~/stores/studio'
import FieldProblem from '~/ui/FieldProblem.vue'
import { useRefusal } from '~/ui/refusals'
import { placeExactly } from '#core/edits/things'
import type { Place } from '#core/model/schema'
import { placeOfTape, tapedPlace } from '#core/records/tape'

/** A thing put where a tape says, from the backdrop's two lower corners to under it: no square is needed. */
const props = defineProps<{ id: string; place: Place }>()
const studio = useStudio()
const { distance, parse } = useUnits()
const { edit } = useThingActions()
const { words: problem, attempt, refuse } = useRefusal()

const now = computed(() => {
  const taped = tapedPlace(studio.document, props.place, 'corners')
  return taped.marks === 'corners' ? { left: distance(taped.leftM), right: distance(taped.rightM) } : undefined
})
const left = ref('')
const right = ref('')
const FIELDS = [
  ['Left corner', left, 'left'],
  ['Right corner', right, 'right'],
] as const

const put = () => {
  const [leftM, rightM] = [left.value || now.value?.left, right.value || now.value?.right].map(text =>
    parse(text ?? ''),
  )
  if (!leftM?.ok) return refuse(leftM?.message ?? '')
  if (!rightM?.ok) return refuse(rightM?.message ?? '')
  const place = placeOfTape(studio.document, {
    marks: 'corners',
    leftM: leftM.value,
    rightM: rightM.value,
    heightM: props.place.zM,
  })
  if (!place)
    return refuse('These two distances do not meet in front of the backdrop. Measure again; it stays where it was.')
  attempt(() => edit(set => placeExactly(set, props.id, place)))
  left.value = right.value = ''
}
</script>

<template>
  <details class="text-sm max-lg:basis-full lg:pb-1.5 lg:open:basis-full">
    <summary class="cursor-pointer text-soft">By tape from its corners</summary>
    <form class="relative mt-1 flex flex-wrap items-end gap-2" @submit.prevent="put">
      <label v-for="[label, text, side] in FIELDS" :key="label" class="flex flex-col text-xs text-soft">
        {{ label }}
        <input
          v-model="text.value"
          class="h-8 w-24 rounded-sm border border-rule bg-well px-2 text-sm text-ink"
          :placeholder="now?.[side]"
          autocomplete="off"
          :data-test="`tape-${side}`"
        />
      </label>
      <button class="press h-8" data-test="tape-put">Put it there</button>
      <FieldProblem :id="`tape-problem-${id}`" :words="problem" />
    </form>
  </details>
</template>
