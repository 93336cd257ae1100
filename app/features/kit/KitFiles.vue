<script setup lang="ts">
import { useKit } from '~/stores/kit'
import { useVault } from '~/stores/vault'
import { ref } from 'vue'
import FilePick from '~/ui/FilePick.vue'
import { genericKit } from '#core/kit/genericKit'
import { writeKitFile } from '#core/kit/kitFile'
import { downloadText } from '~/support/download'

const kit = useKit()
const problem = ref('')
const { reader } = useVault()

const importFile = async (file: File) => {
  const outcome = await reader.readKit(file)
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
    <FilePick label="Import a kit" accept=".json,application/json" test-name="kit-import" @pick="importFile" />
    <button class="press text-left" @click="kit.change(() => genericKit())">Restore default kit</button>
    <p v-if="problem" role="alert">
      {{ problem }}
    </p>
  </div>
</template>
