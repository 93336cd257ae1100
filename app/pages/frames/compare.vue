<script setup lang="ts">
import { useFrames } from '~/stores/frames'
import { useStudio } from '~/stores/studio'
import { computed, reactive, ref, shallowRef, toRaw, watch } from 'vue'
import ChoiceRow from '~/ui/ChoiceRow.vue'
import PictureCanvas from '~/ui/PictureCanvas.vue'
import SelectField from '~/ui/SelectField.vue'
import { NuxtLink } from '#components'
import { changeTargets } from '#core/edits/edits'
import { formatStops } from '#wording/notation/stops'
import type { FrameView } from '#services/imaging/imagingApi'
import { differencePicture } from '~/features/testFrames/frameOverlays'

/** Two frames side by side, one over the other, or their difference in stops; and one to be matched. */
const frames = useFrames()
const studio = useStudio()
const SEE = [
  { value: 'both', name: 'Side by side' },
  { value: 'swap', name: 'A or B' },
  { value: 'apart', name: 'Difference' },
] as const
const see = ref<(typeof SEE)[number]['value']>('both')
const isB = ref(false)
const ids = reactive<{ a: string | null; b: string | null }>({ a: null, b: null })
const numbered = computed(() =>
  frames.frames.map((frame, index) => ({
    value: frame.id,
    name: `No. ${index + 1}${frame.values['backdrop/middle'] === undefined ? '' : `, ${Math.round(frame.values['backdrop/middle'])}`}`,
  })),
)
const a = computed(() => frames.frames.find(({ id }) => id === ids.a) ?? frames.frames.at(-2))
const b = computed(() => frames.frames.find(({ id }) => id === ids.b) ?? frames.frames.at(-1))

const views = shallowRef<{ a?: FrameView; b?: FrameView }>({})
const apart = shallowRef<{ width: number; height: number; stops: Float32Array }>()
const problem = ref('')
watch(
  [() => a.value?.id, () => b.value?.id],
  async () => {
    views.value = {}
    apart.value = undefined
    if (!a.value || !b.value) return
    const [one, other] = [await frames.readAgain(toRaw(a.value)), await frames.readAgain(toRaw(b.value))]
    views.value = { a: one, b: other }
    problem.value = one && other ? '' : 'The picture of one of these frames is not in this browser any more.'
    if (one && other) apart.value = await frames.reader.apart(a.value.id, b.value.id, toRaw(studio.document))
  },
  { immediate: true },
)

const pictureOf = (view: FrameView | undefined) =>
  view && { width: view.width, height: view.height, data: view.picture }
const difference = computed(
  () =>
    apart.value && { width: apart.value.width, height: apart.value.height, data: differencePicture(apart.value.stops) },
)

const rows = computed(() =>
  Object.keys({ ...a.value?.values, ...b.value?.values }).map(id => {
    const [before, after] = [views.value.a?.reading.places[id], views.value.b?.reading.places[id]]
    return {
      id,
      name: id.replace('backdrop/', ''),
      a: a.value?.values[id],
      b: b.value?.values[id],
      stops: before && after && !before.isClipped && !after.isClipped ? formatStops(after.stops - before.stops) : '',
    }
  }),
)
const figure = (value: number | undefined) => (value === undefined ? '–' : String(Math.round(value)))

/** Its values become what is wanted. */
const match = () => {
  const frame = a.value
  if (frame)
    studio.edit(set =>
      changeTargets(
        set,
        studio.look.id,
        Object.fromEntries(
          Object.entries(frame.values).map(([id, value]) => [id, { kind: 'value' as const, value: Math.round(value) }]),
        ),
      ),
    )
}
</script>

<template>
  <div class="flex grow flex-col gap-3 p-4 lg:min-h-0">
    <p v-if="frames.frames.length < 2" class="m-auto text-center text-soft">
      Two frames of this look are needed to compare. <NuxtLink to="/frames" class="underline">Bring them in.</NuxtLink>
    </p>
    <template v-else>
      <div class="flex flex-wrap items-end gap-4">
        <SelectField
          label="A"
          :value="a!.id"
          :options="numbered"
          test-name="compare-a"
          @choose="id => (ids.a = id ?? null)"
        />
        <SelectField
          label="B"
          :value="b!.id"
          :options="numbered"
          test-name="compare-b"
          @choose="id => (ids.b = id ?? null)"
        />
        <ChoiceRow label="View" hide-label :value="see" :choices="SEE" @choose="see = $event" />
        <button v-if="see === 'swap'" class="press" :aria-pressed="isB" data-test="swap" @click="isB = !isB">
          Show {{ isB ? 'A' : 'B' }}
        </button>
      </div>
      <p v-if="problem" role="alert">
        {{ problem }}
      </p>
      <div class="flex grow flex-col gap-4 lg:min-h-0 lg:flex-row">
        <div class="flex min-h-64 grow justify-center gap-3 lg:min-h-0">
          <template v-if="see === 'both'">
            <figure v-for="name in ['a', 'b'] as const" :key="name" class="flex min-h-0 min-w-0 flex-1 flex-col">
              <PictureCanvas
                v-if="views[name]"
                :picture="pictureOf(views[name])!"
                :label="`Frame ${name.toUpperCase()}`"
                class="min-h-0 w-full grow bg-well object-contain"
              />
              <figcaption class="text-center text-soft">
                {{ name.toUpperCase() }}
              </figcaption>
            </figure>
          </template>
          <figure v-else class="flex min-h-0 flex-1 flex-col">
            <PictureCanvas
              v-if="see === 'apart' ? difference : views[isB ? 'b' : 'a']"
              :picture="see === 'apart' ? difference! : pictureOf(views[isB ? 'b' : 'a'])!"
              :label="see === 'apart' ? 'Difference in stops' : `Frame ${isB ? 'B' : 'A'}`"
              class="min-h-0 w-full grow bg-well object-contain"
            />
            <figcaption class="text-center text-soft">
              {{
                see === 'apart'
                  ? 'Lighter where B is brighter, a shade each tenth of a stop; black cannot be compared'
                  : isB
                    ? 'B'
                    : 'A'
              }}
            </figcaption>
          </figure>
        </div>
        <aside class="flex w-full flex-col gap-3 lg:w-72">
          <table>
            <caption class="sr-only">
              Values of the backdrop in A and B
            </caption>
            <thead class="text-sm text-soft">
              <tr>
                <th class="text-left font-normal">Backdrop</th>
                <th class="text-right font-normal">A</th>
                <th class="text-right font-normal">B</th>
                <th class="text-right font-normal">stops</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in rows" :key="row.id" :data-test="`compared-${row.id}`">
                <th class="text-left font-normal text-soft">
                  {{ row.name }}
                </th>
                <td class="text-right text-xl font-semibold">
                  {{ figure(row.a) }}
                </td>
                <td class="text-right text-xl font-semibold">
                  {{ figure(row.b) }}
                </td>
                <td class="text-right">
                  {{ row.stops }}
                </td>
              </tr>
            </tbody>
          </table>
          <button class="press" data-test="match" @click="match">Match A: its values become the targets</button>
          <p class="text-sm text-soft">Differences are of light, through the camera's response.</p>
        </aside>
      </div>
    </template>
  </div>
</template>
