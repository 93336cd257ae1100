import { createGlobalState, useDropZone, useEventListener, useTimeoutPoll } from '@vueuse/core'
import { useFrames } from '~/stores/frames'
import { ref } from 'vue'
import { besideWords, isOneShot, isSidecar, shotsOf } from './shots'

/** Pictures that come by hand: dropped, pasted, chosen, or out of a folder that is watched. */
// A folder goes on being watched when its page is left.
export const useFrameImport = createGlobalState(() => {
  const frames = useFrames()
  const folder = ref('')
  const seen = new Set<string>()

  /** What was not taken in, and why. */
  const passedOver = ref('')
  const take = async (files: readonly File[]) => {
    const { shots, beside } = shotsOf(files)
    passedOver.value = ''
    const bring = async (file: File) => frames.bring(new Uint8Array(await file.arrayBuffer()), file.name, 'file')
    const left: File[] = []
    for (const file of shots) {
      const pictures = beside.filter(picture => isOneShot(picture, file))
      if (await bring(file)) left.push(...pictures)
      // A raw file that cannot be read stands for nothing.
      else for (const picture of pictures) await bring(picture)
    }
    passedOver.value = besideWords(left)
  }

  const zone = ref<HTMLElement>()
  const dropZone = (element: unknown) => {
    zone.value = element instanceof HTMLElement ? element : undefined
  }
  const { isOverDropZone: isOver } = useDropZone(zone, {
    onDrop: files => void take(files ?? []),
    preventDefaultForUnhandled: true,
  })

  useEventListener('paste', (event: ClipboardEvent) => {
    const files = [...(event.clipboardData?.files ?? [])]
    if (zone.value && files.length > 0) void take(files)
  })

  type Folder = {
    name: string
    values: () => AsyncIterable<{ kind: string; name: string; getFile: () => Promise<File> }>
  }
  type WithPicker = { showDirectoryPicker?: () => Promise<Folder> }
  let handle: Folder | undefined

  const FOLDER_MS = 1500
  /** A file is taken once it has stopped growing. */
  const sizes = new Map<string, number>()
  const look = async () => {
    if (!handle) return
    const whole: File[] = []
    for await (const entry of handle.values()) {
      if (entry.kind !== 'file' || seen.has(entry.name)) continue
      const file = await entry.getFile()
      if (sizes.get(entry.name) !== file.size) {
        sizes.set(entry.name, file.size)
        continue
      }
      seen.add(entry.name)
      if (!isSidecar(entry.name)) whole.push(file)
    }
    if (whole.length > 0) await take(whole)
  }
  const { pause, resume } = useTimeoutPoll(look, FOLDER_MS, { immediate: false })

  /** Watches a folder: pictures that are in it already are left alone, new ones are brought in. */
  const watchFolder = async () => {
    try {
      handle = await (globalThis as WithPicker).showDirectoryPicker!()
    } catch {
      return
    }
    seen.clear()
    sizes.clear()
    for await (const entry of handle.values()) seen.add(entry.name)
    folder.value = handle.name
    resume()
  }
  const leaveFolder = () => {
    pause()
    handle = undefined
    folder.value = ''
  }

  return {
    take,
    dropZone,
    isOver,
    canWatch: 'showDirectoryPicker' in globalThis,
    watchFolder,
    leaveFolder,
    folder,
    passedOver,
  }
})
