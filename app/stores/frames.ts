import { useKept } from '~/shared/useKept'
import { computed, markRaw, ref, shallowRef, toRaw } from 'vue'
import { defineStore } from 'pinia'
import { takenWith } from '#core/imaging/exposureTags'
import { isOtherLens, keptTags } from '#core/testFrames/frameTags'
import { dropFrame, frameReadings, keepFrame } from '#core/testFrames/frameReadings'
import { changeExposure } from '#core/edits/edits'
import { err, ok, type Outcome } from '#core/shared/outcome'
import type { Frame, RegionEdit, StudioSet } from '#core/model/schema'
import { isBackdropPlace } from '#core/model/placeIds'
import { downloadBlob } from '~/support/download'
import { fileStem } from '~/support/fileName'
import { freshId } from '~/support/freshId'
import { NEARLY_FULL } from '~/storage/pictures'
import type { FrameView } from '#services/imaging/imagingApi'
import { pictureReader } from '~/support/pictureReader'
import { useLight } from './light'
import { usePreferences } from './preferences'
import { useStudio } from './studio'

/** The ending of a file's name. */
const ENDING = /\.[\p{L}\p{N}]{1,8}$/u
const GONE = 'The picture of this frame is not in this browser any more. What was read from it is kept.'

/** Test frames of the look: taken in, read in a worker of their own, kept with the set; the picture lies beside it. */
export const useFrames = defineStore('frames', () => {
  const studio = useStudio()
  const light = useLight()
  const preferences = usePreferences()
  const kept = useKept()
  const reader = markRaw(pictureReader())

  const chosenId = ref<string | null>(null)
  const frames = computed(() => studio.document.frames.filter(frame => frame.lookId === studio.look.id))
  const chosen = computed(() => frames.value.find(({ id }) => id === chosenId.value) ?? frames.value.at(-1))
  const view = shallowRef<{ id: string; view: FrameView; of: readonly unknown[] } | undefined>()
  /** What a frame is read against: while all of it stays, so does what was read. */
  const against = (edits: Frame['edits']): readonly unknown[] => {
    const { camera, backdrop, subjects } = studio.document
    return [camera, backdrop, subjects, edits].map(part => toRaw(part))
  }
  /** What was read of the chosen frame, once it is read. */
  const shown = computed(() => (view.value?.id === chosen.value?.id ? view.value?.view : undefined))
  /** The chosen frame's picture is there and is not read yet. */
  const isReading = computed(() => chosen.value !== undefined && shown.value === undefined && !isGone.value)
  const progress = ref<number | null>(null)
  /** Pixels of the picture under way, as soon as they are known; 0 before. */
  const pixels = ref(0)
  const failure = ref('')
  const isGone = ref(false)
  const problem = computed(() => failure.value || (isGone.value ? GONE : ''))
  /** How often a picture was laid away: what shows pictures looks again. */
  const laidAway = ref(0)
  /** The browser will soon refuse to keep more. */
  const isNearlyFull = ref(false)

  /** Reads a frame's picture again, from memory or from where it lies; undefined where it is gone. */
  const readAgain = async (frame: Frame): Promise<FrameView | undefined> => {
    const set = toRaw(studio.document)
    const near = await reader.again(frame.id, set, toRaw(frame.edits))
    if (near) return near
    const picture = await kept.library.picture(set.id, frame.id)
    if (!picture) return undefined
    const outcome = await reader.read(frame.id, set, { bytes: picture.bytes, edits: toRaw(frame.edits) })
    return outcome.ok ? outcome.value : undefined
  }

  const valuesOf = (reading: FrameView['reading']) =>
    Object.fromEntries(
      Object.entries(reading.places)
        .filter(([id]) => isBackdropPlace(id))
        .map(([id, { value }]) => [id, value]),
    )

  /** The light that a frame is held against; of the look on the screen, whichever is there when the picture is read. */
  const planned = () => ({ layers: light.planned, room: light.learned.room })
  /** A set with a frame, what was read from it, and its readings. */
  const withFrame = (
    set: StudioSet,
    frame: Frame,
    read: FrameView,
    { layers, room }: ReturnType<typeof planned>,
  ): StudioSet => {
    // What does not look like a backdrop teaches nothing, unless somebody marked it; nor what another lens took.
    const isUnlike = !read.reading.confidence.isSure && frame.edits.length === 0
    const isDoubted = isUnlike || isOtherLens(frame.tags, set.camera)
    const full = { ...frame, values: valuesOf(read.reading), black: read.reading.black }
    const look = set.looks.find(({ id }) => id === frame.lookId)
    return keepFrame(
      set,
      full,
      layers && look && !isDoubted ? frameReadings(set, look, full, read.reading.places, { layers, room }) : [],
    )
  }

  const store = async (setId: string, id: string, bytes: Uint8Array<ArrayBuffer>): Promise<void> => {
    const { pictureSide, picturesKept } = preferences.values
    try {
      const picture = await reader.shrink(bytes, pictureSide ?? Number.POSITIVE_INFINITY)
      await kept.library.putPicture(setId, id, { ...picture, preview: await reader.preview(id) })
      laidAway.value += 1
      await kept.pictures.keepNewest(picturesKept, setId)
      const room = await kept.pictures.room()
      isNearlyFull.value = room !== undefined && room.usedBytes > NEARLY_FULL * room.mostBytes
    } catch (error) {
      failure.value = `The frame was read, but this browser has no room for its picture (${(error as Error).message}). Make room under "Pictures", or keep fewer.`
    }
  }

  /** What the set said when a picture was taken. */
  const setting = () => ({
    look: studio.look,
    camera: { ...light.camera! },
    ticket: studio.ticket(),
    against: planned(),
  })

  /**
   * Takes a picture in as a frame of the look; says what was wrong where it cannot. Without `taken` it was taken as
   * the set stands now.
   */
  const bring = async (
    bytes: Uint8Array<ArrayBuffer>,
    name: string,
    source: Frame['source'],
    taken?: ReturnType<typeof setting>,
  ): Promise<boolean> => {
    failure.value = ''
    progress.value = 0
    pixels.value = 0
    try {
      await light.ready()
      const { look, camera, ticket, against: held } = taken ?? setting()
      const id = `frame-${freshId()}`
      const outcome = await reader.read(
        id,
        toRaw(ticket.set),
        { bytes, edits: [] },
        {
          report: ({ share, pixels: all }) => {
            progress.value = share
            pixels.value = all
          },
        },
      )
      if (!outcome.ok) {
        failure.value = `${name}: ${outcome.message}`
        return false
      }
      const { tags } = outcome.value
      const expected = Object.fromEntries(
        light.readouts
          .filter(({ point, value }) => point.surface === 'backdrop' && value !== undefined)
          .map(({ point, value }) => [point.id, value!]),
      )
      const edits: Frame['edits'] = []
      const frame: Frame = {
        id,
        lookId: look.id,
        at: tags.takenAt === null ? new Date().toISOString() : new Date(tags.takenAt).toISOString(),
        name: name.slice(0, 120),
        source,
        by: outcome.value.reading.by,
        camera: takenWith(tags.exposure, camera),
        tags: keptTags(tags),
        lights: look.lights,
        values: {},
        expected,
        black: null,
        edits,
        note: '',
      }
      // The camera is held from now on, since it is what every frame is held against.
      const kept = ticket.commit(name, set =>
        withFrame(
          changeExposure(set, look.id, { fNumber: camera.fNumber, followsPointId: null }),
          frame,
          outcome.value,
          held,
        ),
      )
      if (!kept.ok) {
        failure.value = kept.message
        return false
      }
      view.value = { id, view: outcome.value, of: against(edits) }
      chosenId.value = id
      await store(ticket.set.id, id, bytes)
      return true
    } catch (error) {
      failure.value = `${name} could not be read: ${(error as Error).message} Nothing was recorded.`
      return false
    } finally {
      progress.value = null
    }
  }

  /** What a picture says of the backdrop, as readings of lamps that burn so; nothing of it is kept. */
  const glance = async (
    bytes: Uint8Array<ArrayBuffer>,
    lights: Frame['lights'],
  ): Promise<Outcome<ReturnType<typeof frameReadings>>> => {
    const { look, camera, ticket, against: held } = setting()
    const set = toRaw(ticket.set)
    const outcome = await reader.read('glance', set, { bytes, edits: [] })
    if (!outcome.ok) return outcome
    const { tags, reading } = outcome.value
    if (!held.layers || !reading.confidence.isSure)
      return err('No backdrop can be made out in the picture. Nothing was recorded.')
    const frame: Frame = {
      id: 'glance',
      lookId: look.id,
      at: new Date().toISOString(),
      name: 'glance',
      source: 'bench',
      by: reading.by,
      camera: takenWith(tags.exposure, camera),
      tags: keptTags(tags),
      lights,
      values: {},
      expected: {},
      black: reading.black,
      edits: [],
      note: '',
    }
    return ok(frameReadings(set, look, frame, reading.places, { layers: held.layers, room: held.room }))
  }

  /** Reads the chosen frame with other regions, and learns from it anew. */
  const mend = async (edits: readonly RegionEdit[]) => {
    const [ticket, held] = [studio.ticket(), planned()]
    const frame = chosen.value && { ...toRaw(chosen.value), edits: [...edits] }
    const read = frame && (await readAgain(frame))
    if (!frame || !read) return
    view.value = { id: frame.id, view: read, of: against(frame.edits) }
    ticket.commit('This region', set =>
      set.frames.some(({ id }) => id === frame.id) ? withFrame(set, frame, read, held) : set,
    )
  }

  /** Reads all frames of the look again, since what the camera makes of light is known better now. */
  const readAll = async () => {
    const [ticket, held] = [studio.ticket(), planned()]
    for (const frame of frames.value) {
      const read = await readAgain(toRaw(frame))
      if (read && !ticket.commit('Reading frames anew', set => withFrame(set, toRaw(frame), read, held)).ok) return
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

  /** The picture of a frame as a file: as it was brought, or as small as pictures are kept. */
  const savePicture = async (frame: Frame) => {
    const picture = await kept.library.picture(studio.document.id, frame.id)
    if (!picture) {
      failure.value = GONE
      return
    }
    const ending = ENDING.exec(frame.name)?.[0] ?? ''
    downloadBlob(
      new Blob([picture.bytes], { type: picture.type }),
      `${fileStem(frame.name.slice(0, frame.name.length - ending.length))}${ending.toLowerCase()}`,
    )
  }

  const remove = (id: string) => studio.edit(set => dropFrame(set, id))

  return {
    frames,
    chosen,
    chosenId,
    shown,
    isReading,
    progress,
    pixels,
    problem,
    isNearlyFull,
    laidAway,
    reader,
    bring,
    glance,
    mend,
    readAll,
    readAgain,
    show,
    savePicture,
    remove,
    setting,
  }
})
