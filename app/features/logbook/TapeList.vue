<script setup lang="ts">
import { computed } from 'vue'
import { useUnits } from '~/shared/useUnits'
import { lightDistance } from '#core/edits/distances'
import { aimedAt } from '#core/model/aim'
import type { Place } from '#core/model/schema'
import type { StudioRecord } from '#core/records/recordSchema'
import { aimAngles, tapedPlace, tapeErrorStops, type TapeMarks } from '#core/records/tape'
import { aimWords, careWords, tapedWords } from '#wording/records'
import { formatPower } from '#wording/notation/power'

/** Where everything stood, as one person measures it with a tape, with power and aim. */
const props = defineProps<{ record: StudioRecord; marks: TapeMarks; isShort?: boolean }>()
const { distance, sized } = useUnits()

const where = (place: Place) => tapedWords(tapedPlace(props.record.set, place, props.marks), distance)
/** What 5 cm of a subject's place come to: by the nearest of the lights that are on and aimed at it. */
const careOfSubject = (id: string): number => {
  const { set } = props.record
  const lit = set.lights.filter(
    light => light.aim.at === 'subject' && light.aim.subjectId === id && set.looks[0]!.lights[light.id]!.on,
  )
  return Math.max(0, ...lit.map(light => tapeErrorStops(lightDistance(light, set).lengthM)))
}
const rows = computed(() => {
  const { set } = props.record
  const [look] = set.looks
  return [
    ...set.subjects.map(({ id, name, place }) => ({
      id,
      name,
      what: '',
      power: '',
      where: where({ ...place, zM: 0 }).replace(/, 0[^,]* high$/, ''),
      aim: '',
      care: careWords(careOfSubject(id)),
    })),
    ...set.lights.map(light => {
      const setting = look!.lights[light.id]!
      return {
        id: light.id,
        name: light.name,
        what: `${light.lamp.name}, ${sized(light.modifier.name)}`,
        power: setting.on ? formatPower(setting.powerStops, light.lamp) : 'off',
        where: where(light.place),
        aim: aimWords(aimAngles(light.place, aimedAt(light.aim, set)), light.rollDeg),
        care: careWords(tapeErrorStops(lightDistance(light, set).lengthM)),
      }
    }),
    ...[...set.panels, ...set.props].map(({ id, name, place }) => ({
      id,
      name,
      what: '',
      power: '',
      where: where(place),
      aim: '',
      care: '',
    })),
    {
      id: 'camera',
      name: 'Camera',
      what: `${Math.round(set.camera.lens.focalLengthMm)} mm`,
      power: '',
      where: where(set.camera.place),
      aim: '',
      care: '',
    },
  ]
})
</script>

<template>
  <table class="w-full text-left text-sm" data-test="tapes">
    <thead class="text-soft">
      <tr>
        <th class="py-1 pr-3 font-normal">What</th>
        <th class="pr-3 font-normal">Power</th>
        <th class="pr-3 font-normal">Where, by tape</th>
        <th class="pr-3 font-normal">Aim</th>
        <th v-if="!isShort" class="font-normal">How carefully</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in rows" :key="row.id" class="border-t border-rule align-top">
        <td class="py-1 pr-3">
          <span class="font-medium">{{ row.name }}</span><span v-if="row.what" class="text-soft">, {{ row.what }}</span>
        </td>
        <td class="figure py-1 pr-3 whitespace-nowrap">{{ row.power }}</td>
        <td class="py-1 pr-3">{{ row.where }}</td>
        <td class="py-1 pr-3">{{ row.aim }}</td>
        <td v-if="!isShort" class="py-1 text-soft">{{ row.care }}</td>
      </tr>
    </tbody>
  </table>
</template>
