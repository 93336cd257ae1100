<script setup lang="ts">
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import { Plus, X } from '@lucide/vue'
import { changeTargets, dropTarget } from '#core/edits/edits'
import type { Target } from '#core/model/schema'
import type { Readout } from '#core/evaluation/readout'
import { CHANNELS } from '#core/model/targetSchema'
import { LIT_CHEEK, SHADOW_SIDE } from '#core/model/placeIds'
import { labOf } from '#core/physics/units/lab'
import { ON_TARGET_STOPS } from '#core/evaluation/thresholds'
import { formatStops } from '#wording/notation/stops'
import { figureOf, FIRMNESS, TARGET_KINDS, targetOfKind } from '~/features/tones/targetChoices'

/** What is wanted of each point, beside what it is. */
const studio = useStudio()
const light = useLight()

const targetOf = ({ point }: Readout): Target | undefined => studio.look.targets[point.id]
/** The shadow side is wanted as a ratio to the lit cheek, and nothing else. */
const kindsFor = ({ point }: Readout) =>
  TARGET_KINDS.filter(({ value, onSurfaces }) =>
    point.id === SHADOW_SIDE ? value === 'ratio' : !onSurfaces || point.reflectance !== undefined,
  )
const channelOf = (readout: Readout) => {
  const target = targetOf(readout)
  return target?.kind === 'value' ? (target.channel ?? 'luminance') : 'luminance'
}
/** A channel is worth asking for where channels differ, or one was asked for. */
const hasColour = (readout: Readout) => {
  const past = readout.rendered?.pastClipping ?? [0]
  return channelOf(readout) !== 'luminance' || Math.max(...past) - Math.min(...past) > 0.15
}
/** Where a target of another kind begins: at what is. */
const standingNow = (readout: Readout) => {
  const lit = light.readouts.find(({ point }) => point.id === LIT_CHEEK)
  const stops = readout.point.id === SHADOW_SIDE && lit ? readout.stops - lit.stops : readout.stops
  return {
    stops,
    value: readout.value,
    lab:
      readout.rendered &&
      labOf(...(readout.rendered.linear.map(channel => Math.min(1, channel)) as [number, number, number])),
  }
}
const put = (pointId: string, target: Target) =>
  studio.edit(set => changeTargets(set, studio.look.id, { [pointId]: target }))
const now = (readout: Readout) =>
  readout.value === undefined
    ? formatStops(readout.stops)
    : `${Math.round(readout.value)} (${formatStops(readout.stops)})`
const standing = ({ missStops }: Readout) => {
  if (missStops === undefined) return ''
  if (Math.abs(missStops) <= ON_TARGET_STOPS) return 'on target'
  return `${formatStops(Math.abs(missStops)).slice(1)} too ${missStops > 0 ? 'bright' : 'dark'}`
}
</script>

<template>
  <ul class="flex flex-col" aria-label="Points">
    <li
      v-for="readout in light.readouts"
      :key="readout.point.id"
      class="flex flex-wrap items-end gap-2 border-t border-rule py-2 first:border-t-0"
      :data-test="`target-${readout.point.id}`"
    >
      <span class="min-w-28 grow basis-28">
        {{ readout.point.name }}
        <span class="block text-sm text-soft"
          >now {{ now(readout)
          }}<strong v-if="standing(readout)" class="block font-semibold text-ink">{{ standing(readout) }}</strong></span
        >
      </span>
      <template v-if="targetOf(readout)">
        <SelectField
          label="Wanted"
          :value="targetOf(readout)!.kind"
          :options="kindsFor(readout)"
          :test-name="`kind-${readout.point.id}`"
          @choose="
            kind => kind && put(readout.point.id, targetOfKind(kind, standingNow(readout), targetOf(readout)!.firmness))
          "
        />
        <SelectField
          v-if="targetOf(readout)!.kind === 'value' && hasColour(readout)"
          label="Of"
          :value="channelOf(readout)"
          :options="CHANNELS.map(value => ({ value, name: value }))"
          class="[&_select]:w-26"
          :test-name="`channel-${readout.point.id}`"
          @choose="
            channel =>
              channel &&
              put(readout.point.id, {
                ...targetOf(readout)!,
                channel: channel === 'luminance' ? undefined : channel,
              } as Target)
          "
        />
        <NumberField
          v-if="figureOf(targetOf(readout)!)"
          v-bind="figureOf(targetOf(readout)!)!.shown"
          narrow
          :test-name="`figure-${readout.point.id}`"
          @change="
            value =>
              put(readout.point.id, { ...targetOf(readout)!, [figureOf(targetOf(readout)!)!.of]: value } as Target)
          "
        />
        <SelectField
          label="Priority"
          :value="targetOf(readout)!.firmness ?? 'hard'"
          :options="FIRMNESS"
          class="[&_select]:w-26"
          :test-name="`firmness-${readout.point.id}`"
          @choose="firmness => firmness && put(readout.point.id, { ...targetOf(readout)!, firmness })"
        />
        <button
          class="press mb-0.5"
          :aria-label="`Delete the target of ${readout.point.name}`"
          @click="studio.edit(set => dropTarget(set, studio.look.id, readout.point.id))"
        >
          <X :size="14" />
        </button>
      </template>
      <button
        v-else
        class="press mb-0.5 ml-auto flex items-center gap-1"
        :data-test="`want-${readout.point.id}`"
        @click="
          put(
            readout.point.id,
            targetOfKind(
              readout.point.id === SHADOW_SIDE ? 'ratio' : readout.point.surface === 'backdrop' ? 'value' : 'stops',
              standingNow(readout),
              undefined,
            ),
          )
        "
      >
        <Plus :size="14" /> Set a target
      </button>
    </li>
  </ul>
</template>
