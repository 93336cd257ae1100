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
    const unit = preferences.values.readingUnit
    return camera
      ? formatReading(fNumber, isLasting || unit === 'percent' ? unit : 'f-number', { ...camera, receptor, cameraFNumber: camera.fNumber })
      : ''
  }
  return { words }
}
