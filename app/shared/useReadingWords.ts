import { useLight } from '~/stores/light'
import { usePreferences } from '~/stores/preferences'
import { useStudio } from '~/stores/studio'
import { formatReading, type ReadingUnit } from '#wording/notation/reading'

/** What a plain figure stands for, where readings are written in a unit. */
const WITH_UNIT: Record<ReadingUnit, (figure: string) => string> = {
  'f-number': figure => figure,
  ev: figure => `EV ${figure}`,
  lux: figure => `${figure} lx`,
  'foot-candles': figure => `${figure} fc`,
  percent: figure => `${figure} %`,
}

const EXAMPLES: Record<ReadingUnit, string> = {
  'f-number': 'f/8 +0.3',
  ev: 'EV 10.3',
  lux: '430 lx',
  'foot-candles': '40 fc',
  percent: '50 %',
}

/** Readings as the user likes them written; flash has no lux or exposure value, so its readings stay f-numbers. */
export const useReadingWords = () => {
  const studio = useStudio()
  const light = useLight()
  const preferences = usePreferences()

  const unitOf = (lightIds: readonly string[]): ReadingUnit => {
    const wanted = preferences.values.readingUnit
    // The room's own light is no light of lamps: lux say how much it is, f-numbers would be far off any scale.
    if (lightIds.length === 0) return wanted === 'f-number' ? 'lux' : wanted
    const isLasting = lightIds.every(id => studio.document.lights.find(one => one.id === id)?.lamp.kind !== 'flash')
    return isLasting || wanted === 'percent' ? wanted : 'f-number'
  }
  const words = (fNumber: number, constant: number, lightIds: readonly string[]): string => {
    const { camera } = light
    return camera
      ? formatReading(fNumber, unitOf(lightIds), { ...camera, constant, cameraFNumber: camera.fNumber })
      : ''
  }
  /** A figure as a number pad gives it, with the unit that readings are written in here. */
  const withUnit = (text: string, lightIds: readonly string[]): string =>
    /^\s*\d+(?:[.,]\d*)?\s*$/.test(text) ? WITH_UNIT[unitOf(lightIds)](text.trim()) : text
  const example = (lightIds: readonly string[]): string => EXAMPLES[unitOf(lightIds)]

  return { words, withUnit, example }
}
