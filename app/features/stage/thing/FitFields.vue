<script setup lang="ts">
import { PHOTOMETRIC, photometricWords } from '~/shared/photometricFiles'
import { useThingActions } from '~/shared/useThingActions'
import { useUnits } from '~/shared/useUnits'
import { useKit } from '~/stores/kit'
import { useStudio } from '~/stores/studio'
import { useVault } from '~/stores/vault'
import { computed, ref } from 'vue'
import FilePick from '~/ui/FilePick.vue'
import SelectField from '~/ui/SelectField.vue'
import { fitGel, fitMeasured, fitModifier } from '#core/edits/edits'
import type { Light } from '#core/model/schema'
import { miredDifference } from '#core/physics/sources/colourTemperature'
import { gelStops, type Gel } from '#core/physics/sources/gels'
import { miredWords } from '#wording/colourTemperature'

/** What hangs on a light, out of the kit. */
const props = defineProps<{ light: Light }>()
const kit = useKit()
const { sized } = useUnits()
const { edit } = useThingActions()
/** What was wrong with a file, or what was taken to be meant by it. */
const problem = ref('')
const { reader } = useVault()

const modifiers = computed(() => kit.kit.modifiers.map(({ what }) => what))
const modifierOptions = computed(() => [
  ...(modifiers.value.some(({ kind }) => kind === props.light.modifier.kind)
    ? []
    : [{ value: props.light.modifier.kind, name: sized(props.light.modifier.name) }]),
  ...modifiers.value.map(({ kind, name }) => ({ value: kind, name: sized(name) })),
])
const fit = (kind: string) => {
  const modifier = modifiers.value.find(candidate => candidate.kind === kind)
  if (modifier) edit(set => fitModifier(set, props.light.id, modifier))
}

const gels = computed(() => kit.kit.gels.map(({ what }) => what))
const gelOption = (gel: Gel) => ({
  value: gel.name,
  name: `${gel.name} (\u2212${gelStops(gel, props.light.lamp.cctK).toFixed(1)})`,
})
const gelOptions = computed(() => [
  { value: '', name: 'none' },
  ...(props.light.gel && !gels.value.some(({ name }) => name === props.light.gel?.name)
    ? [gelOption(props.light.gel)]
    : []),
  ...gels.value.map(gelOption),
])
const putGel = (name: string) =>
  edit(set => fitGel(set, props.light.id, gels.value.find(candidate => candidate.name === name) ?? null))

const studio = useStudio()
const colour = computed(() => miredWords(miredDifference(props.light.lamp.cctK, studio.document.camera.whiteBalanceK)))

const readFile = async (file: File) => {
  const outcome = await reader.readLamp(file, file.name)
  problem.value = photometricWords(file.name, outcome)
  if (!outcome.ok) return
  const measured = outcome.value
  edit(set => fitMeasured(set, props.light.id, measured))
}
</script>

<template>
  <div class="contents">
    <SelectField
      label="Modifier"
      :value="light.modifier.kind"
      :options="modifierOptions"
      class="w-46"
      wide
      test-name="modifier"
      @choose="fit"
    />
    <SelectField
      label="Gel"
      :value="light.gel?.name ?? ''"
      :options="gelOptions"
      class="w-30"
      wide
      test-name="gel"
      @choose="putGel"
    />
    <FilePick class="h-8" :label="PHOTOMETRIC.label" :accept="PHOTOMETRIC.accept" test-name="ies" @pick="readFile" />
    <p class="order-last basis-full text-xs text-soft" data-test="lamp-colour">
      {{ light.lamp.cctK }} K{{ light.gel ? ' without its gel' : '' }}: {{ colour }}.
    </p>
    <p v-if="light.lamp.kind === 'continuous'" class="order-last basis-full text-xs text-soft">
      Do not stare into bare tubes, snoots or strong lamps. Lamps that burn load their circuit for as long as they do:
      keep well under the breaker’s rating; distribution is a licensed electrician’s work.
    </p>
    <p v-if="light.gel" class="order-last basis-full text-xs text-soft">
      Gels on hot lamps melt and burn: keep them off the glass and vents clear, and let lamps cool before you touch
      them.
    </p>
    <p v-if="problem" role="alert" class="basis-full text-sm" data-test="fit-problem">
      {{ problem }}
    </p>
  </div>
</template>
