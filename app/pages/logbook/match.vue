<script setup lang="ts">
import { watch } from 'vue'
import { useRecordOf } from '~/features/logbook/useRecordOf'
import MatchWays from '~/features/match/MatchWays.vue'
import RoomLine from '~/features/match/RoomLine.vue'
import { useMatching } from '~/stores/matching'
import PictureCanvas from '~/ui/PictureCanvas.vue'
import { formatAperture } from '#wording/notation/aperture'
import { shutterWords } from '#wording/quantities'

const { record, problem } = useRecordOf()
const matching = useMatching()

const isOf = (id: string) => matching.subject?.kind === 'record' && matching.subject.record.id === id
watch(
  record,
  of => {
    if (of && !isOf(of.id)) void matching.match({ kind: 'record', record: of })
  },
  { immediate: true },
)
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-6xl flex-col gap-4">
      <p v-if="problem" role="alert">{{ problem }}</p>
      <p v-else-if="!record" class="text-soft">Opening the record…</p>
      <template v-else>
        <header>
          <h2 class="text-lg font-semibold">Match here: {{ record.set.name }}, {{ record.set.looks[0]!.name }}</h2>
          <RoomLine />
        </header>
        <MatchWays :name="record.set.name" :look-name="record.set.looks[0]!.name">
          <figure v-if="matching.answer?.picture">
            <PictureCanvas
              :picture="matching.answer.picture"
              :label="`${record.set.looks[0]!.name} as it was`"
              class="h-72 w-full bg-well object-contain"
            />
            <figcaption class="mt-1">
              <span class="block font-medium">As it was</span>
              <span class="block text-sm text-soft">
                {{ formatAperture(record.camera.fNumber) }} · {{ shutterWords(record.camera.shutterS) }} · ISO
                {{ Math.round(record.camera.iso) }}
              </span>
            </figcaption>
          </figure>
        </MatchWays>
      </template>
    </div>
  </div>
</template>
