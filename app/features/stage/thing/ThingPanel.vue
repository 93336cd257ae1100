<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import BackdropFields from '~/shared/BackdropFields.vue'
import CameraFields from '~/shared/CameraFields.vue'
import LightPower from '~/features/stage/lights/LightPower.vue'
import NudgePad from '~/features/stage/thing/NudgePad.vue'
import LightFields from '~/features/stage/thing/LightFields.vue'
import PanelFields from '~/features/stage/thing/PanelFields.vue'
import PointFields from '~/features/stage/thing/PointFields.vue'
import PropFields from '~/features/stage/thing/PropFields.vue'
import SubjectFields from '~/features/stage/thing/SubjectFields.vue'
import ThingActions from '~/features/stage/thing/ThingActions.vue'
import { BACKDROP, thingOf } from '#core/edits/things'

const studio = useStudio()
const things = computed(() => studio.selectedIds.flatMap(id => thingOf(studio.document, id) ?? []))
const chosen = computed(() => (things.value.length === 1 ? things.value[0] : undefined))
const find = <T extends { id: string }>(items: readonly T[]) => items.find(({ id }) => id === chosen.value?.id)
const light = computed(() => find(studio.document.lights))
const subject = computed(() => find(studio.document.subjects))
const panel = computed(() => find(studio.document.panels))
const prop = computed(() => find(studio.document.props))
const point = computed(() => find(studio.document.points))
</script>

<template>
  <div class="flex flex-col gap-1.5 px-4 py-2">
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1.5">
      <ThingActions v-if="things.length > 0" :is-light="light !== undefined" />
      <LightPower v-if="light" :light="light" class="lg:hidden" />
      <NudgePad v-if="things.length > 0" class="lg:not-pointer-coarse:hidden" />
    </div>
    <LightFields v-if="light" :key="light.id" :light="light" />
    <SubjectFields v-else-if="subject" :key="subject.id" :subject="subject" />
    <PanelFields v-else-if="panel" :key="panel.id" :panel="panel" />
    <PropFields v-else-if="prop" :key="prop.id" :thing="prop" />
    <PointFields v-else-if="point" :key="point.id" :point="point" />
    <CameraFields v-else-if="chosen?.kind === 'camera'" />
    <p v-else-if="things.length > 1">
      <strong>{{ things.length }} chosen:</strong>{{ ' ' }}
      <span class="text-soft">{{ things.map(thing => thing.name).join(', ') }}</span>
    </p>
    <BackdropFields v-else-if="studio.selectedId === BACKDROP" />
  </div>
</template>
