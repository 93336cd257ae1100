import { computed } from 'vue'
import { useStudio } from '~/stores/studio'
import { lightDistance, subjectDistance, type MeasuredDistance } from '#core/edits/distances'
import { measureHeightM, thingOf } from '#core/edits/things'
import { distance as between, type Vector } from '#core/physics/units/vector'

/** The tapes that lie on the plan, or show from the side: the subject's distance, and of what is chosen, or the key. */
export const useTapes = (isSide: () => boolean) => {
  const studio = useStudio()
  /** Between the two things that are chosen. */
  const measured = computed((): MeasuredDistance[] => {
    if (studio.selectedIds.length !== 2) return []
    const places = studio.selectedIds.flatMap((id): Vector[] => {
      const thing = thingOf(studio.document, id)
      return thing ? [[thing.place.xM, thing.place.yM, measureHeightM(studio.document, thing)]] : []
    })
    return places.length === 2
      ? [{ id: 'measured', from: places[0]!, to: places[1]!, lengthM: between(places[0]!, places[1]!) }]
      : []
  })
  const tapes = computed((): MeasuredDistance[] => {
    const { lights, subjects } = studio.document
    const chosen = lights.find(light => light.id === studio.selectedId) ?? lights.find(light => light.job === 'key')
    const shown = subjects.filter((subject, index) => index === 0 || subject.id === studio.selectedId)
    return [
      ...(isSide() ? [] : shown.map(subjectDistance)),
      ...(chosen && measured.value.length === 0 ? [lightDistance(chosen, studio.document)] : []),
      ...measured.value,
    ]
  })
  return { tapes }
}
