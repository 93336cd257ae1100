<script setup lang="ts">
import { ref } from 'vue'
import { ChevronDown, ChevronUp, Trash2 } from '@lucide/vue'
import ClockField from '~/features/day/ClockField.vue'
import { useSitterOrder } from '~/features/day/useSitterOrder'
import { useUnits } from '~/shared/useUnits'
import { useDay } from '~/stores/day'
import { useStudio } from '~/stores/studio'
import DistanceField from '~/shared/DistanceField.vue'
import NumberField from '~/ui/NumberField.vue'
import SelectField from '~/ui/SelectField.vue'
import { isEqual } from '#core/edits/patch'
import { CLOTHES, SKINS, type Material } from '#core/kit/materials'
import { addSitter, editSitter, removeSitter } from '#core/looks/dayEdits'
import type { Sitter } from '#core/model/daySchema'

/** Who comes, and what each wants: names or numbers, looks, minutes, arrival, what to mind. */
const day = useDay()
const studio = useStudio()
const { distance } = useUnits()
const opened = ref<string | null>(null)

const edit = (id: string, change: Partial<Sitter>) => studio.edit(set => editSitter(set, id, change))
const renamed = (event: Event, { id, name }: Sitter) => {
  const field = event.target as HTMLInputElement
  if (field.value.trim() !== '') edit(id, { name: field.value.trim() })
  else field.value = name
}
const toggle = ({ id, lookIds }: Sitter, lookId: string) =>
  edit(id, { lookIds: lookIds.includes(lookId) ? lookIds.filter(one => one !== lookId) : [...lookIds, lookId] })
const { dragged, move, dropOn } = useSitterOrder()
const MATERIALS = [
  ['clothing', 'Clothing', CLOTHES],
  ['skin', 'Skin', SKINS],
] as const
/** A surface that has no name here, as a file may bring it. */
const OWN = 'own'
const materialOf = (reflectance: Sitter['skin'], materials: readonly Material[]): string =>
  reflectance === null ? '' : (materials.find(one => isEqual(one.reflectance, reflectance))?.name ?? OWN)
const chooseMaterial = (sitter: Sitter, key: 'skin' | 'clothing', materials: readonly Material[], name: string) => {
  if (name !== OWN) edit(sitter.id, { [key]: materials.find(one => one.name === name)?.reflectance ?? null })
}
const FLAGS = [
  ['isMinor', 'Minor'],
  ['hasGuardian', 'Guardian present'],
  ['isFlashSensitive', 'Sensitive to flashes'],
] as const
</script>

<template>
  <section aria-labelledby="sitters" class="flex flex-col">
    <div class="flex items-center gap-3">
      <h2 id="sitters" class="font-semibold">Sitters</h2>
      <button class="press ml-auto" data-test="add-sitter" @click="studio.edit(set => addSitter(set))">
        Add a sitter
      </button>
    </div>
    <p v-if="day.day.sitters.length === 0" class="text-soft">Nobody yet. Add sitters, or take in a list.</p>
    <ol data-test="sitters">
      <li
        v-for="(sitter, index) in day.day.sitters"
        :key="sitter.id"
        class="border-t border-rule py-1.5 first:border-t-0"
        draggable="true"
        :data-test="sitter.id"
        @dragstart="dragged = sitter.id"
        @dragover.prevent
        @drop.prevent="dropOn(sitter.id)"
      >
        <div class="flex flex-wrap items-end gap-x-3 gap-y-1">
          <input
            class="h-8 w-36 rounded-sm border border-rule bg-well px-2"
            :aria-label="`Name of ${sitter.name}`"
            maxlength="80"
            :value="sitter.name"
            @change="renamed($event, sitter)"
          />
          <ClockField
            label="Arrives"
            :value="sitter.arrivesAt"
            may-be-empty
            @change="arrivesAt => edit(sitter.id, { arrivesAt })"
          />
          <NumberField
            label="A look, min"
            :value="sitter.minutesPerLook"
            :least="0.5"
            :most="240"
            narrow
            @change="minutesPerLook => edit(sitter.id, { minutesPerLook })"
          />
          <div class="ml-auto flex gap-1">
            <button
              class="press h-8"
              :aria-expanded="opened === sitter.id"
              @click="opened = opened === sitter.id ? null : sitter.id"
            >
              More
            </button>
            <button
              class="press h-8"
              :disabled="index === 0"
              :aria-label="`${sitter.name} earlier`"
              @click="move(sitter.id, -1)"
            >
              <ChevronUp :size="15" />
            </button>
            <button
              class="press h-8"
              :disabled="index === day.day.sitters.length - 1"
              :aria-label="`${sitter.name} later`"
              @click="move(sitter.id, 1)"
            >
              <ChevronDown :size="15" />
            </button>
            <button
              class="press h-8"
              :aria-label="`Delete ${sitter.name}`"
              @click="studio.edit(set => removeSitter(set, sitter.id))"
            >
              <Trash2 :size="15" />
            </button>
          </div>
        </div>
        <div class="mt-1 flex flex-wrap gap-1" role="group" :aria-label="`Looks of ${sitter.name}`">
          <button
            v-for="look in studio.stored.looks"
            :key="look.id"
            class="rounded-sm border px-1.5 text-sm"
            :class="sitter.lookIds.includes(look.id) ? 'border-ink text-ink' : 'border-rule text-soft'"
            :aria-pressed="sitter.lookIds.includes(look.id)"
            @click="toggle(sitter, look.id)"
          >
            {{ look.name }}
          </button>
        </div>
        <div v-if="opened === sitter.id" class="mt-1 flex flex-wrap items-end gap-3">
          <DistanceField
            label="Height"
            :value="sitter.heightM ?? studio.document.subjects[0]!.heightM"
            :least="0.4"
            :most="2.4"
            @change="heightM => edit(sitter.id, { heightM })"
          />
          <span v-if="sitter.heightM === null" class="pb-1.5 text-sm text-soft">
            not known; the set has {{ distance(studio.document.subjects[0]!.heightM) }}
          </span>
          <SelectField
            v-for="[key, label, materials] in MATERIALS"
            :key="key"
            :label="label"
            :value="materialOf(sitter[key], materials)"
            :options="[
              { value: '', name: 'as the set has' },
              ...(materialOf(sitter[key], materials) === OWN ? [{ value: OWN, name: 'a surface of its own' }] : []),
              ...materials.map(({ name }) => ({ value: name, name })),
            ]"
            @choose="name => chooseMaterial(sitter, key, materials, name)"
          />
          <label v-for="[key, label] in FLAGS" :key="key" class="flex items-center gap-1.5 pb-1.5">
            <input
              type="checkbox"
              class="accent-accent"
              :checked="sitter[key]"
              @change="edit(sitter.id, { [key]: ($event.target as HTMLInputElement).checked })"
            />
            {{ label }}
          </label>
          <label class="flex w-full flex-col text-xs text-soft">
            Notes
            <textarea
              class="rounded-sm border border-rule bg-well px-2 py-1 text-sm text-ink"
              rows="2"
              maxlength="2000"
              :value="sitter.notes"
              @change="edit(sitter.id, { notes: ($event.target as HTMLTextAreaElement).value })"
            />
          </label>
        </div>
      </li>
    </ol>
  </section>
</template>
