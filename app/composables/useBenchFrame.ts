import { addFrame } from '#core/set/edits'
import type { Frame } from '#core/set/schema'
import { askBenchFrame } from '~/support/bench'

/** Pixels across a bench frame. */
const FRAME_WIDTH = 320

/** Test frames from the bench: taken with the look's present settings, measured, and kept with the set. */
export const useBenchFrame = () => {
  const studio = useStudio()
  const light = useLight()
  const preferences = usePreferences()
  const take = useBenchTake()
  const isShooting = ref(false)
  const problem = ref('')

  const last = computed(() => studio.document.frames.findLast(frame => frame.lookId === studio.look.id))

  /** Takes a frame; true when it is there. Nothing is recorded when the bench does not answer. */
  const shoot = async (): Promise<boolean> => {
    if (!light.camera || isShooting.value) return false
    isShooting.value = true
    problem.value = ''
    const set = studio.document
    const look = studio.look
    const camera = light.camera
    try {
      const png = await askBenchFrame({ set: toRaw(set), lookId: look.id, camera, seed: preferences.values.benchSeed, roughness: preferences.values.benchRoughness, take: take.next(), width: FRAME_WIDTH })
      if (!png.ok) {
        problem.value = png.message
        return false
      }
      const values = await light.worker.readPicture(toRaw(set), png.value)
      const frame: Frame = { id: `frame-${crypto.randomUUID().slice(0, 13)}`, lookId: look.id, at: new Date().toISOString(), source: 'bench', camera, lights: look.lights, values }
      await preferences.shelf.putPicture(set.id, frame.id, png.value)
      studio.edit(current => addFrame(current, frame))
      return true
    }
    catch (error) {
      problem.value = `The frame could not be read: ${(error as Error).message} Nothing was recorded.`
      return false
    }
    finally {
      isShooting.value = false
    }
  }

  return { shoot, isShooting, problem, last }
}
