<script setup lang="ts">
import { moveLight, moveSubject } from '#core/set/edits'
import { lightTape, placeAtDistance } from '#core/set/tapes'
import type { Place } from '#core/set/schema'

const studio = useStudio()
const note = useChangeNote()

const light = computed(() => studio.document.lights.find(candidate => candidate.id === studio.selectedId))
const subject = computed(() => studio.document.subjects.find(candidate => candidate.id === studio.selectedId))
const { distance } = useUnits()
const problem = ref('')

const put = (changes: Partial<Place>) => {
  const chosen = light.value
  if (!chosen) return
  note.mark()
  problem.value = ''
  studio.edit(set => moveLight(set, chosen.id, { ...chosen.place, ...changes }))
}
const putAtDistance = (metres: number) => {
  const place = light.value && placeAtDistance(light.value, studio.document, metres)
  if (place) put(place)
  else problem.value = `It hangs more than ${distance(metres)} above or below what it lights. Change the height first.`
}
const putSubject = (changes: { xM?: number, yM?: number }) => {
  const chosen = subject.value
  if (!chosen) return
  note.mark()
  const place = { ...chosen.place, ...changes }
  studio.edit(set => moveSubject(set, chosen.id, place.xM, place.yM))
}
</script>

<template>
  <div
    class="flex min-h-18 flex-wrap items-end gap-x-3 gap-y-2 border-t border-rule px-4 py-2"
    data-test="place"
  >
    <template v-if="light">
      <p class="w-37 self-center leading-tight">
        <strong>{{ light.name }}</strong> {{ light.job }}<br>
        <span class="text-soft">{{ light.lamp.name }}</span>
      </p>
      <DistanceField
        :label="light.aim.at === 'subject' ? 'To subject' : 'To its aim'"
        :value="lightTape(light, studio.document).lengthM"
        @change="putAtDistance"
      />
      <DistanceField
        label="From backdrop"
        :value="light.place.yM"
        @change="put({ yM: $event })"
      />
      <DistanceField
        label="Across"
        :value="light.place.xM"
        @change="put({ xM: $event })"
      />
      <DistanceField
        label="Height"
        :value="light.place.zM"
        @change="put({ zM: $event })"
      />
      <p
        v-if="problem"
        role="alert"
        class="basis-full text-sm"
      >
        {{ problem }}
      </p>
      <FitFields
        :key="light.id"
        :light="light"
      />
    </template>
    <template v-else-if="subject">
      <p class="w-37 self-center">
        <strong>{{ subject.name }}</strong>
      </p>
      <DistanceField
        label="From backdrop"
        :value="subject.place.yM"
        @change="putSubject({ yM: $event })"
      />
      <DistanceField
        label="Across"
        :value="subject.place.xM"
        @change="putSubject({ xM: $event })"
      />
    </template>
    <p
      v-else
      class="self-center text-soft"
    >
      Drag a light or the sitter, or choose one to type its distances.
    </p>
  </div>
</template>
