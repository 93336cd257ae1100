<script setup lang="ts">
import { placeThing } from '#core/set/things'
import type { Place } from '#core/set/schema'

/** Typed places of anything that has one. */
const props = defineProps<{ id: string, place: Place, hasHeight?: boolean }>()
const { edit } = useThingActions()
const put = (changes: Partial<Place>) => edit(set => placeThing(set, props.id, { ...props.place, ...changes }))
</script>

<template>
  <DistanceField
    label="From backdrop"
    :value="place.yM"
    @change="put({ yM: $event })"
  />
  <DistanceField
    label="Across"
    :value="place.xM"
    @change="put({ xM: $event })"
  />
  <DistanceField
    v-if="hasHeight"
    label="Height"
    :value="place.zM"
    @change="put({ zM: $event })"
  />
</template>
