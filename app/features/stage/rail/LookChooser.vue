<script setup lang="ts">
import { useStudio } from '~/stores/studio'
import SelectField from '~/ui/SelectField.vue'
const studio = useStudio()
</script>

<template>
  <div v-if="studio.document.looks.length > 1" class="border-b border-rule px-3 py-2">
    <SelectField
      label="Look"
      :value="studio.look.id"
      :options="studio.document.looks.map(({ id, name }) => ({ value: id, name }))"
      wide
      test-name="look"
      @choose="id => (studio.lookId = id)"
    />
  </div>
</template>
