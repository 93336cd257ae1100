import { onMounted, onUnmounted } from 'vue'
import { useRig } from '~/stores/rig'

/** The rig is watched closely while this part is on the screen. */
export const useRigWatch = () => {
  const rig = useRig()
  onMounted(() => {
    rig.watchers += 1
  })
  onUnmounted(() => {
    rig.watchers -= 1
  })
}
