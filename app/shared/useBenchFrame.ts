import { useTether } from '~/shared/useTether'
import { useFrames } from '~/stores/frames'
import { useLight } from '~/stores/light'
import { computed, ref } from 'vue'
/** Test frames from the bench: shot with the look's present settings, brought in as any picture is. */
export const useBenchFrame = () => {
  const frames = useFrames()
  const light = useLight()
  const tether = useTether()
  const problem = ref('')
  const isShooting = ref(false)

  const last = computed(() => frames.frames.findLast(({ source }) => source === 'bench'))

  /** Takes a frame; true when it is there. Nothing is recorded when the bench does not answer. */
  const shoot = async (): Promise<boolean> => {
    if (isShooting.value) return false
    isShooting.value = true
    problem.value = ''
    let isTaken = false
    await light.ready()
    const taken = frames.setting()
    const outcome = await tether.shoot('frame', async (bytes, name) => {
      isTaken = await frames.bring(bytes, name, 'bench', taken)
    })
    isShooting.value = false
    problem.value = outcome.ok ? frames.problem : outcome.message
    return outcome.ok && isTaken
  }

  return { shoot, isShooting, problem, last, state: tether.state }
}
