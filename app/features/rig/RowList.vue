<script setup lang="ts">
import { computed, ref } from 'vue'
import { useStudio } from '~/stores/studio'
import { dimmable } from '#core/control/channels'
import { changeRows } from '#core/edits/rigEdits'
import { listed } from '#wording/language'
import { letterOf } from '#wording/lights'

/** Lamps that are dimmed as one. */
const studio = useStudio()
const chosen = ref<string[]>([])

const rows = computed(() => studio.document.rig.rows)
const free = computed(() =>
  dimmable(studio.document).filter(({ id }) => !rows.value.some(({ lightIds }) => lightIds.includes(id))),
)
const usable = computed(() => chosen.value.filter(id => free.value.some(light => light.id === id)))

const add = () => {
  const lightIds = [...usable.value]
  studio.edit(set => changeRows(set, [...set.rig.rows, { name: `Row ${set.rig.rows.length + 1}`, lightIds }]))
  chosen.value = []
}
const remove = (index: number) => studio.edit(set => changeRows(set, set.rig.rows.toSpliced(index, 1)))
</script>

<template>
  <section v-if="free.length > 1 || rows.length > 0" aria-label="Rows of lamps">
    <h2 class="text-lg font-semibold">Dimmed as one</h2>
    <ul>
      <li v-for="(row, index) in rows" :key="row.name" class="flex items-center gap-3 border-t border-rule py-2">
        <span>{{ row.name }}: {{ listed(row.lightIds.map(id => letterOf(id, studio.document.lights))) }}</span>
        <button class="press" :aria-label="`Take ${row.name} apart`" @click="remove(index)">Take apart</button>
      </li>
    </ul>
    <fieldset
      v-if="free.length > 1"
      class="relative flex max-h-38 flex-wrap items-center gap-x-3 overflow-y-auto border-t border-rule py-2"
    >
      <legend class="sr-only">Lamps of a new row</legend>
      <label v-for="light in free" :key="light.id" class="flex min-h-8 items-center gap-1.5">
        <input v-model="chosen" type="checkbox" class="accent-accent" :value="light.id" />
        {{ light.name }}
      </label>
    </fieldset>
    <button v-if="free.length > 1" class="press" :disabled="usable.length < 2" data-test="add-row" @click="add">
      Dim these as one
    </button>
  </section>
</template>
