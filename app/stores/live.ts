import { defineStore } from 'pinia'
import { computed, markRaw, ref, shallowRef, toRaw, watch } from 'vue'
import { useFrames } from './frames'
import { useStudio } from './studio'
import { pngWithFacts } from '~/support/factsPicture'
import type { VideoSpace } from '#core/imaging/live/videoSpace'
import type { LiveAsk, LiveReading } from '#services/live/liveApi'
import { liveService } from '#services/live/liveService'

/** Why a camera could not be opened, and what helps. */
const REFUSALS: Readonly<Record<string, string>> = {
  NotAllowedError: 'The browser was not allowed to use the camera. Allow it in the address bar and open it again.',
  NotFoundError: 'No camera was found. Plug one in, and open it again.',
  NotReadableError: 'Another program has the camera. Close that, and open it again.',
  OverconstrainedError: 'This camera is not there any more. Choose another.',
}

/** Frames of a video track as a stream; a name that not all browsers know. */
type Processor = new (options: { track: MediaStreamTrack }) => { readable: ReadableStream<VideoFrame> }

/** A camera that has sent no picture for this long after it was opened is opened again, milliseconds. */
const FIRST_PICTURE_MS = 6000
/** How often a silent camera is opened again before the user is asked to look at it. */
const MOST_TRIES = 3

/** A camera's picture as it comes: opened by the user, read in a worker, kept nowhere. */
export const useLive = defineStore('live', () => {
  const studio = useStudio()
  const frames = useFrames()
  const service = markRaw(liveService())
  const stream = shallowRef<MediaStream>()
  const reading = shallowRef<LiveReading>()
  const devices = shallowRef<readonly MediaDeviceInfo[]>([])
  const deviceId = ref('')
  const problem = ref('')
  const space = ref<VideoSpace | null>(null)
  /** Pictures that are averaged. */
  const over = ref(4)
  let calledOff: AbortController | undefined
  let waiting: ReturnType<typeof setTimeout> | undefined

  const ask = (): LiveAsk => ({ set: toRaw(studio.document), space: toRaw(space.value), frames: over.value })
  const isOpen = computed(() => stream.value !== undefined)

  const close = () => {
    calledOff?.abort(new DOMException('The camera was closed.', 'AbortError'))
    calledOff = undefined
    clearTimeout(waiting)
    for (const track of stream.value?.getTracks() ?? []) track.stop()
    stream.value = undefined
    reading.value = undefined
  }

  /** Reads pictures of a track until it is called off; says so where they end or cannot be read. */
  const read = async (track: MediaStreamTrack, Processor: Processor, mine: AbortController) => {
    try {
      await service.watch(new Processor({ track }).readable, ask(), {
        signal: mine.signal,
        report: found => {
          if (mine !== calledOff) return
          clearTimeout(waiting)
          reading.value = markRaw(found)
        },
      })
      if (mine !== calledOff) return
      close()
      problem.value = 'The camera sends no more pictures. Open it again.'
    } catch (error) {
      if (mine.signal.aborted) return
      close()
      problem.value = `The live picture could not be read: ${(error as Error).message} Open the camera again.`
    } finally {
      // The camera stays in use for as long as one track of it runs.
      track.stop()
    }
  }

  const open = async (tries = 1): Promise<void> => {
    close()
    problem.value = ''
    const { MediaStreamTrackProcessor: Processor } = globalThis as { MediaStreamTrackProcessor?: Processor }
    if (!navigator.mediaDevices?.getUserMedia) {
      problem.value = 'Browsers give cameras to secure pages alone: open the app on this machine itself, or over https.'
      return
    }
    if (!Processor) {
      problem.value = 'This browser cannot hand the camera’s pictures over to be read. A Chromium-based one can.'
      return
    }
    const mine = (calledOff = new AbortController())
    try {
      const opened = await navigator.mediaDevices.getUserMedia({
        audio: false,
        video: {
          ...(deviceId.value ? { deviceId: { exact: deviceId.value } } : {}),
          width: { ideal: 1920 },
          height: { ideal: 1080 },
        },
      })
      // The page was left, or the camera opened again, while the browser asked for leave.
      if (mine !== calledOff) return opened.getTracks().forEach(track => track.stop())
      stream.value = opened
      const [track] = opened.getVideoTracks()
      deviceId.value = track!.getSettings().deviceId ?? ''
      track!.addEventListener('ended', () => {
        close()
        problem.value = 'The camera was unplugged or taken away. Plug it in and open it again.'
      })
      waiting = setTimeout(() => {
        if (tries < MOST_TRIES) return void open(tries + 1)
        close()
        problem.value = 'The camera was opened and sends no picture. Unplug it, plug it in, and open it again.'
      }, FIRST_PICTURE_MS)
      void read(track!.clone(), Processor, mine)
      devices.value = (await navigator.mediaDevices.enumerateDevices()).filter(({ kind }) => kind === 'videoinput')
    } catch (error) {
      if (mine !== calledOff) return
      const { name, message } = error as Error
      problem.value = REFUSALS[name] ?? `The camera could not be opened: ${message}`
    }
  }

  watch([() => studio.document, space, over], () => void (isOpen.value && service.adjust(ask())))

  /** Reads the picture of this moment as a test frame of the look: only then does it teach. */
  const readThis = async (): Promise<boolean> => {
    if (!isOpen.value) return false
    problem.value = ''
    const still = await service.still().catch((error: Error) => {
      problem.value = `Nothing was read: ${error.message}`
    })
    if (!still) return false
    const { width, height, rgb } = still
    const data = new Uint8ClampedArray(4 * width * height)
    for (let at = 0; at < width * height; at++) {
      data.set(rgb.subarray(3 * at, 3 * at + 3), 4 * at)
      data[4 * at + 3] = 255
    }
    return frames.bring(pngWithFacts({ width, height, data }, {}), 'live picture.png', 'file')
  }

  return { stream, reading, devices, deviceId, problem, space, over, isOpen, open: () => open(), close, readThis }
})
