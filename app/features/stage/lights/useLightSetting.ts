import { computed } from 'vue'
import { useChangeNote } from '~/shared/useChangeNote'
import { useStudio } from '~/stores/studio'
import { changeSettings } from '#core/edits/edits'
import type { Light, LightSetting } from '#core/model/schema'
import { roundToClicks } from '#core/physics/units/stops'

/** What a light is set to in this look, and its change; each is one step to undo. */
export const useLightSetting = (light: () => Light) => {
  const studio = useStudio()
  const note = useChangeNote()
  const setting = computed(() => studio.look.lights[light().id]!)
  const change = (changes: Partial<LightSetting>) => {
    note.mark()
    studio.edit(set => changeSettings(set, studio.look.id, { [light().id]: { ...setting.value, ...changes } }))
  }
  /** Sets the power to the click next to some stops below full, within what the lamp can do. */
  const setPower = (stops: number) => {
    const { clickStops, rangeStops } = light().lamp
    change({ powerStops: Math.min(0, Math.max(-rangeStops, roundToClicks(stops, clickStops))) })
  }
  return { setting, change, setPower }
}
