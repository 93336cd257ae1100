import { useLibrary } from '~/stores/library'
import { useRouter } from 'vue-router'

type Launch = { files: readonly { getFile: () => Promise<File> }[] }
type WithLaunches = { launchQueue?: { setConsumer: (take: (launch: Launch) => void) => void } }

/** Takes in set files and backups that the system opens with the app. */
export const useHandedOver = () => {
  const library = useLibrary()
  const router = useRouter()
  return () =>
    (globalThis as WithLaunches).launchQueue?.setConsumer(async ({ files }) => {
      if (files.length === 0) return
      await router.push('/sets')
      await library.importFiles(await Promise.all(files.map(file => file.getFile())))
    })
}
