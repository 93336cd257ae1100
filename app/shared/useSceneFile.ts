import { toRaw } from 'vue'
import { useVault } from '~/stores/vault'
import { downloadBlob } from '~/support/download'
import type { CameraSetting, StudioSet } from '#core/model/schema'

/** A look out as a scene that any 3D program reads (glTF 2.0, binary). */
export const useSceneFile = () => {
  const vault = useVault()
  return {
    /** @param set the set as the look shows it, with that look alone */
    saveScene: async (set: StudioSet, camera: CameraSetting, stem: string) => {
      const bytes = await vault.reader.writeScene({ ...toRaw(set), readings: [], frames: [] }, toRaw(camera))
      downloadBlob(new Blob([bytes], { type: 'model/gltf-binary' }), `${stem}.glb`)
    },
  }
}
