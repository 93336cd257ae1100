<script setup lang="ts">
import { useThingActions } from '~/shared/useThingActions'
import { computed } from 'vue'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import { editLight } from '#core/edits/edits'
import type { Light } from '#core/model/schema'
import { frontReach } from '#core/physics/sources/frontShape'
import { focused } from '#core/physics/sources/focus'

/** What shapes the beam: barn doors, a scrim over half of it, a pattern in a focusing spot. */
const props = defineProps<{ light: Light }>()
const { edit } = useThingActions()
type Modifier = Light['modifier']
const change = (changes: Partial<Modifier>) =>
  edit(set => editLight(set, props.light.id, light => ({ ...light, modifier: { ...light.modifier, ...changes } })))

const focus = computed(() => props.light.modifier.focus)
const putFocus = (share: number) =>
  edit(set =>
    editLight(set, props.light.id, light =>
      focus.value ? { ...light, modifier: focused(light.modifier, focus.value.of, share) } : light,
    ),
  )
const LEAVES = [
  ['Top', 'topDeg'],
  ['Bottom', 'bottomDeg'],
  ['Left', 'leftDeg'],
  ['Right', 'rightDeg'],
] as const
const OPEN_DEG = 60
const leaves = computed(() => props.light.modifier.leaves)
const fitDoors = (isOn: boolean) => {
  const { across, up } = frontReach(props.light.modifier.front)
  change({
    leaves: isOn
      ? {
          lengthM: Math.min(3, Math.max(0.02, 1.6 * Math.max(across, up))),
          topDeg: OPEN_DEG,
          bottomDeg: OPEN_DEG,
          leftDeg: OPEN_DEG,
          rightDeg: OPEN_DEG,
        }
      : null,
  })
}
const SCRIMS = [
  { value: '', name: 'none' },
  { value: '0.5', name: 'half a stop' },
  { value: '1', name: 'one stop' },
  { value: '2', name: 'two stops' },
] as const
const scrim = computed(() => props.light.modifier.halfScrim)
const fitScrim = (stops: string) =>
  change({ halfScrim: stops ? { stops: Number(stops), turnDeg: scrim.value?.turnDeg ?? 0 } : null })
const MASKS = [
  { value: '', name: 'none' },
  { value: 'strip', name: 'strip' },
  { value: 'slats', name: 'slats' },
  { value: 'window', name: 'window' },
] as const
const FITTED: Readonly<Record<string, Light['modifier']['mask']>> = {
  strip: { kind: 'strip', share: 0.3, turnDeg: 0 },
  slats: { kind: 'slats', count: 6, openShare: 0.5, turnDeg: 0 },
  window: { kind: 'window', columns: 2, rows: 3, barShare: 0.15, turnDeg: 0 },
}
const fitMask = (kind: string) => change({ mask: FITTED[kind] ?? null })
</script>

<template>
  <div class="flex flex-wrap items-end gap-x-2 gap-y-2">
    <NumberField
      v-if="focus"
      :label="focus.of === 'fresnel' ? 'Spot 0 to flood 100' : 'At focus 0 to pushed in 100'"
      :value="100 * focus.share"
      :least="0"
      :most="100"
      unit=" %"
      :digits="0"
      test-name="focus"
      @change="percent => putFocus(percent / 100)"
    />
    <label class="flex h-8 items-center gap-2">
      <input type="checkbox" :checked="leaves !== null" data-test="doors" @change="fitDoors(leaves === null)" />
      Barn doors
    </label>
    <template v-if="leaves">
      <NumberField
        v-for="[name, key] in LEAVES"
        :key="key"
        :label="name"
        :value="leaves[key] ?? 90"
        :least="-60"
        :most="90"
        unit="°"
        :digits="0"
        narrow
        @change="degrees => change({ leaves: { ...leaves!, [key]: degrees } })"
      />
    </template>
    <SelectField
      label="Scrim on half"
      :value="scrim ? String(scrim.stops) : ''"
      :options="SCRIMS"
      class="w-27"
      wide
      test-name="scrim"
      @choose="fitScrim"
    />
    <NumberField
      v-if="scrim"
      label="Turned"
      :value="scrim.turnDeg"
      :least="-180"
      :most="180"
      unit="°"
      :digits="0"
      narrow
      @change="turnDeg => change({ halfScrim: { ...scrim!, turnDeg } })"
    />
    <SelectField
      label="Pattern"
      :value="light.modifier.mask?.kind ?? ''"
      :options="MASKS"
      class="w-22"
      wide
      @choose="fitMask"
    />
  </div>
</template>
