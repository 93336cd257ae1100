<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { computed, onMounted, onUnmounted, ref } from 'vue'
import { useStarting } from '~/features/brief/useStarting'
import { STARTING_POINTS } from '#core/starting/startFrom'
import ProgressBar from '~/ui/ProgressBar.vue'
import { useSetUps, type KnownSetUp } from '~/stores/setUps'
import { LOOK_VALUES } from '#core/brief/looks'
import { givesWords } from '#wording/startingPoints'

const { start, isStarting, problem, waiting, takeAnyway, replaced } = useStarting()

const setUps = useSetUps()
const isFeasible = ref(false)
/** What stands in a set-up's way here, in words; empty where nothing does. */
const wantingWords = ({ failure, missed, lacks }: KnownSetUp): string => {
  if (failure) return `Does not fit here: ${failure}`
  if (missed) return `Comes near only: ${missed}`
  return lacks.length > 0 ? `Not in the kit: ${lacks.join('; ')}` : ''
}
const shown = computed(() =>
  STARTING_POINTS.map(point => ({ point, known: setUps.known.get(point.id) })).filter(
    ({ known }) => !isFeasible.value || !known || !wantingWords(known),
  ),
)
onMounted(setUps.work)
// Another room, subject, camera or kit, another set of pictures, once the hand rests.
watchDebounced(() => setUps.place, setUps.work, { debounce: 1500 })
onUnmounted(setUps.stop)
</script>

<template>
  <section aria-label="Starting points" class="p-4">
    <h2 class="mb-1 text-base font-semibold">Start from a set-up</h2>
    <p class="mb-3 text-soft">
      Each fits itself to this room, this subject and your kit, and sets its powers. The room, the first subject and the
      camera with its response stay; camera and subject are put on new marks, lens and framing are chosen anew, and
      {{ replaced.join(', ') }} give way. Undo brings all of it back.
    </p>
    <div v-if="waiting" role="alert" class="mb-3 border-l-4 border-ink pl-3" data-test="start-short">
      <p>
        "{{ waiting.point.name }}" would not come to its look here: {{ waiting.words }}.<template
          v-if="waiting.lacks.length > 0"
        >
          The kit lacks {{ waiting.lacks.join('; ') }}; generic ones would stand in.
        </template>
      </p>
      <div class="mt-1 flex gap-2">
        <button class="press-main" data-test="start-anyway" @click="takeAnyway">Set it up as near as it comes</button>
        <button class="press" @click="waiting = null">Cancel</button>
      </div>
    </div>
    <p v-if="problem" role="alert" class="mb-3" data-test="start-problem">
      {{ problem }}
    </p>
    <div class="mb-3 flex flex-wrap items-center gap-x-4 gap-y-1 text-sm">
      <label class="flex items-center gap-1.5">
        <input v-model="isFeasible" type="checkbox" class="accent-accent" data-test="feasible" />
        Only what this room and kit can do
      </label>
      <span v-if="setUps.isBusy" class="flex items-center gap-2 text-soft" data-test="set-ups-busy">
        <ProgressBar :value="setUps.share" label="Working out the set-ups" />
        Worked out for this room: {{ setUps.known.size }} of {{ STARTING_POINTS.length }}
        <button class="press" data-test="stop-set-ups" @click="setUps.stop">Stop</button>
      </span>
      <button v-else-if="setUps.share < 1" class="press" data-test="work-set-ups" @click="setUps.work">
        Show each in this room
      </button>
      <span v-if="setUps.failure" role="alert">{{ setUps.failure }}</span>
    </div>
    <ul class="grid grid-cols-1 gap-2 sm:grid-cols-2 lg:grid-cols-1 xl:grid-cols-2">
      <li v-for="{ point, known } in shown" :key="point.id">
        <button
          class="press flex size-full items-stretch gap-3 text-left"
          :disabled="isStarting !== null"
          :data-test="`start-${point.id}`"
          @click="start(point)"
        >
          <span
            class="my-1 grid h-21 w-14 shrink-0 place-items-center overflow-hidden border border-rule"
            :style="
              known?.url
                ? undefined
                : {
                    background: `rgb(${LOOK_VALUES[point.look]} ${LOOK_VALUES[point.look]} ${LOOK_VALUES[point.look]})`,
                  }
            "
            aria-hidden="true"
          >
            <img v-if="known?.url" :src="known.url" alt="" class="size-full object-cover" data-test="set-up-picture" />
          </span>
          <span class="min-w-0">
            <strong class="block font-semibold">{{ isStarting === point.id ? 'Setting it up…' : point.name }}</strong>
            <span class="text-sm text-soft">{{ givesWords(point) }}</span>
            <span v-if="known && wantingWords(known)" class="block text-sm" data-test="set-up-lacks">{{
              wantingWords(known)
            }}</span>
          </span>
        </button>
      </li>
    </ul>
    <p v-if="isFeasible && setUps.share < 1" class="mt-2 text-sm text-soft">
      {{ STARTING_POINTS.length - setUps.known.size }} are not worked out yet and are shown.
    </p>
  </section>
</template>
