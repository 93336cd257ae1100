import { useStudio } from '~/stores/studio'
import { computed } from 'vue'
import { emitterOf } from '#core/scene/scene'
import type { Light } from '#core/model/schema'
import { onProfile, profileOf } from '#core/physics/sources/pattern'

/** Length of the beam on its axis, as it is drawn. */
const BEAM_M = 1.3
const HALF_STEPS = 18
const STEP_DEG = 5

/** The beam of a light as it is drawn: its own pattern, in every direction as long as the light is strong there. */
export const useBeam = (light: () => Light, scale: () => number) => {
  const studio = useStudio()
  const beam = computed(() => {
    const profile = profileOf(emitterOf(light(), studio.document))
    const points = Array.from({ length: 2 * HALF_STEPS + 1 }, (_, step) => {
      const angle = ((step - HALF_STEPS) * STEP_DEG * Math.PI) / 180
      const reach = BEAM_M * scale() * onProfile(profile, Math.max(0, Math.cos(angle)))
      return `${(reach * Math.cos(angle)).toFixed(1)} ${(reach * Math.sin(angle)).toFixed(1)}`
    })
    return `M${points.join(' L')} Z`
  })
  return { beam }
}
