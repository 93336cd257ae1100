<script setup lang="ts">
import { counted, plural } from '#wording/language'
import { useKit } from '~/stores/kit'
import { useStudio } from '~/stores/studio'
import { computed, onMounted, useId, useTemplateRef } from 'vue'
import DistanceField from '~/shared/DistanceField.vue'
import LampOutput from '~/features/kit/LampOutput.vue'
import NumberField from '~/ui/NumberField.vue'
import { Trash2 } from '@lucide/vue'
import type { Kit, KitKind } from '#core/kit/kitSchema'
import { KIT_FIELDS, type KitField } from '~/features/kit/kitFields'
import { refreshCopies } from '#core/kit/refreshCopies'

type Item = Kit[KitKind][number]
const props = defineProps<{ kind: KitKind; item: Item; isNew?: boolean }>()
const nameField = useTemplateRef('nameField')
// What was just added waits for its name.
onMounted(() => {
  if (!props.isNew) return
  nameField.value?.focus()
  nameField.value?.select()
})
defineEmits<{ choose: [id: string] }>()
const kit = useKit()
const studio = useStudio()
const nameId = useId()
const notesId = useId()

const fields = computed(() =>
  (KIT_FIELDS[props.kind] as readonly KitField<unknown>[]).filter(
    field => field.label !== 'Front high' || field.read(props.item.what) > 0,
  ),
)
const put = (changes: Partial<Item>) => kit.put(props.kind, { ...props.item, ...changes } as never)
const rename = (event: Event) => {
  const name = (event.target as HTMLInputElement).value.trim().slice(0, 80)
  if (name) void put({ what: { ...props.item.what, name } as never })
}
/** Copies of this in the open set that are no longer like it. */
const refreshed = computed(() => refreshCopies(studio.document, props.kind, props.item))
</script>

<template>
  <section :aria-label="item.what.name" class="flex flex-col gap-4 p-4" data-test="kit-form">
    <div class="flex flex-wrap items-end gap-3">
      <div class="flex flex-col">
        <label :for="nameId" class="text-xs text-soft">Name</label>
        <input
          :id="nameId"
          ref="nameField"
          :value="item.what.name"
          maxlength="80"
          class="h-8 w-72 rounded-sm border border-rule bg-well px-2 font-semibold"
          data-test="kit-name"
          @change="rename"
        />
      </div>
      <NumberField
        label="Quantity"
        :value="item.count"
        :least="1"
        :most="99"
        :digits="0"
        narrow
        whole
        @change="count => put({ count })"
      />
      <button class="press flex h-8 items-center gap-1.5" data-test="kit-remove" @click="kit.remove(kind, item.id)">
        <Trash2 :size="14" /> Delete
      </button>
      <button v-if="kit.canUndo" class="press h-8" data-test="kit-undo" @click="kit.undo">Undo in the kit</button>
    </div>
    <LampOutput v-if="kind === 'lamps'" :item="item as Kit['lamps'][number]" />
    <div class="flex flex-wrap gap-3">
      <template v-for="field in fields" :key="field.label">
        <DistanceField
          v-if="field.unit === ' m'"
          :label="field.label"
          :value="field.read(item.what)"
          :least="field.least"
          :most="field.most"
          @change="metres => put({ what: field.write(item.what, metres) as never })"
        />
        <NumberField
          v-else
          :label="field.label"
          :value="field.read(item.what)"
          :least="field.least"
          :most="field.most"
          :unit="field.unit"
          :digits="field.digits"
          :zero-word="field.zeroWord"
          :is-fraction="field.unit.startsWith(' stop')"
          @change="value => put({ what: field.write(item.what, value) as never })"
        />
      </template>
    </div>
    <div class="flex flex-col">
      <label :for="notesId" class="text-xs text-soft">Notes</label>
      <textarea
        :id="notesId"
        :value="item.notes"
        maxlength="2000"
        rows="3"
        class="max-w-xl rounded-sm border border-rule bg-well px-2 py-1"
        @change="put({ notes: ($event.target as HTMLTextAreaElement).value })"
      />
    </div>
    <p v-if="refreshed" class="flex flex-wrap items-center gap-3">
      The open set holds {{ counted(refreshed.count, 'copy', 'copies') }} of this as it was.
      <button class="press" data-test="kit-refresh" @click="studio.edit(() => refreshed!.set)">
        Bring {{ plural(refreshed.count, 'it', 'them') }} up to date
      </button>
    </p>
    <p class="max-w-xl text-sm text-soft">
      Sets carry copies of what they use, so a set file opens anywhere. Changing the kit changes no set until you say
      so.
    </p>
  </section>
</template>
