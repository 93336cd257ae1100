import { createGlobalState } from '@vueuse/core'
import { useTether } from '~/shared/useTether'
import { useFrames } from '~/stores/frames'
import { useKit } from '~/stores/kit'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, ref, watch } from 'vue'
import { freshId } from '~/support/freshId'
import { fitBracket, type BracketFit } from '#core/camera/bracket'
import { exposureStops } from '#core/imaging/exposureTags'
import { parseReading } from '#wording/notation/reading'
import { editCamera } from '#core/edits/edits'
import { checkSet } from '#core/formats/setFile'
import type { CameraSetting, Frame } from '#core/model/schema'
import { formatAperture } from '#wording/notation/aperture'

/** One picture of a bracket: its card's value, and its exposure where the file names it. */
export type BracketPicture = { name: string; value: number; tags: Frame['tags']; typedStops: number | null }

const CARD_MIDDLE = 118

/** Stops that an exposure lies over another, light being the same. */
const stopsOver = (tags: NonNullable<Frame['tags']>, base: CameraSetting): number =>
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

  const addFiles = async (files: readonly File[]) => {
    problem.value = ''
    isBusy.value = true
    for (const file of files) await add(new Uint8Array(await file.arrayBuffer()), file.name)
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
  const steps = computed(() => {
    const { camera } = light
    if (!camera) return []
    const known = base.value ?? camera
    const raw = pictures.value.map(({ tags, typedStops }) => typedStops ?? (tags ? stopsOver(tags, known) : null))
    const nearest = pictures.value.reduce(
      (best, { value }, index) =>
        raw[index] !== null &&
        (best < 0 || Math.abs(value - CARD_MIDDLE) < Math.abs(pictures.value[best]!.value - CARD_MIDDLE))
          ? index
          : best,
      -1,
    )
    const shift = base.value || nearest < 0 ? 0 : raw[nearest]! + Math.log2(0.18 / cardReflectance.value)
    return pictures.value.map((picture, index) => ({
      ...picture,
      stops: raw[index] === null ? null : raw[index]! - shift,
    }))
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
    const next = { ...studio.document, camera: { ...studio.document.camera, response: found.response } }
    const sound = checkSet(next)
    if (!sound.ok) {
      problem.value = `This bracket cannot be used: ${sound.message} The curve is as it was.`
      return
    }
    studio.edit(set => editCamera(set, { response: found.response, lensLossStops: 0 }))
    const { kitId } = studio.document.camera
    const item = kit.kit.cameras.find(({ id }) => id === kitId)
    if (item)
      await kit.put('cameras', {
        ...item,
        what: { ...item.what, what: { ...item.what.what, response: found.response, lensLossStops: 0 } },
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

  return { pictures, steps, fit, base, metered, cardReflectance, isBusy, problem, said, add, addFiles, shoot, use }
})
