import type { HeldAt, MeterPoint, PointedWay } from '#core/evaluation/probes/points'
import type { MeterStep } from '#core/metering/step'
import { BACKDROP_PLACES } from '#core/model/placeIds'
import type { Hold, Light, Reading } from '#core/model/schema'
import { inSentence } from './language'

const RECEPTORS: Record<Hold['receptor'], string> = { flat: 'flat disc', dome: 'dome', retracted: 'dome drawn in' }

const WAYS: Record<Exclude<PointedWay, 'key' | 'as-planned'>, string> = {
  camera: 'toward the camera',
  between: 'half way between key and camera',
  'lit-cheek': 'along the lit cheek',
  'skin-lit': 'looking as the skin does, your hand out of the light',
  'skin-shadow': 'looking as the skin does, in the shadow of the head',
  'up-back': 'up and back, away from the camera',
  up: 'up',
  panel: 'toward the panel',
  square: 'square to the curve',
  backdrop: 'toward the backdrop',
}

/** What the meter points at, and how its receptor is: `dome toward the camera`; empty where nobody holds it. */
export const pointedWords = ({ pointed }: Pick<MeterPoint, 'pointed'>): string => {
  if (!pointed) return ''
  const { receptor, way, key } = pointed
  if (way === 'as-planned') return 'as planned'
  return `${RECEPTORS[receptor]} ${way === 'key' ? `toward the key (${key})` : WAYS[way]}`
}

const SIDES: Readonly<Record<string, string>> = Object.fromEntries(
  BACKDROP_PLACES.map(({ id, across }) => [id, ['left', 'middle', 'right'][across + 1]!]),
)

const HELD: Record<Exclude<HeldAt, 'backdrop-at-head'>, string> = {
  cheek: 'at the subject’s cheek',
  'lit-cheek': 'on the cheek that the key lights',
  'other-cheek': 'on the other cheek',
  crown: 'over the subject’s crown',
  'back-of-head': 'behind the subject’s head',
  'floor-before-feet': 'on the floor before the feet',
  backdrop: 'against the backdrop',
  cove: 'on the cove',
  floor: 'on the floor',
  'own-place': 'at its place',
  picture: 'in the picture',
}

/** Where the meter is held: `against the backdrop, left, head height`; empty where nobody holds it. */
export const heldWords = ({ id, name, heldAt }: Pick<MeterPoint, 'id' | 'name' | 'heldAt'>): string => {
  if (heldAt === null) return ''
  return heldAt === 'backdrop-at-head' ? `against the backdrop, ${SIDES[id] ?? name}, head height` : HELD[heldAt]
}

/** What a reading was taken toward, as it was told then; of a picture that it was read in it. */
export const directionWords = ({ direction, meter }: Pick<Reading, 'direction' | 'meter'>): string =>
  direction === '' && meter === 'frame' ? HELD.picture : direction

/** What is to be read, as a title: `B alone`, `All together`. */
export const stepTitle = (step: MeterStep, lights: readonly Light[]): string => {
  switch (step.kind) {
    case 'ambient':
      return 'Room light'
    case 'alone':
      return `${lights.find(light => light.id === step.lightIds[0])?.name ?? 'Light'} alone`
    case 'spill':
      return 'Backdrop lights only'
    case 'together':
    case 'even':
      return 'All together'
  }
}

/** The name of a place inside a sentence: what the user named keeps its letters. */
const placeInSentence = ({ name, surface }: Pick<MeterPoint, 'name' | 'surface'>): string =>
  surface === 'own' ? name : inSentence(name)

/** The same step in a list, with its place. */
export const stepName = (step: MeterStep, lights: readonly Light[], point: MeterPoint | undefined): string =>
  step.kind === 'together' ? `All, ${point ? placeInSentence(point) : ''}` : stepTitle(step, lights)

/** Which lamps to switch on and off. */
export const lampWords = (step: MeterStep, inUse: readonly Light[]): string => {
  const names = (lights: readonly Light[]) => lights.map(light => light.name).join(', ')
  const [on, off] = [
    inUse.filter(({ id }) => step.lightIds.includes(id)),
    inUse.filter(({ id }) => !step.lightIds.includes(id)),
  ]
  if (on.length === 0) return 'All lamps off'
  return off.length === 0 ? 'All lamps on' : `${names(on)} on, ${names(off)} off`
}

/** Where to hold the meter, and which way. */
export const whereWords = ({ kind }: Pick<MeterStep, 'kind'>, point: MeterPoint): string =>
  kind === 'ambient'
    ? `Hold the meter at the subject, in ambient mode, ${pointedWords(point)}, all lamps off.`
    : `Hold the meter ${heldWords(point)}, ${pointedWords(point)}.`

/** A spoken prompt: what to switch, where to hold the meter, what it should show. Part-stops are said, not signs. */
export const spokenPrompt = (
  step: MeterStep,
  inUse: readonly Light[],
  point: MeterPoint,
  expected: string | undefined,
): string => {
  const said = expected?.replace(/^f\//, 'f ').replace(/ \+0\.(\d)/, ' and $1 tenths')
  return `${lampWords(step, inUse)}. Meter ${heldWords(point)}, ${pointedWords(point)}.${said ? ` Expect ${said}.` : ''}`
}
