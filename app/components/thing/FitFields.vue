<script setup lang="ts">
import { fitGel, fitMeasured, fitModifier } from '#core/set/edits'
import { measuredLight } from '#core/formats/measuredLight'
import { parseIes } from '#core/formats/iesFile'
import type { Light } from '#core/set/schema'
import { GELS, gelStops } from '#core/sources/gels'
import { MODIFIERS } from '#core/sources/modifiers'

const props = defineProps<{ light: Light }>()
const studio = useStudio()
const note = useChangeNote()
const problem = ref('')
const ids = { modifier: useId(), gel: useId() }

const isOwn = computed(() => !MODIFIERS.some(({ kind }) => kind === props.light.modifier.kind))
const edit = (change: Parameters<typeof studio.edit>[0]) => {
  note.mark()
  problem.value = ''
  studio.edit(change)
}
const fit = (kind: string) => {
  const modifier = MODIFIERS.find(candidate => candidate.kind === kind)
  if (modifier) edit(set => fitModifier(set, props.light.id, modifier))
}
const gel = (name: string) => edit(set => fitGel(set, props.light.id, GELS.find(candidate => candidate.name === name) ?? null))

const readFile = async (event: Event) => {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  const outcome = parseIes(await file.text())
  input.value = ''
  if (!outcome.ok) {
    problem.value = `${file.name}: ${outcome.message}`
    return
  }
  const measured = measuredLight(outcome.value, outcome.value.keywords.LUMINAIRE ?? file.name)
  edit(set => fitMeasured(set, props.light.id, measured))
}
</script>

<template>
  <div class="contents">
    <p class="flex flex-col">
      <label
        :for="ids.modifier"
        class="text-xs text-soft"
      >Modifier</label>
      <select
        :id="ids.modifier"
        class="press h-8 w-38"
        :value="light.modifier.kind"
        data-test="modifier"
        @change="fit(($event.target as HTMLSelectElement).value)"
      >
        <option
          v-if="isOwn"
          :value="light.modifier.kind"
        >
          {{ light.modifier.name }}
        </option>
        <option
          v-for="modifier in MODIFIERS"
          :key="modifier.kind"
          :value="modifier.kind"
        >
          {{ modifier.name }}
        </option>
      </select>
    </p>
    <p class="flex flex-col">
      <label
        :for="ids.gel"
        class="text-xs text-soft"
      >Gel</label>
      <select
        :id="ids.gel"
        class="press h-8 w-26"
        :value="light.gel?.name ?? ''"
        data-test="gel"
        @change="gel(($event.target as HTMLSelectElement).value)"
      >
        <option value="">
          none
        </option>
        <option
          v-for="candidate in GELS"
          :key="candidate.name"
          :value="candidate.name"
        >
          {{ candidate.name }} (−{{ gelStops(candidate).toFixed(1) }})
        </option>
      </select>
    </p>
    <label class="press h-8 cursor-pointer focus-within:outline-2">
      IES file…
      <input
        type="file"
        accept=".ies,.IES"
        class="sr-only"
        data-test="ies"
        @change="readFile"
      >
    </label>
    <p
      v-if="light.gel"
      class="basis-full text-xs text-soft"
    >
      Gels on hot lamps melt and burn: keep them off the glass and vents clear, and let lamps cool before you touch them.
    </p>
    <p
      v-if="problem"
      role="alert"
      class="basis-full text-sm"
      data-test="fit-problem"
    >
      {{ problem }}
    </p>
  </div>
</template>
