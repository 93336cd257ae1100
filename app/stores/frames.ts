import { defineStore } from 'pinia'
import { takenWith } from '#core/frames/exposureTags'
import { dropFrame, frameReadings, keepFrame } from '#core/frames/frameReadings'
import { changeExposure } from '#core/set/edits'
import type { Frame, RegionEdit } from '#core/set/schema'
import { NEARLY_FULL } from '~/storage/pictures'
import type { FrameView } from '~/workers/frame.worker'
import { startFrameWorker } from '~/workers/frameWorker'
import { useLight } from './light'
import { usePreferences } from './preferences'
import { useStudio } from './studio'

const GONE = 'The picture of this frame is not in this browser any more. What was read from it is kept.'

/** Test frames of the look: taken in, read in a worker of their own, kept with the set; the picture lies beside it. */
export const useFrames = defineStore('frames', () => {
  const studio = useStudio()
  const light = useLight()
  const preferences = usePreferences()
  let worker: ReturnType<typeof startFrameWorker> | undefined
  const reader = () => worker ??= markRaw(startFrameWorker())

  const chosenId = ref<string | null>(null)
  const frames = computed(() => studio.document.frames.filter(frame => frame.lookId === studio.look.id))
  const chosen = computed(() => frames.value.find(({ id }) => id === chosenId.value) ?? frames.value.at(-1))
  const view = shallowRef<{ id: string, view: FrameView, of: readonly unknown[] } | undefined>()
  /** What a frame is read against: while all of it stays, so does what was read. */
  const against = (edits: Frame['edits']): readonly unknown[] => {
    const { camera, backdrop, subjects } = studio.document
    return [camera, backdrop, subjects, edits].map(part => toRaw(part))
  }
  /** What was read of the chosen frame, once it is read. */
  const shown = computed(() => view.value?.id === chosen.value?.id ? view.value?.view : undefined)
  const progress = ref<number | null>(null)
  const failure = ref('')
  const isGone = ref(false)
  const problem = computed(() => failure.value || (isGone.value ? GONE : ''))
  /** The browser will soon refuse to keep more. */
  const isNearlyFull = ref(false)

  /** Reads a frame's picture again, from memory or from where it lies; undefined where it is gone. */
  const readAgain = async (frame: Frame): Promise<FrameView | undefined> => {
    const set = toRaw(studio.document)
    const near = await reader().again(frame.id, set, toRaw(frame.edits))
    if (near) return near
    const picture = await preferences.shelf.picture(set.id, frame.id)
    if (!picture) return undefined
    const outcome = await reader().read(frame.id, set, picture.bytes, toRaw(frame.edits), () => {})
    return outcome.ok ? outcome.value : undefined
  }

  const valuesOf = (reading: FrameView['reading']) => Object.fromEntries(Object.entries(reading.places).filter(([id]) => id.startsWith('backdrop/')).map(([id, { value }]) => [id, value]))

  /** The frame with what was read, and its readings, put into the set. */
  const keep = (frame: Frame, read: FrameView) => {
    const full = { ...frame, values: valuesOf(read.reading), black: read.reading.black }
    const readings = light.planned ? frameReadings(studio.document, studio.look, full, read.reading.places, light.planned) : []
    studio.edit(set => keepFrame(set, full, readings))
  }

  const store = async (id: string, bytes: Uint8Array<ArrayBuffer>): Promise<void> => {
    const { pictureSide, picturesKept } = preferences.values
    const set = studio.document
    try {
      const picture = await reader().shrink(bytes, pictureSide ?? Number.POSITIVE_INFINITY)
      await preferences.shelf.putPicture(set.id, id, { ...picture, preview: await reader().preview(id) })
      await preferences.pictures.keepNewest(picturesKept, set.id)
      const room = await preferences.pictures.room()
      isNearlyFull.value = room !== undefined && room.usedBytes > NEARLY_FULL * room.mostBytes
    }
    catch (error) {
      failure.value = `The frame was read, but this browser has no room for its picture (${(error as Error).message}). Make room under "Pictures", or keep fewer.`
    }
  }

  /** What the set said when a picture was taken. */
  const setting = () => ({ look: studio.look, camera: { ...light.camera! } })

  /** Takes a picture in as a frame of the look; says what was wrong where it cannot. Without `taken` it was taken as the set stands now. */
  const bring = async (bytes: Uint8Array<ArrayBuffer>, name: string, source: Frame['source'], taken?: ReturnType<typeof setting>): Promise<boolean> => {
    failure.value = ''
    progress.value = 0
    try {
      await light.ready()
      const { look, camera } = taken ?? setting()
      const id = `frame-${crypto.randomUUID().slice(0, 13)}`
      const outcome = await reader().read(id, toRaw(studio.document), bytes, [], (share) => {
        progress.value = share
      })
      if (!outcome.ok) {
        failure.value = `${name}: ${outcome.message}`
        return false
      }
      const { tags } = outcome.value
      const expected = Object.fromEntries(light.readouts.filter(({ point, value }) => point.surface === 'backdrop' && value !== undefined).map(({ point, value }) => [point.id, value!]))
      await store(id, bytes)
      const edits: Frame['edits'] = []
      view.value = { id, view: outcome.value, of: against(edits) }
      chosenId.value = id
      const frame: Frame = {
        id, lookId: look.id, at: new Date().toISOString(), name: name.slice(0, 120), source,
        camera: takenWith(tags.exposure, camera), tags: tags.exposure, lights: look.lights, values: {}, expected, black: null, edits, note: '',
      }
      // The camera is held from now on, since it is what every frame is held against.
      studio.beginStep()
      studio.edit(set => changeExposure(set, look.id, { fNumber: camera.fNumber, followsPointId: null }))
      keep(frame, outcome.value)
      studio.endStep()
      return true
    }
    catch (error) {
      failure.value = `${name} could not be read: ${(error as Error).message} Nothing was recorded.`
      return false
    }
    finally {
      progress.value = null
    }
  }

  /** Reads the chosen frame with other regions, and learns from it anew. */
  const mend = async (edits: readonly RegionEdit[]) => {
    const frame = chosen.value && { ...toRaw(chosen.value), edits: [...edits] }
    const read = frame && await readAgain(frame)
    if (!frame || !read) return
    view.value = { id: frame.id, view: read, of: against(frame.edits) }
    keep(frame, read)
  }

  /** Reads all frames of the look again, since what the camera makes of light is known better now. */
  const readAll = async () => {
    for (const frame of frames.value) {
      const read = await readAgain(toRaw(frame))
      if (read) keep(toRaw(frame), read)
    }
    await show()
  }

  const show = async () => {
    const frame = chosen.value
    if (!frame) return
    const of = against(frame.edits)
    if (view.value?.id === frame.id && of.every((part, index) => part === view.value?.of[index])) {
      isGone.value = false
      return
    }
    const read = await readAgain(toRaw(frame))
    if (chosen.value?.id !== frame.id) return
    view.value = read && { id: frame.id, view: read, of }
    isGone.value = !read
  }

  const remove = (id: string) => studio.edit(set => dropFrame(set, id))

  return { frames, chosen, chosenId, shown, progress, problem, isNearlyFull, reader, bring, mend, readAll, readAgain, show, remove, setting }
})
