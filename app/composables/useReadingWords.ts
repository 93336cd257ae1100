import { formatReading } from '#core/photometry/readingNotation'
import type { Receptor } from '#core/photometry/meter'

/** Readings as the user likes them written; flash has no lux or exposure value, so its readings stay f-numbers. */
export const useReadingWords = () => {
  const studio = useStudio()
  const light = useLight()
  const preferences = usePreferences()

  const words = (fNumber: number, receptor: Receptor, lightIds: readonly string[]): string => {
    const { camera } = light
    const isLasting = lightIds.every(id => studio.document.lights.find(one => one.id === id)?.lamp.kind !== 'flash')
    // The room's own light is no light of lamps: lux say how much it is, f-numbers would be far off any scale.
    const unit = lightIds.length === 0 && preferences.values.readingUnit === 'f-number' ? 'lux' : preferences.values.readingUnit
    return camera
      ? formatReading(fNumber, isLasting || unit === 'percent' ? unit : 'f-number', { ...camera, receptor, cameraFNumber: camera.fNumber })
      : ''
  }
  return { words }
}
