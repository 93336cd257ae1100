<script setup lang="ts">
import { computed } from 'vue'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import TypedField from '~/ui/TypedField.vue'
import { useStudio } from '~/stores/studio'
import { nextFixture, patchFaults } from '#core/control/patching'
import { changeFixtures } from '#core/edits/rigEdits'
import { PERSONALITIES, SLOTS, UNIVERSES, type DimmerCurve, type Fixture } from '#core/model/rigSchema'
import type { Light } from '#core/model/schema'
import { curveWords, levelWords, parseCurve, PERSONALITY_WORDS, slotWords } from '#wording/rig'

/** Which fixture one lamp is. */
const props = defineProps<{ light: Light }>()
const studio = useStudio()

const fixture = computed(() => studio.document.rig.fixtures[props.light.id])
const isFaulty = computed(() =>
  patchFaults(studio.document.rig).some(fault =>
    fault.kind === 'overrun' ? fault.lightId === props.light.id : fault.lightIds.includes(props.light.id),
  ),
)
const personalities = PERSONALITIES.map(value => ({ value, name: PERSONALITY_WORDS[value] }))
const CURVES = [
  { value: 'linear', name: 'Linear' },
  { value: 'square', name: 'Square' },
  { value: 'measured', name: 'Measured' },
] as const
const STRAIGHT: DimmerCurve = { kind: 'measured', shares: [0, 0.25, 0.5, 0.75, 1] }

const change = (changes: Partial<Fixture>) =>
  fixture.value &&
  studio.edit(set => changeFixtures(set, { [props.light.id]: { ...set.rig.fixtures[props.light.id]!, ...changes } }))
const patch = () => studio.edit(set => changeFixtures(set, { [props.light.id]: nextFixture(set.rig) }))
const unpatch = () => studio.edit(set => changeFixtures(set, { [props.light.id]: null }))
const chooseCurve = (kind: DimmerCurve['kind'] | '') => {
  change({ curve: kind === 'measured' ? STRAIGHT : { kind: kind === 'square' ? 'square' : 'linear' } })
}
const takeCurve = (text: string): string | undefined => {
  const outcome = parseCurve(text)
  if (!outcome.ok) return outcome.message
  change({ curve: outcome.value })
  return undefined
}
const limit = (text: string): string | undefined => {
  const found = /^\s*(\d{1,3})\s*(?:to|,|-|–|\s)\s*(\d{1,3})\s*%?\s*$/.exec(text.replaceAll('%', ''))
  const [least, most] = [Number(found?.[1]) / 100, Number(found?.[2]) / 100]
  if (!found || !(least < most) || most > 1)
    return `"${text.trim()}" is no range: write two percentages such as 5 to 100. The levels stay as they were.`
  change({ leastLevel: least, mostLevel: most })
  return undefined
}
</script>

<template>
  <tr class="border-t border-rule align-middle" :data-test="`fixture-${light.id}`">
    <th scope="row" class="py-2 pr-3 font-medium whitespace-nowrap">
      {{ light.name }} <span class="font-normal text-soft">{{ light.lamp.name }}</span>
    </th>
    <template v-if="fixture">
      <td class="pr-3">
        <NumberField
          :label="`Universe of ${light.name}`"
          hide-label
          :value="fixture.universe"
          :least="UNIVERSES[0]"
          :most="UNIVERSES[1]"
          :digits="0"
          whole
          narrow
          @change="universe => change({ universe })"
        />
      </td>
      <td class="pr-3">
        <NumberField
          :label="`Address of ${light.name}`"
          hide-label
          :value="fixture.address"
          :least="1"
          :most="SLOTS"
          :digits="0"
          whole
          narrow
          test-name="address"
          @change="address => change({ address })"
        />
      </td>
      <td class="figure pr-3 whitespace-nowrap" :class="{ 'font-semibold text-accent': isFaulty }">
        {{ slotWords(fixture) }}
      </td>
      <td class="pr-3">
        <SelectField
          :label="`Personality of ${light.name}`"
          is-label-hidden
          :value="fixture.personality"
          :options="personalities"
          test-name="personality"
          @choose="personality => personality && change({ personality })"
        />
      </td>
      <td class="pr-3">
        <SelectField
          :label="`Dimmer curve of ${light.name}`"
          is-label-hidden
          :value="fixture.curve.kind"
          :options="CURVES"
          @choose="chooseCurve"
        />
        <TypedField
          v-if="fixture.curve.kind === 'measured'"
          :label="`Shares of full light of ${light.name}`"
          hide-label
          :shown="curveWords(fixture.curve)"
          :take="takeCurve"
          class="mt-1 w-44"
        />
      </td>
      <td class="pr-3">
        <TypedField
          :label="`Lowest and highest level of ${light.name}`"
          hide-label
          :shown="levelWords(fixture)"
          :take="limit"
          class="w-28"
        />
      </td>
      <td class="text-right">
        <button class="press" :aria-label="`Unpatch ${light.name}`" @click="unpatch">Unpatch</button>
      </td>
    </template>
    <template v-else>
      <td colspan="6" class="text-soft">not patched</td>
      <td class="text-right">
        <button class="press" :aria-label="`Patch ${light.name}`" @click="patch">Patch</button>
      </td>
    </template>
  </tr>
</template>
