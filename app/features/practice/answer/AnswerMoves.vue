<script setup lang="ts">
import { computed, ref } from 'vue'
import { useExercise } from '~/stores/exercise'
import type { MovesExercise } from '#core/practice/exercise'
import { movedSet } from '#core/practice/kinds/moves'
import { formatPower } from '#wording/notation/power'
import { formatFNumber } from '#wording/notation/aperture'
import { formatStops } from '#wording/notation/stops'
import { moveWords, offerWords, standWords } from '#wording/practice'
import { minutesWords } from '#wording/quantities'
import PlanSketch from '~/shared/PlanSketch.vue'
import PictureCanvas from '~/ui/PictureCanvas.vue'

/** What may be done to a set, what was done, and where it stands. */
const props = defineProps<{ exercise: MovesExercise; isOpen: boolean }>()
const session = useExercise()
const CLICK = 1 / 3
const WAYS = [
  { name: 'down', sign: '−⅓', by: -CLICK },
  { name: 'up', sign: '+⅓', by: CLICK },
] as const

const now = computed(() => movedSet(props.exercise, session.moves))
const look = computed(() => now.value.looks.find(({ id }) => id === props.exercise.lookId)!)
/** Powers that are being chosen, before the walk to the light is made. */
const meant = ref<Record<string, number>>({})
const powers = computed(() =>
  props.exercise.offers.flatMap((offer, at) => {
    if (offer.kind !== 'power') return []
    const light = now.value.lights.find(({ id }) => id === offer.lightId)!
    const setting = look.value.lights[offer.lightId]!
    return [{ at, light, setting, meant: meant.value[offer.lightId] ?? setting.powerStops }]
  }),
)
const changes = computed(() =>
  props.exercise.offers.flatMap((offer, at) =>
    offer.kind === 'change' ? [{ at, words: offerWords(now.value, offer) }] : [],
  ),
)
const turn = (lightId: string, by: number, from: number, least: number) => {
  meant.value = { ...meant.value, [lightId]: Math.max(least, Math.min(0, from + by)) }
}
const set = (at: number, lightId: string, powerStops: number, isOn = true) => {
  session.move({ offer: at, powerStops, isOn })
  const { [lightId]: _, ...rest } = meant.value
  meant.value = rest
}
</script>

<template>
  <div class="grid items-start gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_23rem]">
    <div class="min-w-0 lg:order-2">
      <p v-if="session.state && !session.isStale" class="text-lg font-semibold" role="status" data-test="stand">
        {{ standWords(exercise, session.state.missStops) }}
      </p>
      <p v-else role="status" class="text-lg text-soft">The light is being worked out…</p>
      <p class="figure min-h-5 text-sm text-soft">
        <template v-if="session.state && !session.isStale">
          Key {{ formatFNumber(session.state.keyFNumber) }}, backdrop {{ formatStops(session.state.backdropStops) }} to
          the camera{{ session.state.value === undefined ? '' : `, value ${Math.round(session.state.value)}` }}
        </template>
      </p>
      <PictureCanvas
        v-if="session.seen"
        :picture="session.seen"
        label="The set as it stands"
        class="mt-1 h-60 w-auto"
        :class="{ 'opacity-60': session.isStale }"
      />
      <PlanSketch
        class="mt-3 max-lg:hidden"
        :set="now"
        :width-px="360"
        ink="var(--ink)"
        pale-ink="var(--soft)"
        label="Plan and side view of the set"
      />
    </div>
    <div class="min-w-0">
      <table class="w-full">
        <caption class="sr-only">
          Powers
        </caption>
        <tbody>
          <tr v-for="one in powers" :key="one.at" class="border-t border-rule">
            <th scope="row" class="py-1 text-left font-normal">{{ offerWords(now, exercise.offers[one.at]!) }}</th>
            <td class="figure px-2 text-right">
              {{
                one.setting.on
                  ? formatPower(one.meant, { clickStops: one.light.lamp.clickStops, kind: one.light.lamp.kind })
                  : 'off'
              }}
            </td>
            <td class="whitespace-nowrap">
              <button
                v-for="way in WAYS"
                :key="way.name"
                class="press"
                :disabled="!isOpen"
                :aria-label="`${one.light.name} ${way.name} a third`"
                :data-test="`${way.name}-${one.light.id}`"
                @click="turn(one.light.id, way.by, one.meant, -one.light.lamp.rangeStops)"
              >
                {{ way.sign }}
              </button>
              <button
                class="press"
                :disabled="!isOpen || one.meant === one.setting.powerStops"
                :aria-label="`Set ${one.light.name}, 0.3 min`"
                :data-test="`set-${one.light.id}`"
                @click="set(one.at, one.light.id, one.meant)"
              >
                Set
              </button>
              <button
                class="press"
                :disabled="!isOpen"
                :data-test="`switch-${one.light.id}`"
                @click="set(one.at, one.light.id, one.setting.powerStops, !one.setting.on)"
              >
                {{ one.setting.on ? 'Off' : 'On' }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <ul class="mt-2 flex flex-wrap gap-2">
        <li v-for="one in changes" :key="one.at">
          <button
            class="press text-left"
            :disabled="!isOpen"
            :data-test="`offer-${one.at}`"
            @click="session.move({ offer: one.at })"
          >
            {{ one.words }}
          </button>
        </li>
      </ul>
      <h3 class="mt-3 font-semibold">
        Done<span v-if="session.state">: {{ minutesWords(session.state.minutes) }}</span>
      </h3>
      <ol class="list-decimal pl-6" data-test="done">
        <li v-for="(one, at) in session.moves" :key="at">{{ moveWords(exercise, one) }}</li>
      </ol>
      <p v-if="session.moves.length === 0" class="text-soft">Nothing yet.</p>
      <div v-if="isOpen" class="mt-2 flex gap-3">
        <button class="press-main h-12" data-test="give" @click="session.give({ form: 'moves', moves: session.moves })">
          That is it
        </button>
        <button class="press" :disabled="session.moves.length === 0" @click="session.unmove()">
          Take the last back
        </button>
      </div>
    </div>
    <PlanSketch
      class="lg:hidden"
      :set="now"
      :width-px="340"
      ink="var(--ink)"
      pale-ink="var(--soft)"
      label="Plan and side view of the set"
    />
  </div>
</template>
