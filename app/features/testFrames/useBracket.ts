import { createGlobalState } from '@vueuse/core'
import { useTether } from '~/shared/useTether'
import { useFrames } from '~/stores/frames'
import { useKit } from '~/stores/kit'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { isOneShot, shotsOf } from './shots'
import { computed, ref, toRaw, watch } from 'vue'
import { freshId } from '~/support/freshId'
import { fitBracket, type BracketFit } from '#core/camera/bracket'
import { exposureStops } from '#core/imaging/exposureTags'
import { parseReading } from '#wording/notation/reading'
import { editCamera } from '#core/edits/edits'
import { checkSet } from '#core/formats/setFile'
import type { ExposureTags } from '#core/imaging/exposureTags'
import type { CameraSetting } from '#core/model/schema'
import { formatAperture } from '#wording/notation/aperture'
import { unreadTold } from '#wording/refusals/told'

/** One picture of a bracket: its card's value, and its exposure where the file names it. */
export type BracketPicture = {
  name: string
  value: number
  tags: ExposureTags | null
  typedStops: number | null
  isOfPair?: boolean
}

const CARD_MIDDLE = 118

/** Stops that an exposure lies over another, light being the same. */
const stopsOver = (tags: ExposureTags, base: CameraSetting): number =>
  exposureStops({
    fNumber: tags.fNumber ?? base.fNumber,
    shutterS: tags.shutterS ?? base.shutterS,
    iso: tags.iso ?? base.iso,
  }) - exposureStops(base)

/** A bracket of one card: taken in, laid out in stops, fitted, and used. */
export const useBracket = createGlobalState(() => {
  const studio = useStudio()
  const light = useLight()
  const frames = useFrames()
  const kit = useKit()
  const tether = useTether()
  const pictures = ref<BracketPicture[]>([])
  const problem = ref('')
  const said = ref('')
  const cardReflectance = ref(0.18)
  /** What the meter read at the card; empty where there is no meter. */
  const metered = ref('')
  const isBusy = ref(false)

  const add = async (bytes: Uint8Array<ArrayBuffer>, name: string) => {
    const outcome = await frames.reader.card(bytes)
    if (outcome.ok)
      pictures.value.push({ name, value: outcome.value.value, tags: outcome.value.tags.exposure, typedStops: null })
    else problem.value = `${name}: ${outcome.message}`
  }

  const bytesOf = async (file: File) => new Uint8Array(await file.arrayBuffer())

  /** One shot as raw file and picture stands for a whole bracket: light and value of every place in it. */
  const addPair = async (raw: File, picture: File) => {
    const outcome = await frames.reader.pair(toRaw(studio.document), await bytesOf(raw), await bytesOf(picture))
    if (!outcome.ok) {
      problem.value = `${raw.name} and ${picture.name}: ${outcome.message}`
      return
    }
    cardReflectance.value = 0.18
    metered.value = ''
    pictures.value = outcome.value.map(({ stops, value }) => ({
      name: raw.name,
      value,
      tags: null,
      typedStops: stops,
      isOfPair: true,
    }))
  }

  const addFiles = async (files: readonly File[]) => {
    problem.value = ''
    isBusy.value = true
    const { shots, beside } = shotsOf(files)
    const [picture] = beside
    const raw = picture && shots.find(shot => isOneShot(shot, picture))
    if (raw) await addPair(raw, picture)
    else for (const file of files) await add(await bytesOf(file), file.name)
    isBusy.value = false
  }

  /** The bench shoots one: the card is metered at the camera's setting. */
  const shoot = async () => {
    problem.value = ''
    pictures.value = []
    isBusy.value = true
    const outcome = await tether.shoot('bracket', add)
    if (!outcome.ok) problem.value = outcome.message
    else if (light.camera) metered.value = formatAperture(light.camera.fNumber)
    isBusy.value = false
  }

  /** The exposure that the meter asked for at the card. */
  const base = computed((): CameraSetting | undefined => {
    const { camera } = light
    if (!camera || metered.value.trim() === '') return undefined
    const read = parseReading(metered.value, {
      ...camera,
      cameraFNumber: camera.fNumber,
      constant: studio.document.meter.flatConstant,
    })
    return read.ok ? { ...camera, fNumber: read.value } : undefined
  })

  /**
   * Stops of each picture over what was metered; without a meter, over the picture that renders the card nearest to
   * mid grey.
   */
  const taken = computed(() => {
    const known = base.value ?? light.camera
    return pictures.value.map(({ tags, typedStops }) => typedStops ?? (tags && known ? stopsOver(tags, known) : null))
  })
  /** Where mid grey lies in them, as far as it is not metered. */
  const shift = computed(() => {
    const raw = taken.value
    const nearest = pictures.value.reduce(
      (best, { value }, index) =>
        raw[index] !== null &&
        (best < 0 || Math.abs(value - CARD_MIDDLE) < Math.abs(pictures.value[best]!.value - CARD_MIDDLE))
          ? index
          : best,
      -1,
    )
    return base.value || nearest < 0 ? 0 : raw[nearest]! + Math.log2(0.18 / cardReflectance.value)
  })
  const steps = computed(() =>
    pictures.value.map((picture, index) => {
      const stops = taken.value[index] ?? null
      return { ...picture, stops: stops === null ? null : stops - shift.value }
    }),
  )
  /** Where the end of the sensor lies by a pair; its own where there is none. */
  const isOfPair = computed(() => pictures.value.some(picture => picture.isOfPair))
  const headroom = computed(() => {
    const { sensorHeadroomStops, lensLossStops } = studio.document.camera
    return isOfPair.value ? sensorHeadroomStops + lensLossStops - shift.value : sensorHeadroomStops
  })

  const fit = computed((): BracketFit | undefined =>
    fitBracket(
      steps.value.filter((step): step is typeof step & { stops: number } => step.stops !== null),
      cardReflectance.value,
    ),
  )

  /** The set's camera takes the curve, every frame is read anew through it, and the kit's camera remembers it. */
  const use = async () => {
    const { value: found } = fit
    if (!found) return
    const learned = { response: found.response, lensLossStops: 0, sensorHeadroomStops: headroom.value }
    const next = { ...studio.document, camera: { ...studio.document.camera, ...learned } }
    const sound = unreadTold(checkSet(next), 'set')
    if (!sound.ok) {
      problem.value = `This bracket cannot be used: ${sound.message} The curve is as it was.`
      return
    }
    studio.edit(set => editCamera(set, learned))
    const { kitId } = studio.document.camera
    const item = kit.kit.cameras.find(({ id }) => id === kitId)
    if (item)
      await kit.put('cameras', {
        ...item,
        what: { ...item.what, what: { ...item.what.what, ...learned } },
      })
    else {
      const { place: _place, aimHeightM: _aim, whiteBalanceK: _white, ...what } = studio.document.camera
      const id = `camera-${freshId(8)}`
      await kit.put('cameras', {
        id,
        count: 1,
        notes: 'Response from a bracket.',
        what: { name: 'Camera with its own curve', what: { ...what, kitId: null } },
      })
      studio.edit(set => editCamera(set, { kitId: id }))
    }
    await frames.readAll()
    said.value = 'The curve is in use, and saved with the camera in your kit. Frames that are here were read anew.'
  }

  watch(
    pictures,
    () => {
      said.value = ''
    },
    { deep: true },
  )

  return {
    pictures,
    isOfPair,
    steps,
    fit,
    base,
    metered,
    cardReflectance,
    isBusy,
    problem,
    said,
    add,
    addFiles,
    shoot,
    use,
  }
})
