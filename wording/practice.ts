import type {
  Exercise,
  ChoiceExercise,
  Fault,
  Move,
  MovesExercise,
  NumberExercise,
  Offer,
  OrderExercise,
  PossibleReading,
  PracticeChange,
} from '#core/practice/exercise'
import type { OwnExercise } from '#core/practice/collection'
import type { Skill, Topic } from '#core/practice/skills'
import { lightDistance } from '#core/edits/distances'
import { luminance } from '#core/physics/units/rgb'
import { KEY_SIDE } from '#core/model/placeIds'
import type { StudioSet } from '#core/model/schema'
import { formatFNumber } from './notation/aperture'
import { formatDistance, type InLength, type LengthUnit } from './notation/distance'
import { formatPower } from './notation/power'
import { formatStops } from './notation/stops'
import { capital, counted, inSentence, listed } from './language'
import { stopWords } from './quantities'

/** What topics are called. */
export const TOPIC_NAMES: Record<Topic, string> = {
  tone: 'Tone',
  distance: 'Distance',
  size: 'Size of the source',
  backdrop: 'Backdrop',
  spill: 'Spill',
  ratio: 'Ratio',
  colour: 'Colour',
  metering: 'Metering',
  frames: 'Frames',
  day: 'Day',
}

/** What each exercise is called, and what it trains in a few words. */
export const SKILL_NAMES: Record<Skill, string> = {
  'value/pick': 'Pick the value',
  'value/apart': 'Stops between two greys',
  'sums/stops': 'F-numbers and stops',
  'sums/distance': 'Distance in stops',
  'sums/tape': 'Distance in feet and inches',
  'reading/open': 'Reading of a hard light',
  'change/distance': 'Key nearer or further',
  'reading/size': 'Reading close to a large source',
  'reading/backdrop': 'Key’s reading at the backdrop',
  'change/backdrop': 'Other paper, subject moved',
  'set-it/power': 'Set the backdrop',
  'even/two': 'Even with two lights',
  'even/three': 'Even with three lights',
  'reading/room': 'Reading with the room’s bounce',
  'change/spill': 'Grid, flag, feather, walls',
  'set-it/spill': 'Take the spill off',
  'ratio/meter': 'Ratio from readings',
  'ratio/eye': 'Ratio by eye',
  'ratio/cost': 'What a fill costs',
  'sums/add': 'Lights that add',
  'sums/mired': 'Mireds',
  'change/gel': 'Gel on the backdrop lights',
  'change/camera': 'ISO and power, camera re-set',
  'fault/one': 'Find the fault',
  'fault/two': 'Find two faults',
  'value/frame': 'Value in a frame',
  'value/clipped': 'Clipped or held',
  'frame/key': 'Where the key stands',
  'frame/lights': 'Which lights made it',
  'day/order': 'Order of five looks',
}

