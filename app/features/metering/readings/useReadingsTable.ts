import { isGridPlace } from '#core/evaluation/probes/gridPoints'
import { useReadingWords } from '~/shared/useReadingWords'
import { useLight } from '~/stores/light'
import { usePreferences } from '~/stores/preferences'
import { useStudio } from '~/stores/studio'
import { computed, ref } from 'vue'
import {
  createSortedRowModel,
  rowSortingFeature,
  sortFn_basic,
  sortFn_text,
  tableFeatures,
  useTable,
} from '@tanstack/vue-table'
import { causesOf } from '#core/calibration/causes'
import { constantOfReading } from '#core/calibration/compare'
import { causeWords } from '#wording/causes'
import { parseReading } from '#wording/notation/reading'
import { editReading, removeReading } from '#core/edits/edits'
import type { Reading } from '#core/model/schema'
import { fNumberFromStops, stopsFromFNumber } from '#core/physics/units/fNumber'

/** A reading as a line of the table. */
export type ReadingLine = {
  id: string
  at: string
  look: string
  point: string
  lamps: string
  fNumber: number
  expectedFNumber: number | undefined
  offStops: number | undefined
  isOutlier: boolean
  doubt: string
  reading: Reading
}

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { basic: sortFn_basic, text: sortFn_text },
})
const columns = [
  { accessorKey: 'point', header: 'Place', sortFn: 'text' },
  { accessorKey: 'fNumber', header: 'Read', sortFn: 'basic' },
  { accessorKey: 'expectedFNumber', header: 'Predicted', sortFn: 'basic' },
  { accessorKey: 'offStops', header: 'Off', sortFn: 'basic' },
  { accessorKey: 'lamps', header: 'Lamps on', sortFn: 'text' },
  { accessorKey: 'at', header: 'Taken', sortFn: 'text' },
] as const

/** The readings of the set as a table that can be sorted, searched and mended. */
export const useReadingsTable = () => {
  const studio = useStudio()
  const light = useLight()
  const { withUnit } = useReadingWords()
  const filter = ref('')
  const problem = ref('')

  const lightName = (id: string) => studio.document.lights.find(one => one.id === id)?.name ?? id
  const lineOf = (reading: Reading): ReadingLine => {
    const standing = light.calibration.standings[reading.id]
    const power = (id: string) => reading.lights[id]!.powerStops.toFixed(1).replace('-', '\u2212')
    const ids = Object.keys(reading.lights)
    return {
      id: reading.id,
      at: reading.at,
      look: studio.document.looks.find(({ id }) => id === reading.lookId)?.name ?? reading.lookId,
      point:
        light.places.find(({ id }) => id === reading.pointId)?.name.replace(/^Place/, 'Grid place') ??
        (isGridPlace(reading.pointId) ? 'Place of another grid' : reading.pointId),
      lamps: ids.length === 0 ? 'none' : ids.map(id => `${lightName(id)} ${power(id)}`).join(', '),
      fNumber: reading.fNumber,
      expectedFNumber: standing && fNumberFromStops(stopsFromFNumber(reading.fNumber) - standing.offStops),
      offStops: standing?.offStops,
      isOutlier: standing?.isOutlier ?? false,
      doubt: standing?.isOutlier
        ? causeWords(causesOf(reading, light.calibration.learned, standing.offStops), lightName)
        : '',
      reading,
    }
  }
  const all = computed(() => studio.document.readings.map(lineOf))
  const lines = computed(() => {
    const words = filter.value.toLowerCase().split(/\s+/).filter(Boolean)
    return all.value.filter(line => {
      const text = [
        line.look,
        line.point,
        line.lamps,
        line.reading.note,
        line.reading.source,
        line.reading.meter,
        line.reading.receptor,
        line.isOutlier ? 'does not fit' : '',
        line.reading.trust === 'out' ? 'left out' : '',
      ]
        .join(' ')
        .toLowerCase()
      return words.every(word => text.includes(word))
    })
  })
  const table = useTable({
    features,
    columns,
    data: lines,
    getRowId: (line: ReadingLine) => line.id,
    initialState: { sorting: [{ id: 'at', desc: true }] },
  })

  const edit = (id: string, changes: Partial<Reading>) => studio.edit(set => editReading(set, id, changes))
  /** Writes another figure; what cannot be read leaves it as it was. */
  const retype = (reading: Reading, text: string): boolean => {
    const written = withUnit(text, Object.keys(reading.lights))
    const read = parseReading(written, {
      ...reading.camera,
      cameraFNumber: reading.camera.fNumber,
      constant: constantOfReading(reading),
      habit: usePreferences().values.figureHabit ?? undefined,
    })
    problem.value = read.ok ? '' : `${read.message} The reading is as it was.`
    if (read.ok) edit(reading.id, { fNumber: read.value, shown: written.trim().slice(0, 60), source: 'hand' })
    return read.ok
  }
  const remove = (id: string) => studio.edit(set => removeReading(set, id))

  return { table, filter, problem, all, lines, edit, retype, remove }
}
