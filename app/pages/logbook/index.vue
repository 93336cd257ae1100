<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import RecordBin from '~/features/logbook/RecordBin.vue'
import RecordFilters from '~/features/logbook/RecordFilters.vue'
import RecordLine from '~/features/logbook/RecordLine.vue'
import { useRecordFiles } from '~/features/logbook/useRecordFiles'
import { useRecords } from '~/stores/records'
import FilePick from '~/ui/FilePick.vue'
import { counted } from '#wording/language'

const records = useRecords()
const router = useRouter()
const { take, takeAlmanac, done, problem } = useRecordFiles()

/** So many lines at once; a press shows as many again. */
const PAGE = 40
const most = ref(PAGE)
const lines = computed(() => records.found.slice(0, most.value))
watch(
  () => ({ ...records.filter }),
  () => {
    most.value = PAGE
  },
)
watch(
  () => lines.value.map(({ id }) => id),
  ids => void records.showThumbs(ids),
  { immediate: true },
)
onMounted(() => {
  if (!records.isLoaded) void records.load()
})

const chosen = ref<readonly string[]>([])
const choose = (id: string) => {
  chosen.value = chosen.value.includes(id) ? chosen.value.filter(one => one !== id) : [...chosen.value, id].slice(-2)
}
const compare = () => router.push(`/logbook/compare?one=${chosen.value[0]}&other=${chosen.value[1]}`)
</script>

<template>
  <div class="min-h-0 grow overflow-y-auto px-4 py-3">
    <div class="mx-auto flex max-w-5xl flex-col gap-3">
      <div class="flex flex-wrap items-center gap-3">
        <h2 class="mr-auto text-lg font-semibold" data-test="records-say">
          <template v-if="!records.isLoaded">Reading the logbook…</template>
          <template v-else-if="records.found.length === records.heads.length">
            {{ counted(records.heads.length, 'record') }}
          </template>
          <template v-else>{{ records.found.length }} of {{ counted(records.heads.length, 'record') }}</template>
        </h2>
        <button v-if="chosen.length === 2" class="press" data-test="compare-records" @click="compare">
          Compare the two
        </button>
        <FilePick label="Take in a record" accept=".json" test-name="record-file" @pick="take" />
      </div>
      <p v-if="records.failure" role="alert">{{ records.failure }}</p>
      <p v-if="problem" role="alert" data-test="record-file-problem">{{ problem }}</p>
      <p v-else-if="done" role="status" class="text-soft" data-test="record-file-done">{{ done }}</p>
      <RecordFilters v-if="records.heads.length > 0" />
      <p v-if="records.isLoaded && records.heads.length === 0 && !records.failure" class="text-soft">
        Nothing is kept yet. "Keep this" on the stage, at the end of a run or beside a frame keeps a look as it stands:
        distances, powers, readings, picture. A run that is read to its end and each look of a day are kept by
        themselves.
        <button class="press ml-2" data-test="take-almanac" @click="takeAlmanac">
          Look about in the made-up almanac’s five
        </button>
      </p>
      <ol data-test="records">
        <RecordLine
          v-for="head in lines"
          :key="head.id"
          :head="head"
          :thumb="records.thumbs.get(head.id)"
          :is-chosen="chosen.includes(head.id)"
          @choose="choose(head.id)"
        />
      </ol>
      <p v-if="records.isLoaded && records.heads.length > 0 && records.found.length === 0" data-test="none-found">
        No record is like this.
        <button class="press ml-2" @click="records.showAll()">Show all</button>
      </p>
      <button v-if="records.found.length > most" class="press self-center" @click="most += PAGE">
        Show {{ Math.min(PAGE, records.found.length - most) }} more
      </button>
      <RecordBin />
    </div>
  </div>
</template>
