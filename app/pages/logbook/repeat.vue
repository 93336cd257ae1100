<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import TapeList from '~/features/logbook/TapeList.vue'
import { useRecordOf } from '~/features/logbook/useRecordOf'
import { useUnits } from '~/shared/useUnits'
import { usePreferences } from '~/stores/preferences'
import { useRepeating } from '~/stores/repeating'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import WorkingLine from '~/ui/WorkingLine.vue'
import { expectedFNumber } from '#core/records/repeatDesign'
import { NAMED_PROBABILITY, REPEAT_READINGS } from '#core/records/thresholds'
import type { TapeMarks } from '#core/records/tape'
import { formatFNumber, parseFNumber } from '#wording/notation/aperture'
import { formatStops } from '#wording/notation/stops'
import { checkWords, suspectWords } from '#wording/records'

const { record, problem } = useRecordOf()
const repeating = useRepeating()
const { distance } = useUnits()
const preferences = usePreferences()

const MARKS = [
  { value: 'lines', name: 'From backdrop and middle line' },
  { value: 'corners', name: 'From the backdrop’s two corners' },
] as const
const marks = ref<TapeMarks>('lines')
watch(
  record,
  of => {
    if (of && repeating.record?.id !== of.id) void repeating.begin(of)
  },
  { immediate: true },
)

const entry = ref('')
const refusal = ref('')
const check = computed(() => (repeating.next === null ? undefined : repeating.design?.checks[repeating.next]))
const words = (at: number) => {
  const { design } = repeating
  return record.value && design
    ? checkWords(design.checks[at]!, { lights: record.value.set.lights, places: record.value.places })
    : ''
}
const expected = computed(() =>
  record.value && check.value ? formatFNumber(expectedFNumber(record.value.set, record.value.camera, check.value)) : '',
)
const take = () => {
  const read = parseFNumber(entry.value, preferences.values.figureHabit ?? 'decimal')
  refusal.value = read.ok ? '' : read.message
  if (!read.ok) return
  entry.value = ''
  repeating.take(read.value)
}
const culprits = computed(() => {
  void repeating.taken
  const lights = record.value?.set.lights ?? []
  return repeating
    .culprits()
    .slice(0, 3)
    .map(({ suspect, probability }) => ({ ...suspectWords(suspect, lights, distance), probability, suspect }))
})
const isClear = computed(() => {
  void repeating.taken
  return repeating.isClear()
})
const hiddenWords = computed(() =>
  repeating.hidden ? suspectWords(repeating.hidden, record.value?.set.lights ?? [], distance).words : '',
)
const isEnough = computed(() => repeating.taken.length >= REPEAT_READINGS)
const isNamed = computed(() => (culprits.value[0]?.probability ?? 0) >= NAMED_PROBABILITY)
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto grid max-w-6xl gap-6 lg:grid-cols-[1fr_26rem]">
      <p v-if="problem" role="alert">{{ problem }}</p>
      <p v-else-if="!record" class="text-soft">Opening the record…</p>
      <template v-else>
        <section aria-labelledby="set-up" class="min-w-0">
          <h2 id="set-up" class="text-lg font-semibold">
            Set up again: {{ record.set.name }}, {{ record.set.looks[0]!.name }}
          </h2>
          <p class="text-soft">
            Backdrop and subject first, then the lights, the camera last. Sandbag every stand; hot lamps burn.
          </p>
          <ChoiceRow class="my-2" label="Measured" :value="marks" :choices="MARKS" @choose="value => (marks = value)" />
          <div class="overflow-x-auto"><TapeList :record="record" :marks="marks" /></div>
        </section>
        <section aria-labelledby="check" class="flex flex-col gap-3">
          <h2 id="check" class="text-lg font-semibold">Is it as it was?</h2>
          <WorkingLine
            v-if="repeating.isBusy"
            :value="repeating.share"
            words="Working out which readings tell most"
            @stop="repeating.stop()"
          />
          <p v-if="repeating.failure" role="alert">{{ repeating.failure }}</p>
          <ol v-if="repeating.taken.length > 0" data-test="repeat-taken">
            <li
              v-for="one in repeating.taken"
              :key="one.check"
              class="flex justify-between gap-3 border-t border-rule py-1"
            >
              {{ words(one.check) }}
              <span class="figure shrink-0"
                >{{ formatFNumber(one.fNumber) }}, {{ formatStops(one.offStops, 'tenths') }}</span
              >
            </li>
          </ol>
          <p v-if="!isClear" data-test="culprit" aria-live="polite">
            <span class="text-[19px] font-medium">These readings fit nothing that was thought of.</span>
            Look at which lights burn and at their powers, at the ISO on the meter, and where it was held; take the last
            reading back and read again.
          </p>
          <div v-else-if="culprits.length > 0" data-test="culprit" aria-live="polite">
            <p class="text-[19px] leading-snug font-medium">
              {{ isNamed ? culprits[0]!.words : isEnough ? 'Not clear yet; most likely:' : 'So far most likely:' }}
            </p>
            <p v-if="isNamed">{{ culprits[0]!.advice }}</p>
            <ul v-else>
              <li v-for="one in culprits" :key="one.words" class="flex justify-between gap-3">
                {{ one.words }} <span class="figure text-soft">{{ Math.round(100 * one.probability) }} %</span>
              </li>
            </ul>
          </div>
          <form v-if="check" class="flex flex-col gap-2 border-t border-rule pt-2" @submit.prevent="take">
            <p data-test="repeat-check">
              <span class="text-soft">{{
                isEnough ? 'One more would tell:' : `Reading ${repeating.taken.length + 1} of ${REPEAT_READINGS}:`
              }}</span>{{ ' ' }}<span class="font-medium">{{ words(repeating.next!) }}</span>
            </p>
            <p class="text-soft">As it was, the meter shows {{ expected }}.</p>
            <div class="flex items-end gap-2">
              <label class="flex flex-col text-xs text-soft">
                The meter shows
                <input
                  v-model="entry"
                  class="h-10 w-28 rounded-sm border border-rule bg-well px-2 text-xl text-ink"
                  inputmode="decimal"
                  autocomplete="off"
                  data-test="repeat-reading"
                />
              </label>
              <button class="press-main h-10 whitespace-nowrap" data-test="repeat-take">Take it</button>
              <button
                v-if="repeating.taken.length > 0"
                type="button"
                class="press ml-auto h-10 whitespace-nowrap"
                @click="repeating.takeBack()"
              >
                Take the last back
              </button>
            </div>
            <button
              v-if="repeating.hidden"
              type="button"
              class="press self-start"
              data-test="repeat-simulate"
              :disabled="repeating.isReading"
              @click="repeating.readThere()"
            >
              {{ repeating.isReading ? 'Metering…' : 'Read it with the simulator' }}
            </button>
            <p v-if="refusal" role="alert">{{ refusal }}</p>
          </form>
          <p v-if="repeating.hidden && isEnough" class="border-t border-rule pt-2" data-test="hidden-was">
            What was hidden: {{ hiddenWords }}
          </p>
          <button
            v-if="repeating.design"
            type="button"
            class="press self-start text-sm"
            data-test="repeat-hide"
            @click="repeating.hide()"
          >
            {{ repeating.hidden ? 'Hide another thing' : 'Rehearse: hide something in the simulator’s hall' }}
          </button>
        </section>
      </template>
    </div>
  </div>
</template>
