<script setup lang="ts">
import { ref } from 'vue'
import { useLookEdits } from '~/shared/useLookEdits'
import { useReadySetUp } from '~/shared/useReadySetUp'
import { useStudio } from '~/stores/studio'
import SelectField from '~/ui/SelectField.vue'
import { STARTING_POINTS } from '#core/starting/startFrom'

/** A look that stands as one of the ready set-ups does, beside those that the set has. */
const studio = useStudio()
const setUp = useReadySetUp()
const { fromSet } = useLookEdits()

const options = STARTING_POINTS.map(({ id, name }) => ({ value: id, name }))
const chosen = ref(options[0]!.value)
const isBusy = ref(false)
const problem = ref('')
const missed = ref('')

const begin = async () => {
  const point = STARTING_POINTS.find(({ id }) => id === chosen.value)!
  const before = studio.stored
  isBusy.value = true
  problem.value = missed.value = ''
  const ready = await setUp(before, point)
  isBusy.value = false
  if (!ready.ok) problem.value = ready.message
  else if (studio.stored !== before)
    problem.value = 'The set was changed meanwhile, so nothing was set up. Press again.'
  else {
    const { set } = ready.value
    const outcome = fromSet({ set, lookId: set.looks[0]!.id, name: point.name })
    if (!outcome.ok) problem.value = outcome.message
    else missed.value = ready.value.missed && `Here it does not come to all it should: ${ready.value.missed}.`
  }
}
</script>

<template>
  <form class="flex flex-wrap items-end gap-2" @submit.prevent="begin">
    <SelectField
      label="Begin a look from a ready set-up"
      :value="chosen"
      :options="options"
      test-name="look-set-up"
      @choose="id => id && (chosen = id)"
    />
    <button class="press" :disabled="isBusy" data-test="begin-look">{{ isBusy ? 'Setting up…' : 'Add' }}</button>
    <p v-if="problem" role="alert" class="basis-full">{{ problem }}</p>
    <p v-else-if="missed" role="status" class="basis-full">{{ missed }}</p>
  </form>
</template>
