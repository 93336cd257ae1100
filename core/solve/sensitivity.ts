import { applyChange } from '../changes/apply'
import { lightingSolver, withoutLampBodies } from '../evaluation/lightingSolver'
import { BACKDROP_MIDDLE, KEY_SIDE } from '../model/placeIds'
import { meterPoints } from '../evaluation/probes/points'
import { thingOf } from '../edits/things'
import type { StudioSet } from '../model/schema'
import { calibratedLighting } from '../evaluation/calibratedLighting'
import { evaluate } from '../evaluation/evaluation'
import { goOn, type Listening, type Situation } from './situation'
import { QUALITY } from '../physics/transport/stage'
import { SLIP_M, SLIP_DEG, STRETCH } from './thresholds'

/** What a slip of one thing in one direction does to the readings, stops. */
export type Slip = {
  id: string
  name: string
  way: 'depth' | 'across' | 'height' | 'turn'
  subject: number
  /** Against the subject's exposure, as the picture shows it. */
  backdrop: number
  /** From the lightest to the darkest of left, middle and right. */
  evenness: number
}

type State = { subject: number; backdrop: number; spread: number }

/**
 * What slips of 5 cm or 5 degrees of each light, and of the sitter, do to subject and backdrop; the worst first.
 * By central differences of the whole light, bounce included, without what the lamps' housings hide, at the powers
 * and the camera setting of the look.
 */
export const sensitivity = async (
  { set, look, camera, learned }: Situation,
  { report, pause = goOn }: Listening = {},
): Promise<Slip[] | undefined> => {
  const solver = lightingSolver(QUALITY, meterPoints)
  const stateOf = async (moved: StudioSet): Promise<State | undefined> => {
    const solved = await solver(withoutLampBodies(moved), { pause })
    if (!solved) return undefined
    const { at, readouts } = evaluate(moved, look, calibratedLighting(moved, solved.layers, learned), camera)
    const drop = readouts.filter(({ point }) => point.surface === 'backdrop').map(({ stops }) => stops)
    return {
      subject: at(KEY_SIDE).stops,
      backdrop: at(BACKDROP_MIDDLE).stops - at(KEY_SIDE).stops,
      spread: Math.max(...drop) - Math.min(...drop),
    }
  }
  // A slip asks no lock.
  const free = { ...set, locked: [] }
  const shifted = (id: string, along: 'xM' | 'yM' | 'zM') => (sign: number) => {
    const { place } = thingOf(set, id)!
    return applyChange(free, {
      kind: 'place',
      id,
      place: { ...place, [along]: place[along] + sign * STRETCH * SLIP_M },
    })
  }
  const turned = (id: string) => (sign: number) =>
    applyChange(free, { kind: 'swing', id, byDeg: sign * STRETCH * SLIP_DEG })
  const lit = set.lights.filter(light => look.lights[light.id]?.on)
  const tries: { id: string; name: string; way: Slip['way']; at: (sign: number) => StudioSet }[] = [
    ...lit.flatMap(({ id, name }) => [
      { id, name, way: 'depth' as const, at: shifted(id, 'yM') },
      { id, name, way: 'across' as const, at: shifted(id, 'xM') },
      { id, name, way: 'height' as const, at: shifted(id, 'zM') },
      { id, name, way: 'turn' as const, at: turned(id) },
    ]),
    ...set.subjects.slice(0, 1).flatMap(({ id, name }) => [
      { id, name, way: 'depth' as const, at: shifted(id, 'yM') },
      { id, name, way: 'across' as const, at: shifted(id, 'xM') },
    ]),
  ]
  const slips: Slip[] = []
  for (const [index, { at, ...slip }] of tries.entries()) {
    const [before, after] = [await stateOf(at(-1)), await stateOf(at(1))]
    if (!before || !after) return undefined
    const by = (of: keyof State) => (after[of] - before[of]) / (2 * STRETCH)
    slips.push({ ...slip, subject: by('subject'), backdrop: by('backdrop'), evenness: by('spread') })
    report?.((index + 1) / tries.length)
  }
  return slips.sort((a, b) => worstSlip(b) - worstSlip(a))
}

/** Stops of the worst of what a slip does. */
export const worstSlip = ({ subject, backdrop, evenness }: Slip): number =>
  Math.max(Math.abs(subject), Math.abs(backdrop), Math.abs(evenness))
