<script setup lang="ts">
import { totalOf, type Part } from '#core/transport/exposureAt'
import { formatFNumber } from '#core/units/aperture'

const studio = useStudio()
const light = useLight()

const nameOf = (lightId: string) => studio.document.lights.find(candidate => candidate.id === lightId)?.name ?? lightId
const percent = (share: number, whole: number) => whole > 0 ? `${Math.round(100 * share / whole)} %` : '0 %'
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
          <th class="pr-6 font-normal">
            Reading
          </th>
          <th class="pr-6 font-normal">
            All together
          </th>
          <th
            v-for="source in studio.document.lights"
            :key="source.id"
            class="pr-6 font-normal"
          >
            {{ source.name }} straight + bounced
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="readout in light.readouts"
          :key="readout.point.id"
        >
          <th class="pr-6 text-left font-normal">
            {{ readout.point.name }}
          </th>
          <td class="pr-6">
            {{ readout.fNumber > 0 ? formatFNumber(readout.fNumber) : 'no light' }}
          </td>
          <td
            v-for="source in studio.document.lights"
            :key="source.id"
            class="pr-6"
            :title="nameOf(source.id)"
          >
            {{ percent(part(readout.parts, source.id)?.directLuxS ?? 0, totalOf(readout.parts)) }}
            + {{ percent(part(readout.parts, source.id)?.bouncedLuxS ?? 0, totalOf(readout.parts)) }}
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