const POINTS: Record<string, string> = {
  'subject/key-side': 'the subject’s key side',
  'backdrop/middle': 'the backdrop’s middle',
  'backdrop/beside': 'the backdrop beside the subject, at the ring',
  'backdrop/left': 'the backdrop’s left',
  'backdrop/right': 'the backdrop’s right',
  'subject/hair': 'the subject’s hair',
  'subject/lit-cheek': 'the lit cheek',
  'subject/shadow-side': 'the shadow side',
  'floor/feet': 'the floor at the feet',
}
/** A place in the middle of a sentence. */
const placeWords = (pointId: string): string => POINTS[pointId] ?? pointId.replace(/^own\//, '')

const percent = (share: number): string => `${Math.round(share * 100)} %`
/** A colour temperature to the nearest ten. */
export const kelvinWords = (value: number): string => `${Math.round(value / 10) * 10} K`
const f = (fNumber: number): string => formatFNumber(fNumber)
const thirds = (stops: number): string => {
  const isThird = Math.abs(stops * 3 - Math.round(stops * 3)) < 1e-3
  return formatStops(stops, isThird ? 'thirds' : 'tenths')
}

const changeAsked = (change: PracticeChange, inLength: InLength): string => {
  switch (change.kind) {
    case 'key-distance':
      return `The key goes from ${inLength(change.fromM)} to ${inLength(change.toM)} from the subject.`
    case 'sitter':
      return `Subject, key and camera go ${inLength(Math.abs(change.byM))} ${change.byM > 0 ? 'away from' : 'toward'} the backdrop together.`
    case 'paper':
      return `The backdrop of reflectance ${percent(change.from)} is changed for one of ${percent(change.to)}.`
    case 'flag':
      return 'A black flag is stood between key and backdrop, clear of the subject.'
    case 'feather':
      return `The key is feathered ${Math.abs(change.byDeg)}° away from the backdrop, its place kept.`
    case 'grid':
      return 'A grid goes on the key.'
    case 'walls':
      return `Walls and ceiling are painted: reflectance ${percent(change.from)} to ${percent(change.to)}.`
    case 'iso':
      return `ISO goes up by ${stopWords(change.stops)}.`
    case 'power':
      return `The ${change.of === 'key' ? 'key' : 'backdrop lights’'} power goes ${change.stops > 0 ? 'up' : 'down'} by ${thirds(Math.abs(change.stops)).replace('+', '')} stop.`
    case 'gel':
      return `The backdrop lights get the gel ${change.name}.`
  }
}

const distanceAsked = (
  { fromM, toM, powerStops }: { fromM: number; toM: number; powerStops: number },
  inLength: InLength,
): string => {
  const moved = `A light goes from ${inLength(fromM)} to ${inLength(toM)} from what it lights`
  return powerStops === 0
    ? `${moved}. By how many stops does its light there change?`
    : `${moved}, and its power changes by ${thirds(powerStops)} stop. By how many stops does its light there change?`
}

/** What is asked, in words; lengths in the reader's unit, or in feet where the exercise is about feet. */
const questionWords = ({ question }: NumberExercise, unit: LengthUnit): string => {
  const inLength: InLength = metres => formatDistance(metres, unit)
  const inFeet = (isFeet: boolean): InLength => (isFeet ? metres => formatDistance(metres, 'imperial') : inLength)
  switch (question.ask) {
    case 'apart':
      return 'How many stops of light lie between these two greys?'
    case 'frame-value':
      return `What is the pixel value at ${placeWords(question.pointId)}?`
    case 'stopped':
      return question.isoFrom
        ? `The meter says ${f(question.fNumber)} at ISO ${Math.round(question.isoFrom)}. The light changes by ${thirds(question.stops)} stop, and the camera goes to ISO ${Math.round(question.isoTo!)}. Which aperture?`
        : `The meter says ${f(question.fNumber)}. The light changes by ${thirds(question.stops)} stop. What does it say now?`
    case 'between':
      return `How many stops are ${f(question.to)} over ${f(question.from)}?`
    case 'distance':
      return distanceAsked(question, inFeet(question.isFeet))
    case 'distance-for':
      return `A light stands ${inFeet(question.isFeet)(question.fromM)} from what it lights. How far away must it stand for ${thirds(question.stops)} stop?`
    case 'add':
      return `${counted(question.fNumbers.length, 'light')} read ${listed(question.fNumbers.map(f))} alone. What do they read together?`
    case 'mired':
      return `The lamp burns at ${kelvinWords(question.lampK)}, the camera is balanced to ${kelvinWords(question.cameraK)}. By how many mireds is the light warm (+) or cool (−)?`
    case 'gelled':
      return `A lamp of ${kelvinWords(question.lampK)} gets ${listed(question.gelMireds.map(one => `a gel of ${signedWords(one)} mired`))}. What colour temperature comes out?`
    case 'reading':
      return `On its axis in the open, ${inLength(question.open.atM)} away, the light reads ${f(question.open.fNumber)}. Here it is ${inLength(question.distanceM)} from ${placeWords(question.pointId)}. What does the meter show there?`
    case 'change':
      return `${changeAsked(question.change, inLength)} The camera is set to the key again. By how many stops does the backdrop change in the picture?`
    case 'ratio-eye':
      return 'What is the ratio of the lit cheek to the shadow side?'
    case 'ratio-readings':
      return `The lit cheek reads ${f(question.lit)}, the shadow side ${f(question.shadow)}. What is the ratio?`
    case 'ratio-parts':
      return `Key alone: ${f(question.key[0])} on the lit cheek, ${f(question.key[1])} on the shadow side. Fill alone: ${f(question.fill[0])} and ${f(question.fill[1])}. What is the ratio with both on?`
    case 'ratio-cost':
      return `The key was metered alone. A fill brings the face to ${Number(question.ratio.toFixed(1))}:1. By how many stops does the key side’s reading go up?`
  }
}

/** A whole figure with its sign. */
export const signedWords = (value: number): string => `${value < 0 ? '−' : '+'}${Math.abs(Math.round(value))}`

/** What is to be chosen. */
const choiceWords = ({ question }: ChoiceExercise): string =>
  question.ask === 'pick'
    ? `Which patch is ${question.value}?`
    : 'White backdrop: is it clipped, does it hold detail, or is it grey?'

/** What a white backdrop can be. */
export const CLIP_NAMES = { clipped: 'Clipped', held: 'Holds detail', grey: 'Grey, under 235' } as const

const lightName = (set: StudioSet, id: string): string => {
  const light = set.lights.find(one => one.id === id)
  return light ? `${light.job === 'key' ? 'key' : `${light.job} light`} ${light.name}` : id
}

const featherWords = ({ featherPanDeg, featherTiltDeg }: StudioSet['lights'][number]['aim']): string[] => [
  ...(Math.abs(featherPanDeg) >= 1
    ? [`feathered ${Math.abs(Math.round(featherPanDeg))}° to its ${featherPanDeg > 0 ? 'right' : 'left'}`]
    : []),
  ...(Math.abs(featherTiltDeg) >= 1
    ? [`tilted ${Math.abs(Math.round(featherTiltDeg))}° ${featherTiltDeg > 0 ? 'up' : 'down'}`]
    : []),
]

/** What a plan does not show: room, surfaces, and what each light is. */
export const setLines = (set: StudioSet, inLength: InLength, sized: (name: string) => string): string[] => {
  const { widthM, depthM, heightM, reflectances } = set.room
  const share = (rgb: StudioSet['backdrop']['reflectance']) => percent(luminance(rgb))
  return [
    `Room ${inLength(widthM)} wide, ${inLength(depthM)} deep, ${inLength(heightM)} high; walls ${share(reflectances.left)}, ceiling ${share(reflectances.ceiling)}, floor ${share(reflectances.floor)}`,
    `${sized(set.backdrop.name)}, reflectance ${share(set.backdrop.reflectance)}, ${inLength(set.subjects[0]!.place.yM)} behind the subject`,
    ...set.lights.map(light =>
      capital(
        [
          `${lightName(set, light.id)}: ${inSentence(sized(light.modifier.name))}`,
          `${inLength(lightDistance(light, set).lengthM)} from what it is aimed at`,
          ...featherWords(light.aim),
          ...(light.gel ? [`gel ${light.gel.name}`] : []),
        ].join(', '),
      ),
    ),
  ]
}

/** Something that may be wrong in a hall, in words. */
export const faultWords = (set: StudioSet, faults: readonly Fault[]): string =>
  listed(
    faults.map(fault => {
      switch (fault.kind) {
        case 'lamp-low':
          return `${lightName(set, fault.lightId)} gives ${stopWords(fault.stops)} less than its control says`
        case 'left-on':
          return `${lightName(set, fault.lightId)} was left on while others were read alone`
        case 'meter-iso':
          return `the meter’s ISO is ${stopWords(Math.abs(fault.stops))} too ${fault.stops > 0 ? 'high' : 'low'}`
        case 'camera-iso':
          return `the camera’s ISO is ${stopWords(Math.abs(fault.stops))} too ${fault.stops > 0 ? 'high' : 'low'}`
        case 'receptor-turned':
          return 'the dome looked at the camera instead of the key'
        case 'paper-greyed':
          return `the paper has greyed to ${percent(fault.share)} of what it was`
        case 'walls-changed':
          return `the walls are ${fault.reflectance < 0.3 ? 'black' : 'white'} now`
        case 'gel-faded':
          return `the gel on ${lightName(set, fault.lightId)} has faded`
        case 'leaf-shut':
          return `a leaf on ${lightName(set, fault.lightId)} is shut`
      }
    }),
  )

/** Something that can be read in a hall. */
export const possibleReadingWords = (set: StudioSet, { pointId, lightIds, by }: PossibleReading): string => {
  const all = lightIds.length === set.lights.length
  if (by === 'frame')
    return pointId === KEY_SIDE ? 'Frame, a grey card at the key side' : `Frame, ${placeWords(pointId)}`
  const some = lightIds.length === 0 ? 'all off' : `${listed(lightIds.map(id => lightName(set, id)))} alone`
  return `${by === 'spot' ? 'Spot meter on' : 'At'} ${placeWords(pointId)}, ${all ? 'all on' : some}`
}

const OFFERS: Record<string, string> = {
  'key-nearer': 'Key a quarter nearer',
  'key-further': 'Key a third further away',
  'sitter-forward': 'Subject, key and camera 0.5 m away from the backdrop',
  'sitter-back': 'Subject, key and camera 0.5 m toward the backdrop',
  grid: 'Grid on the key',
  flag: 'Flag between key and backdrop',
  'left-turn-right': 'Turn the left backdrop light 35° right',
  'left-turn-left': 'Turn the left backdrop light 35° left',
  'left-forward': 'Left backdrop light 0.4 m away from the backdrop',
  'left-back': 'Left backdrop light 0.4 m toward the backdrop',
  'right-turn-right': 'Turn the right backdrop light 35° right',
  'right-turn-left': 'Turn the right backdrop light 35° left',
  'right-forward': 'Right backdrop light 0.4 m away from the backdrop',
  'right-back': 'Right backdrop light 0.4 m toward the backdrop',
}

/** Something that may be done in an exercise. */
export const offerWords = (set: StudioSet, offer: Offer): string =>
  offer.kind === 'power' ? `Power of ${lightName(set, offer.lightId)}` : (OFFERS[offer.id] ?? offer.id)

/** What of somebody's own set is asked. */
export const OWN_ASK_NAMES: Record<OwnExercise['ask'], string> = {
  reading: 'What the meter shows',
  value: 'Value beside the subject',
  'set-it': 'Set the backdrop',
  fault: 'Find a hidden fault',
}

/** Something that was done in an exercise. */
export const moveWords = ({ set, offers }: MovesExercise, { offer: at, powerStops, isOn }: Move): string => {
  const offer = offers[at]!
  const words = offerWords(set, offer)
  if (offer.kind !== 'power') return words
  if (isOn === false) return `${words}: off`
  const { lamp } = set.lights.find(({ id }) => id === offer.lightId)!
  return `${words}: ${formatPower(powerStops!, { clickStops: lamp.clickStops, kind: lamp.kind })}`
}

/** What is to be reached. */
const goalWords = ({ goal, set, lookId }: MovesExercise): string => {
  const look = set.looks.find(({ id }) => id === lookId)!
  if (goal === 'even') {
    const area = look.areas[0]
    return `Bring the backdrop within ${area?.kind === 'even' ? stopWords(area.withinStops) : 'its tolerance'} from its lightest to its darkest part, in as few minutes as you can.`
  }
  const target = look.targets['backdrop/middle']
  return `Bring the backdrop’s middle to ${target?.kind === 'value' ? Math.round(target.value) : 'its target'}, within 0.2 stop, in as few minutes as you can. The camera follows the key.`
}

/** How a set stands in an exercise. */
export const standWords = ({ goal }: Pick<MovesExercise, 'goal'>, missStops: number): string => {
  if (goal === 'even') return missStops <= 1e-6 ? 'Even enough' : `${stopWords(missStops)} too uneven`
  return Math.abs(missStops) <= 0.2
    ? 'On target'
    : `${stopWords(Math.abs(missStops))} too ${missStops > 0 ? 'bright' : 'dark'}`
}

/** A look of a day by what it has. */
export const traitWords = (
  { value, paper, keyM, isGelled, lights }: OrderExercise['traits'][number],
  inLength: InLength,
): string =>
  listed([
    `${paper.toLowerCase()} at ${value}`,
    `key at ${inLength(keyM)}`,
    ...(lights > 1
      ? [`${counted(lights - 1, isGelled ? 'gelled backdrop light' : 'backdrop light')}`]
      : ['no backdrop light']),
  ])

/** A condition on the order. */
export const ruleWords = (names: readonly string[], rule: OrderExercise['conditions'][number]): string =>
  rule.kind === 'first' ? `${names[rule.look]} comes first` : `${names[rule.look]} comes before ${names[rule.other]}`

/** What an exercise asks, whatever its form. */
export const askedWords = (exercise: Exercise, unit: LengthUnit): string => {
  switch (exercise.answer) {
    case 'number':
      return questionWords(exercise, unit)
    case 'choice':
      return choiceWords(exercise)
    case 'order':
      return 'Put the looks into the order that takes the fewest minutes between them.'
    case 'moves':
      return goalWords(exercise)
    case 'fault':
      return 'One of these is so in this hall. Each reading costs minutes. Which is it?'
    case 'placing':
      return `${exercise.skill === 'frame/lights' ? 'Which lights made this picture?' : 'Where does the key stand that made this picture?'} What is not asked is set already.`
  }
}
