<script setup lang="ts">
import { computed } from 'vue'
import { useStudio } from '~/stores/studio'
import { dimmable } from '#core/control/channels'
import { curveWords, levelWords, PERSONALITY_WORDS, slotWords } from '#wording/rig'

/** The patch on paper: one line a lamp, by universe and address, those without one at the end. */
const studio = useStudio()
const UNPATCHED = 1e9
const lines = computed(() =>
  dimmable(studio.document)
    .map(light => ({ light, fixture: studio.document.rig.fixtures[light.id] }))
    .toSorted(
      (one, other) =>
        (one.fixture?.universe ?? UNPATCHED) - (other.fixture?.universe ?? UNPATCHED) ||
        (one.fixture?.address ?? 0) - (other.fixture?.address ?? 0),
    ),
)
</script>

<template>
  <article class="text-[11px] text-black [&_*]:border-neutral-400 [&_*]:text-black!" data-test="patch-sheet">
    <h2 class="text-base font-semibold">{{ studio.document.name }}, patch</h2>
    <table class="figure mt-2 w-full text-left">
      <thead>
        <tr>
          <th scope="col">Universe</th>
          <th scope="col">Slots</th>
          <th scope="col">Lamp</th>
          <th scope="col">Personality</th>
          <th scope="col">Dimmer curve</th>
          <th scope="col">Levels</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ light, fixture } in lines" :key="light.id" class="break-inside-avoid border-t">
          <td>{{ fixture?.universe ?? '' }}</td>
          <td>{{ fixture ? slotWords(fixture) : 'not patched' }}</td>
          <th scope="row" class="font-medium">{{ light.name }}, {{ light.lamp.name }}</th>
          <td>{{ fixture ? PERSONALITY_WORDS[fixture.personality] : '' }}</td>
          <td>{{ fixture ? curveWords(fixture.curve) : '' }}</td>
          <td>{{ fixture ? levelWords(fixture) : '' }}</td>
        </tr>
      </tbody>
    </table>
  </article>
</template>
