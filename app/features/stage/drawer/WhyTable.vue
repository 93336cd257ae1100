<script setup lang="ts">
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { ref } from 'vue'
import { totalOf, type Part } from '#core/physics/transport/exposureAt'
import { formatFNumber } from '#wording/notation/aperture'
import { formatStops } from '#wording/notation/stops'

const studio = useStudio()
const light = useLight()

const nameOf = (lightId: string) => studio.document.lights.find(candidate => candidate.id === lightId)?.name ?? lightId
/** The light that one points at: what would be read without it. */
const without = ref<string | null>(null)
const rest = ({ parts }: { parts: readonly Part[] }) => {
  const all = totalOf(parts)
  return all > 0 ? 1 - totalOf(parts.filter(({ lightId }) => lightId === without.value)) / all : 1
}
const percent = (share: number, whole: number) => (whole > 0 ? `${Math.round((100 * share) / whole)} %` : '0 %')
const part = (parts: readonly Part[], lightId: string) => parts.find(candidate => candidate.lightId === lightId)
</script>

<template>
  <div class="mt-2 overflow-x-auto">
    <table class="text-sm">
      <caption class="sr-only">
        Which light makes each reading, straight and by bounce
      </caption>
      <thead class="text-left text-soft">
        <tr>
          <th class="pr-6 font-normal">Reading</th>
          <th class="min-w-44 pr-6 font-normal">
            {{ without === null ? 'All together' : `Without ${nameOf(without)}` }}
          </th>
          <th v-for="source in studio.document.lights" :key="source.id" class="pr-6 font-normal">
            <button
              class="cursor-help underline decoration-dotted underline-offset-2"
              :aria-label="`What if ${source.name} were off`"
              :data-test="`without-${source.id}`"
              @pointerenter="without = source.id"
              @pointerleave="without = null"
              @focus="without = source.id"
              @blur="without = null"
            >
              {{ source.name }}
            </button>
            straight + bounced
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-if="light.isLate">
          <td :colspan="2 + studio.document.lights.length" class="text-soft">working out…</td>
        </tr>
        <tr v-for="readout in light.isLate ? [] : light.readouts" :key="readout.point.id">
          <th class="pr-6 text-left font-normal">
            {{ readout.point.name }}
          </th>
          <td class="pr-6">
            <template v-if="without === null || rest(readout) === 1">
              {{ readout.fNumber > 0 ? formatFNumber(readout.fNumber) : 'no light' }}
            </template>
            <span v-else class="text-accent">{{
              rest(readout) > 1e-6
                ? `${formatFNumber(readout.fNumber * Math.sqrt(rest(readout)))} (${formatStops(Math.log2(rest(readout)))})`
                : 'no light'
            }}</span>
          </td>
          <td v-for="source in studio.document.lights" :key="source.id" class="pr-6" :title="nameOf(source.id)">
            {{ percent(part(readout.parts, source.id)?.directLuxS ?? 0, totalOf(readout.parts)) }}
            + {{ percent(part(readout.parts, source.id)?.bouncedLuxS ?? 0, totalOf(readout.parts)) }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
