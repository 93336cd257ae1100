<script setup lang="ts">
import { useLight } from '~/stores/light'
import { usePreferences } from '~/stores/preferences'
import { useStudio } from '~/stores/studio'
import { computed, reactive, ref } from 'vue'
import { lightsInUse, readingOfStep } from '#core/metering/run'
import { parseReading } from '#wording/notation/reading'
import { KEY_SIDE, LIT_CHEEK, SHADOW_SIDE } from '#core/model/placeIds'
import { onlyOn } from '#core/model/settings'
import { ratioOf, ratioOfLight, stopsOfFill } from '#core/tone/ratio'
import { ratioWords, stopDownWords } from '#wording/tone'
import { formatFNumber } from '#wording/notation/aperture'
import { amountWords, stopWords } from '#wording/quantities'

const studio = useStudio()
const light = useLight()
const preferences = usePreferences()

const inUse = computed(() => lightsInUse(studio.document, studio.look))
const ids = computed(() => inUse.value.map(({ id }) => id))
/** What is known of a cheek: its newest reading with everything on, or the plan's word. */
const known = (pointId: string) => {
  const reading = readingOfStep({ lightIds: ids.value, pointId }, studio.document.readings, studio.look.id)
  const planned = light.readouts.find(({ point }) => point.id === pointId)?.fNumber
  return reading ? { fNumber: reading.fNumber, from: 'read' } : { fNumber: planned ?? 0, from: 'as planned' }
}
const typed = reactive<Record<string, { fNumber: number; text: string } | undefined>>({})
const problem = ref('')
const sides = computed(() =>
  [
    { id: LIT_CHEEK, name: 'Lit cheek' },
    { id: SHADOW_SIDE, name: 'Shadow side' },
  ].map(side => ({
    ...side,
    ...(typed[side.id] ? { fNumber: typed[side.id]!.fNumber, from: 'as typed' } : known(side.id)),
  })),
)
const type = (id: string, event: Event) => {
  const text = (event.target as HTMLInputElement).value
  if (!light.camera) return
  const read =
    text.trim() === ''
      ? undefined
      : parseReading(text, {
          ...light.camera,
          cameraFNumber: light.camera.fNumber,
          constant: studio.document.meter.flatConstant,
          habit: preferences.values.figureHabit ?? undefined,
        })
  problem.value = read && !read.ok ? read.message : ''
  if (!read || read.ok) typed[id] = read?.ok ? { fNumber: read.value, text } : undefined
}
/** From what was read or typed; as long as all is planned, from the light of each lamp. */
const ratio = computed(() => {
  const [lit, shadow] = [LIT_CHEEK, SHADOW_SIDE].map(id => light.readouts.find(({ point }) => point.id === id))
  if (sides.value.every(({ from }) => from === 'as planned') && lit && shadow) {
    const found = ratioOfLight(
      lit,
      shadow,
      inUse.value.filter(({ job }) => job === 'key').map(({ id }) => id),
    )
    // What comes round from walls and backdrop is no fill that could be read alone.
    return found && { ...found, keyToFill: fills.value.length > 0 ? found.keyToFill : undefined }
  }
  return sides.value.every(({ fNumber }) => fNumber > 0)
    ? ratioOf(sides.value[0]!.fNumber, sides.value[1]!.fNumber)
    : undefined
})

const fills = computed(() => inUse.value.filter(({ job }) => job === 'fill'))
const fillStops = computed(() => {
  const { evaluation } = light
  if (!evaluation || fills.value.length === 0) return undefined
  const without = evaluation
    .under(
      onlyOn(
        studio.look,
        ids.value.filter(id => !fills.value.some(fill => fill.id === id)),
      ),
    )
    .at(KEY_SIDE)
  const together = evaluation.at(KEY_SIDE)
  return without.fNumber > 0 ? stopsOfFill(without.fNumber, together.fNumber) : undefined
})
</script>

<template>
  <section aria-label="Ratio">
    <h2 class="text-lg font-semibold">Ratio</h2>
    <div class="mt-2 flex flex-wrap items-end gap-3">
      <label v-for="side in sides" :key="side.id" class="flex flex-col">
        <span class="text-xs text-soft">{{ side.name }}, {{ side.from }}</span>
        <input
          class="h-9 w-32 rounded-sm border border-rule bg-well px-2 text-lg"
          :value="side.fNumber > 0 ? formatFNumber(side.fNumber) : ''"
          :data-test="`ratio-${side.id === LIT_CHEEK ? 'highlight' : 'shadow'}`"
          @change="type(side.id, $event)"
        />
      </label>
      <p v-if="ratio" class="text-3xl font-semibold" data-test="ratio">
        {{ ratioWords(ratio.highlightToShadow) }}
        <span class="text-lg font-normal text-soft">{{ amountWords(ratio.stops) }}</span>
      </p>
    </div>
    <p v-if="problem" role="alert">
      {{ problem }}
    </p>
    <p v-if="ratio" class="mt-2 text-sm text-soft" data-test="ratio-other">
      That is <strong class="text-ink">key + fill to fill</strong>: both cheeks with all lights on, where 2:1 is one
      stop.
      <template v-if="ratio.keyToFill !== undefined">
        As <strong class="text-ink">key to fill</strong>, each read alone, it is
        <strong class="text-ink">{{ ratioWords(ratio.keyToFill) }}</strong>.
      </template>
      Read both with the disc flat on the skin: a dome in free air sees the key past the head.
    </p>
    <p class="mt-2" data-test="fill-effect">
      <template v-if="fillStops !== undefined">
        {{ fills.map(fill => fill.name).join(' and ') }} brings the key side up {{ stopWords(fillStops) }}:
        {{ stopDownWords(fillStops) }} when it is added.
      </template>
      <template v-else> No fill light is on in this look; walls and boards do the filling. </template>
    </p>
  </section>
</template>
