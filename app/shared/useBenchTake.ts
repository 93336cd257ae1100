import { useStudio } from '~/stores/studio'
/** Numbers the questions to the bench, so that each has noise of its own and a set's history can be rehearsed again. */
export const useBenchTake = () => {
  const studio = useStudio()
  return { next: () => studio.document.readings.length + studio.document.frames.length }
}
