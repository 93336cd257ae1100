<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { NuxtLink } from '#components'
import PlaceTable from '~/features/logbook/PlaceTable.vue'
import RecordNotes from '~/features/logbook/RecordNotes.vue'
import TapeList from '~/features/logbook/TapeList.vue'
import { useRecordFiles } from '~/features/logbook/useRecordFiles'
import { useRecordOf } from '~/features/logbook/useRecordOf'
import { useLookEdits } from '~/shared/useLookEdits'
import { useRecords } from '~/stores/records'
import { useStudio } from '~/stores/studio'
import { goAfter } from '~/support/goAfter'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import type { TapeMarks } from '#core/records/tape'
import { formatAperture } from '#wording/notation/aperture'
import { formatMoment } from '#wording/notation/moment'
import { shutterWords } from '#wording/quantities'
import { agreementWords, recordFromWords } from '#wording/records'

const { id, record, head, problem, picture } = useRecordOf()
const records = useRecords()
const studio = useStudio()
const router = useRouter()
const { saveRecord, saveLights, saveText, savePicture, saveScene } = useRecordFiles()
const { fromSet } = useLookEdits()

const MARKS = [
  { value: 'lines', name: 'From backdrop and middle line' },
  { value: 'corners', name: 'From the backdrop’s two corners' },
] as const
const marks = ref<TapeMarks>('lines')
const refusal = ref('')

const open = async () => {
  if (!record.value) return
  const { set } = record.value
  await goAfter(studio.openNew({ ...set, name: `${set.name} again`.slice(0, 80) }), '/')
}
const asLook = async () => {
  if (!record.value) return
  const { set } = record.value
  const outcome = fromSet({ set, lookId: set.looks[0]!.id, name: set.looks[0]!.name })
  refusal.value = outcome.ok ? '' : outcome.message
  if (outcome.ok) await router.push('/')
}
const remove = async () => {
  await records.remove(id.value)
  await router.push('/logbook')
}
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-6xl flex-col gap-4">
      <p v-if="problem" role="alert" data-test="record-problem">{{ problem }}</p>
      <p v-else-if="!record" class="text-soft">Opening the record…</p>
      <template v-else>
        <div class="flex flex-wrap items-start gap-5">
          <div class="grid h-72 w-50 shrink-0 place-items-center bg-well text-sm text-soft">
            <img
              v-if="picture"
              :src="picture"
              class="size-full object-contain"
              :alt="`${record.set.looks[0]!.name} as the camera saw it`"
              data-test="record-picture"
            />
            <template v-else>No picture</template>
          </div>
          <div class="flex min-w-0 grow basis-80 flex-col gap-2">
            <h2 class="text-lg font-semibold">
              {{ record.set.name }}, {{ record.set.looks[0]!.name
              }}<template v-if="record.sitter">, {{ record.sitter }}</template>
            </h2>
            <p class="text-[19px] leading-snug font-medium" data-test="record-headline">{{ record.headline }}</p>
            <p class="text-soft">
              {{ formatMoment(record.at, 'whole') }}, {{ recordFromWords(record.from) }}.
              {{ formatAperture(record.camera.fNumber) }} · {{ shutterWords(record.camera.shutterS) }} · ISO
              {{ Math.round(record.camera.iso) }}. {{ agreementWords(record.agreement) }}
            </p>
            <ul v-if="record.cautions.length > 0" class="text-sm">
              <li v-for="words in record.cautions" :key="words">{{ words }}</li>
            </ul>
            <div class="flex flex-wrap gap-2">
              <NuxtLink class="press-main inline-flex items-center" :to="`/logbook/repeat?id=${id}`" data-test="repeat"
                >Set it up again</NuxtLink
              >
              <NuxtLink class="press inline-flex items-center" :to="`/logbook/match?id=${id}`" data-test="match"
                >Match it here</NuxtLink
              >
              <button class="press" data-test="open-record" @click="open">Open as a set</button>
              <button class="press" data-test="look-from-record" @click="asLook">A look of the open set</button>
              <NuxtLink class="press inline-flex items-center" :to="`/logbook/card?id=${id}`" data-test="card"
                >Card</NuxtLink
              >
              <NuxtLink
                class="press inline-flex items-center"
                :to="`/practice/collections?record=${id}`"
                data-test="practise"
                >Practise on it</NuxtLink
              >
            </div>
            <div class="flex flex-wrap gap-2 text-sm">
              <button class="press" data-test="save-record" @click="head && saveRecord(record, head)">
                Record file
              </button>
              <button class="press" data-test="save-lights" @click="saveLights(record)">Lights as CSV</button>
              <button class="press" data-test="save-text" @click="head && saveText(record, head)">Markdown</button>
              <button class="press" data-test="save-scene" @click="saveScene(record)">3D scene (glTF)</button>
              <button v-if="picture" class="press" data-test="save-picture" @click="savePicture(record)">
                Picture as PNG
              </button>
              <button class="press" data-test="delete-record" @click="remove">Delete</button>
            </div>
            <p v-if="refusal" role="alert">{{ refusal }}</p>
          </div>
        </div>
        <RecordNotes v-if="head" :head="head" />
        <section aria-labelledby="by-tape">
          <div class="flex flex-wrap items-end justify-between gap-2">
            <h2 id="by-tape" class="font-semibold">What stood where</h2>
            <ChoiceRow label="Measured" :value="marks" :choices="MARKS" @choose="value => (marks = value)" />
          </div>
          <div class="overflow-x-auto"><TapeList :record="record" :marks="marks" /></div>
        </section>
        <section aria-labelledby="light-there">
          <h2 id="light-there" class="font-semibold">The light there, stops against the camera setting</h2>
          <div class="overflow-x-auto"><PlaceTable :places="record.places" /></div>
        </section>
      </template>
    </div>
  </div>
</template>
