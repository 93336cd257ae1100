<script setup lang="ts">
import { useStarting } from '~/features/brief/useStarting'
import { STARTING_POINTS } from '#core/starting/startFrom'
import { LOOKS } from '#core/brief/looks'

const { start, isStarting, problem, waiting, takeAnyway, replaced } = useStarting()
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
    <ul class="grid grid-cols-1 gap-2 sm:grid-cols-2">
      <li v-for="point in STARTING_POINTS" :key="point.id">
        <button
          class="press flex size-full items-stretch gap-3 text-left"
          :disabled="isStarting !== null"
          :data-test="`start-${point.id}`"
          @click="start(point)"
        >
          <span
            class="my-1 w-5 shrink-0 border border-rule"
            :style="{
              background: `rgb(${LOOKS[point.look].value} ${LOOKS[point.look].value} ${LOOKS[point.look].value})`,
            }"
            aria-hidden="true"
          />
          <span>
            <strong class="block font-semibold">{{ isStarting === point.id ? 'Setting it up…' : point.name }}</strong>
            <span class="text-sm text-soft">{{ point.gives }}</span>
          </span>
        </button>
      </li>
    </ul>
  </section>
</template>
