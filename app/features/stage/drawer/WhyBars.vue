<script setup lang="ts">
import { computed, onUnmounted, ref, watch } from 'vue'
import { useBounces } from '~/features/stage/drawer/useBounces'
import { useSpotlight } from '~/features/stage/useSpotlight'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { totalOf } from '#core/physics/transport/exposureAt'
import { formatFNumber } from '#wording/notation/aperture'

/** A bar a reading: the share of each light, straight filled, bounced hatched. A press shows the light's ways. */
const studio = useStudio()
const light = useLight()
const { named } = useBounces()
const { light: lightUp, dim } = useSpotlight()

/** Tones of the lights in turn; neighbours differ, and letters and hatching tell what tones do not. */
const TONES = ['#e6e6e6', '#a8a8a8', '#787878', '#c8c8c8', '#919191', '#5f5f5f'] as const
/** A part this wide holds its letter. */
const LETTER_SHARE = 0.04
const SEEN_SHARE = 0.004
/** A light that gives this much is lit up with the reading. */
const COUNTS_SHARE = 0.02

const toneOf = computed(
  () => new Map(studio.document.lights.map(({ id }, index) => [id, TONES[index % TONES.length]!])),
)
const nameOf = (id: string) => studio.document.lights.find(one => one.id === id)?.name ?? id
const isShown = (id: string) => light.shownSettings[id]?.on ?? false

const rows = computed(() =>
  light.readouts.map(readout => {
    const whole = totalOf(readout.parts)
    const segments = readout.parts.flatMap(({ lightId, directLuxS, bouncedLuxS }) =>
      [
        { kind: 'straight', share: directLuxS / whole },
        { kind: 'bounced', share: bouncedLuxS / whole },
      ]
        .filter(({ share }) => share > SEEN_SHARE)
        .map(({ kind, share }) => ({
          id: `${lightId}/${kind}`,
          share,
          letter: share > LETTER_SHARE ? nameOf(lightId) : '',
          words: `${nameOf(lightId)} ${kind} ${Math.round(100 * share)} %`,
          isBounced: kind === 'bounced',
          tone: toneOf.value.get(lightId)!,
        })),
    )
    return {
      point: readout.point,
      figure: readout.value === undefined ? '' : String(Math.round(readout.value)),
      aperture: readout.fNumber > 0 ? formatFNumber(readout.fNumber) : 'no light',
      segments: whole > 0 ? segments : [],
      lightIds: readout.parts
        .filter(part => (part.directLuxS + part.bouncedLuxS) / whole > COUNTS_SHARE)
        .map(one => one.lightId),
    }
  }),
)
const opened = ref<string | null>(null)
const from = computed(() => named(opened.value ?? '').map(({ name, percent }) => `${name} ${percent} %`))
const show = (row: (typeof rows.value)[number]) => lightUp([row.point.id, ...row.lightIds], row.point.id)
const rest = () => {
  const row = rows.value.find(({ point }) => point.id === opened.value)
  if (row) show(row)
  else dim()
}
watch(opened, rest)
onUnmounted(dim)
</script>

<template>
  <div data-test="why-bars">
    <p v-if="light.isLate" class="text-soft">Working out the light…</p>
    <p class="flex flex-wrap gap-x-4 text-sm text-soft">
      <span v-for="source in studio.document.lights.filter(({ id }) => isShown(id))" :key="source.id">
        <span class="mr-1 inline-block size-3 align-[-1px]" :style="{ background: toneOf.get(source.id) }" />
        <strong class="text-ink">{{ source.name }}</strong> {{ source.job }}
      </span>
      <span class="ml-auto">filled: straight · hatched: bounced</span>
    </p>
    <ul class="mt-1">
      <li v-for="row in light.isLate ? [] : rows" :key="row.point.id">
        <button
          class="grid w-full grid-cols-[9.5rem_2.5rem_5rem_minmax(0,1fr)] items-center gap-x-2 py-0.5 text-left max-sm:grid-cols-[7rem_2.5rem_minmax(0,1fr)] hover:bg-ground"
          :class="{ 'bg-ground': opened === row.point.id }"
          :aria-pressed="opened === row.point.id"
          :aria-label="`${row.point.name}, ${row.aperture}: ${row.segments.map(({ words }) => words).join(', ')}`"
          :data-test="`why-${row.point.id}`"
          @click="opened = opened === row.point.id ? null : row.point.id"
          @pointerenter="show(row)"
          @pointerleave="rest"
          @focus="show(row)"
          @blur="rest"
        >
          <span class="truncate">{{ row.point.name }}</span>
          <span class="text-right font-semibold">{{ row.figure }}</span>
          <span class="text-sm whitespace-nowrap text-soft max-sm:hidden">{{ row.aperture }}</span>
          <span class="flex h-5 w-full bg-well">
            <span
              v-for="segment in row.segments"
              :key="segment.id"
              class="why-part overflow-hidden text-center text-xs leading-5 font-semibold text-[#141414]"
              :class="{ 'why-bounced': segment.isBounced }"
              :style="{ width: `${100 * segment.share}%`, '--tone': segment.tone }"
              :title="segment.words"
              ><span v-if="segment.letter" class="px-1" :style="{ background: segment.tone }">{{
                segment.letter
              }}</span></span
            >
          </span>
        </button>
        <p v-if="opened === row.point.id" class="py-1 pl-1 text-sm text-soft" data-test="why-from">
          {{ from.length > 0 ? `Bounced from: ${from.join(', ')}` : 'Next to nothing is bounced.' }}
        </p>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.why-part {
  background: var(--tone);
  border-right: 1px solid var(--well);
}
.why-bounced {
  background: repeating-linear-gradient(-45deg, var(--tone) 0 3px, var(--well) 3px 6px);
}
</style>
