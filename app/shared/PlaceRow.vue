<script setup lang="ts">
import { useThingActions } from '~/shared/useThingActions'
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import DistanceField from '~/shared/DistanceField.vue'
import TapeRow from '~/shared/TapeRow.vue'
import { placeExactly, placeRange, thingOf } from '#core/edits/things'
import type { Place } from '#core/model/schema'

/** Typed places of anything that has one. What is typed is what it gets, or why not. */
const props = defineProps<{ id: string; place: Place; hasHeight?: boolean }>()
const studio = useStudio()
const { edit } = useThingActions()
const thing = computed(() => thingOf(studio.document, props.id))
const range = computed(() => placeRange(studio.document, thing.value?.kind ?? 'prop'))
const FIELDS = [
  ['From backdrop', 'yM'],
  ['Across', 'xM'],
  ['Height', 'zM'],
] as const
const fields = computed(() => FIELDS.filter(([, key]) => key !== 'zM' || props.hasHeight))
const put = (changes: Partial<Place>) =>
  edit(set => {
    if (thing.value?.isLocked) throw new Error(`${thing.value.name} is locked in place; unlock it first.`)
    return placeExactly(set, props.id, { ...props.place, ...changes })
  })
</script>

<template>
  <DistanceField
    v-for="[label, key] in fields"
    :key="key"
    :label="label"
    :value="place[key]"
    :least="range[key][0]"
    :most="range[key][1]"
    @change="put({ [key]: $event })"
  />
  <TapeRow :id="id" :place="place" />
</template>
