import { ref } from 'vue'
import { fileStem } from '~/support/fileName'
import { downloadBlob } from '~/support/download'
import { useFrameSplit } from '~/shared/useFrameSplit'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { cameraWords } from '#wording/records'
import { formatStops } from '#wording/notation/stops'

/** Saves a picture of the open set as a file that says itself what it is of. */
export const usePictureFile = () => {
  const studio = useStudio()
  const light = useLight()
  const { shownLights } = useFrameSplit()
  const isSaving = ref(false)
  const problem = ref('')

  /** What was set, light by light, and what the places read. */
  const facts = (): Record<string, string> => {
    const { document: set, look } = studio
    const lights = set.lights.map(({ id, name }) => {
      const setting = shownLights.value[id]
      return `${name}: ${setting?.on ? `${formatStops(setting.powerStops)} stops of full power` : 'off'}`
    })
    const readings = light.readouts.map(
      ({ point, stops, value }) =>
        `${point.name}: ${formatStops(stops)} stops${value === undefined ? '' : `, value ${Math.round(value)}`}`,
    )
    return {
      Title: `${set.name}, ${look.name}`,
      'Creation Time': new Date().toISOString(),
      Source: `${light.camera ? cameraWords(light.camera) : ''}; simulated`,
      Description: readings.join('\n'),
      Comment: lights.join('\n'),
    }
  }

  const save = async (use: 'frame' | 'screen', bits: 8 | 16) => {
    if (!light.camera) return
    isSaving.value = true
    problem.value = ''
    const exposing = { settings: shownLights.value, camera: light.camera, learned: light.learned }
    try {
      const developed =
        bits === 8 ? await light.service.develop(use, exposing) : await light.service.developDeep(use, exposing)
      if (!developed) return
      const { pngWithFacts } = await import('~/support/factsPicture')
      const png = pngWithFacts(developed, facts())
      downloadBlob(new Blob([png], { type: 'image/png' }), `${fileStem(studio.document.name)}-${bits}-bit.png`)
    } catch (error) {
      problem.value = `The picture could not be saved (${error instanceof Error ? error.message : 'no reason was given'}). Nothing else has changed; try again.`
    } finally {
      isSaving.value = false
    }
  }
  return { save, isSaving, problem }
}
