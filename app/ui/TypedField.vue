<script setup lang="ts">
import { nextTick, useId } from 'vue'
import FieldProblem from '~/ui/FieldProblem.vue'
import { useRefusal } from '~/ui/refusals'

/**
 * A value as it is typed. `take` makes the change, or answers why it does not; that is told at the field, as is what
 * the document refuses. Either way the field shows its value again as it is written.
 */
defineOptions({ inheritAttrs: false })
const props = defineProps<{
  label: string
  /** The value as it stands, written. */
  shown: string
  take: (text: string) => string | undefined
  testName?: string
  hideLabel?: boolean
}>()
const { words: problem, attempt, refuse } = useRefusal()
const id = useId()

const commit = (event: Event) => {
  const field = event.target as HTMLInputElement
  let refusal: string | undefined
  attempt(() => {
    refusal = props.take(field.value)
  })
  if (refusal) refuse(refusal)
  void nextTick(() => {
    field.value = props.shown
  })
}
</script>

<template>
  <div class="relative flex flex-col">
    <label :for="id" class="text-xs text-soft" :class="{ 'sr-only': hideLabel }">{{ label }}</label>
    <input
      :id="id"
      v-bind="$attrs"
      :value="shown"
      class="h-8 rounded-sm border border-rule bg-well px-2"
      :aria-invalid="problem !== ''"
      :aria-describedby="problem ? `${id}-problem` : undefined"
      :data-test="testName"
      @change="commit"
      @focus="($event.target as HTMLInputElement).select()"
    />
    <FieldProblem :id="`${id}-problem`" :words="problem" />
  </div>
</template>
