<script setup lang="ts">
import { genericKit } from '#core/kit/genericKit'
import { parseKitFile, writeKitFile } from '#core/kit/kitFile'
import { downloadText } from '~/support/download'

const kit = useKit()
const problem = ref('')

const importFile = async (event: Event) => {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  const outcome = parseKitFile(await file.text())
  input.value = ''
  problem.value = outcome.ok ? '' : outcome.message
  if (outcome.ok) await kit.change(() => outcome.value)
}
</script>

<template>
  <div class="flex flex-col gap-1.5 text-sm">
    <button
      class="press text-left"
      data-test="kit-export"
      @click="downloadText(writeKitFile(kit.kit), 'kit.keen-tonal.json')"
    >
      Export the kit
    </button>
    <label class="press cursor-pointer focus-within:outline-2">
      Import a kit
      <input
        type="file"
        accept=".json,application/json"
        class="sr-only"
        data-test="kit-import"
        @change="importFile"
      >
    </label>
    <button
      class="press text-left"
      @click="kit.change(() => genericKit())"
    >
      Generic kit again
    </button>
    <p
      v-if="problem"
      role="alert"
    >
      {{ problem }}
    </p>
  </div>
</template>
