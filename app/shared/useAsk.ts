import { useChangeNote } from '~/shared/useChangeNote'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { changeSettings, changeTargets } from '#core/edits/edits'
import type { Target } from '#core/model/schema'

/** Asking for tones: shown as ghosts until accepted. */
export const useAsk = () => {
  const studio = useStudio()
  const light = useLight()
  const note = useChangeNote()

  /** Asks for a pixel value over the whole backdrop. */
  const askBackdrop = (value: number) => {
    const target: Target = { kind: 'value', value }
    light.asked = Object.fromEntries(
      light.points.filter(point => point.surface === 'backdrop').map(point => [point.id, target]),
    )
  }

  const dismiss = () => {
    light.asked = null
  }

  /** Does what the verdict says, and makes what was asked the look's target. One step to undo. */
  const accept = () => {
    const settings = light.verdict?.mend
    const asked = light.asked
    const camera = light.camera
    if (!settings && !asked) return
    studio.edit(set => {
      const wanted = asked ? changeTargets(set, studio.look.id, asked) : set
      return settings && camera ? changeSettings(wanted, studio.look.id, settings) : wanted
    })
    note.clear()
    dismiss()
  }

  return { askBackdrop, dismiss, accept }
}
