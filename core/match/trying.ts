import { applyChange } from '../changes/apply'
import type { Change } from '../changes/change'
import { hideBehind, isMeantToHide, slideOut } from '../checks/inFrame'
import { NOTHING_LEARNED } from '../calibration/calibration'
import { calibratedLighting } from '../evaluation/calibratedLighting'
import { evaluate, type Evaluation } from '../evaluation/evaluation'
import { lightingSolver, withoutLampBodies, type SolvedSet } from '../evaluation/lightingSolver'
import { changeSettings, turnedBy } from '../edits/edits'
import { isEqual } from '../edits/patch'
import { placeThing } from '../edits/things'
import type { CameraSetting, LightSetting, Look, Place, StudioSet } from '../model/schema'
import { DRAFT_QUALITY, QUALITY } from '../physics/transport/stage'
import { frameIntrusions, HIDDEN } from '../render/frameIntrusions'
import { HANGS_UNDER_M } from '../scene/stands'
import { solveLook } from '../solve/lookPowers'
import { validationErrors } from '../validation/validation'
import { buildMatch, isWideOpen, openedBy, type Built, type Design } from './build'
import { characterOf, characterPoints, edgeLight, type Character } from './character'
import { costOf, deviationsOf, type Deviation } from './deviations'
import type { MatchQuestion } from './question'
import { wantedOf } from './wanted'
import { IN_FRAME, TRYING_TROUBLE, TRYING_ROUNDS, SHORT_STOPS, SURELY_M } from './thresholds'

/** A way that was tried: what it is, and how near it comes. */
export type Tried = {
  design: Design
  built: Built
  set: StudioSet
  settings: Readonly<Record<string, LightSetting>>
  camera: CameraSetting
  solved: SolvedSet
  evaluation: Evaluation
  character: Character
  deviations: Deviation[]
  inFrame: string[]
  cost: number
}

const trouble = ({ help }: Design, { keyFit, isOtherBackdrop }: Built): number =>
  (isOtherBackdrop ? TRYING_TROUBLE.backdrop : 0) +
  (help === 'none' ? 0 : TRYING_TROUBLE.help) +
  TRYING_TROUBLE.unlike * Math.min(10, keyFit?.unlike ?? 0)

/** Works out the light of a set; undefined where it was called off. */
export type Solve = (set: StudioSet) => Promise<SolvedSet | undefined>

const edgeIds = ({ lights }: StudioSet): string[] =>
  lights.filter(({ job }) => job === 'edge' || job === 'hair').map(({ id }) => id)

/**
 * The lights from behind turned alike until they give what is wanted where most is wanted: what falls on hair and
 * shoulders from elsewhere is not theirs, so that no target of a place says it.
 */
const edgesTurned = (evaluation: Evaluation, wanted: NonNullable<Character['edge']>): Evaluation => {
  const { set, look } = evaluation
  const ids = edgeIds(set)
  const lit = evaluation.under({
    ...look.lights,
    ...Object.fromEntries(ids.map(id => [id, { ...look.lights[id]!, on: true }])),
  })
  const is = edgeLight(lit)
  if (!is) return evaluation
  const places = ['hairStops', 'leftStops', 'rightStops'] as const
  const most = places.reduce((best, place) => (wanted[place] > wanted[best] ? place : best))
  const byStops = wanted[most] - is[most]
  return lit.under({
    ...lit.look.lights,
    ...Object.fromEntries(
      set.lights
        .filter(({ id }) => ids.includes(id))
        .map(light => [light.id, turnedBy(light, lit.look.lights[light.id]!, byStops)]),
    ),
  })
}

/** The powers and the camera setting that bring a set nearest to a character. */
const settled = (
  set: StudioSet,
  look: Look,
  from: CameraSetting,
  { solved, edge }: { solved: SolvedSet; edge: Character['edge'] },
): { settings: Readonly<Record<string, LightSetting>>; evaluation: Evaluation } => {
  const lighting = calibratedLighting(set, solved.layers, NOTHING_LEARNED)
  let camera = from
  let best: { evaluation: Evaluation; settings: Readonly<Record<string, LightSetting>>; cost: number } | undefined
  for (let round = 0; round < TRYING_ROUNDS; round++) {
    const evaluation = edge
      ? edgesTurned(evaluate(set, look, lighting, camera), edge)
      : evaluate(set, look, lighting, camera)
    const { settings, cost, misses } = solveLook(evaluation, { fixedIds: edge ? edgeIds(set) : [] })
    if (!best || cost < best.cost - 1e-6) best = { evaluation: evaluation.under(settings), settings, cost }
    const isSpent = set.lights.some(({ id, lamp }) => settings[id]?.on && settings[id]!.powerStops > -lamp.clickStops)
    const short = Math.max(
      0,
      ...misses.filter(({ of, isHard }) => of.kind === 'point' && isHard).map(({ stops }) => -stops),
    )
    if (!isSpent || short < SHORT_STOPS || isWideOpen(set, camera)) break
    camera = openedBy(set, camera, Math.ceil(3 * Math.min(short, 4)) / 3)
  }
  return best!
}

type Put = (set: StudioSet, id: string) => Place | undefined

const hungUp: Put = (set, id) => {
  const light = set.lights.find(one => one.id === id)
  return light && { ...light.place, zM: set.room.heightM - HANGS_UNDER_M + SURELY_M }
}
const hiddenBehind: Put = (set, id) => {
  const light = set.lights.find(one => one.id === id)
  return light && isMeantToHide(set, light) ? hideBehind(set, light) : undefined
}
const putAside: Put = (set, id) => slideOut(set, id)

/** What was tried so far. */
export class Search {
  readonly found: Tried[] = []
  isCalledOff = false
  tried = 0

  constructor(
    private readonly question: MatchQuestion,
    private readonly pause: () => Promise<boolean>,
    private readonly tell: (found: readonly Tried[], tried: number) => void,
  ) {}

  private async judged(design: Design, built: Built, set: StudioSet, solve: Solve): Promise<Tried | undefined> {
    if (this.isCalledOff) return undefined
    const { character: wanted, asked } = this.question
    const look: Look = { ...built.look, lights: set.looks[0]!.lights, ...wantedOf(set, built.look, this.question) }
    const asking = { ...set, looks: [look] }
    const solved = await solve(asking)
    if (!solved) {
      this.isCalledOff = true
      return undefined
    }
    const { settings, evaluation } = settled(asking, look, built.camera, {
      solved,
      edge: asked.edge === 'indifferent' ? null : wanted.edge,
    })
    const character = characterOf(evaluation)
    const deviations = deviationsOf(character, wanted)
    const inFrame = frameIntrusions(set, solved.stage)
      .filter(({ seen }) => seen > HIDDEN)
      .map(({ id }) => id)
    this.tried += 1
    return {
      design,
      built,
      set,
      settings,
      camera: evaluation.camera,
      solved,
      evaluation,
      character,
      deviations,
      inFrame,
      cost: costOf(deviations, asked) + IN_FRAME * new Set(inFrame).size + trouble(design, built),
    }
  }

  /** A solver for one design: its stage lasts while lamps are moved. */
  draft(): Solve {
    const solver = lightingSolver(DRAFT_QUALITY, characterPoints)
    return set => solver(withoutLampBodies(set), { pause: this.pause })
  }

  async attempt(design: Design, solve = this.draft()): Promise<Tried | undefined> {
    const { source, room, kit } = this.question
    const built = buildMatch(source, room, kit, design)
    if (validationErrors(built.set).length > 0) return undefined
    const first = await this.judged(design, built, built.set, solve)
    const tried = first && first.inFrame.length > 0 ? await this.outOfFrame(first, solve) : first
    if (tried) {
      this.found.push(tried)
      this.tell(this.found, this.tried)
    }
    return tried
  }

  /** The same way with what stands in the picture hung, hidden behind the subject, or put beside the picture. */
  private async outOfFrame(from: Tried, solve: Solve): Promise<Tried> {
    let best = from
    for (const put of [hungUp, hiddenBehind, putAside]) {
      const set = from.inFrame.reduce((current, id) => {
        const place = put(current, id)
        return place ? placeThing(current, id, place) : current
      }, from.set)
      if (set === from.set || validationErrors(set).length > 0) continue
      const moved = await this.judged(from.design, from.built, set, solve)
      if (moved && moved.cost < best.cost) best = moved
    }
    return best
  }

  /** The same way with something changed; undefined where nothing would be. */
  async changed(from: Tried, change: Change, solve: Solve): Promise<Tried | undefined> {
    const set = applyChange(from.set, change)
    if (set === from.set || isEqual(set, from.set) || validationErrors(set).length > 0) return undefined
    const settled = changeSettings(set, from.built.look.id, from.settings)
    return this.judged(from.design, { ...from.built, camera: from.camera }, settled, solve)
  }

  /** The same way with every ray, lamps hiding what they hide; and what goes on working it out so. */
  async exact(of: Tried): Promise<{ solve: Solve; sure: Tried | undefined }> {
    const solver = lightingSolver(QUALITY, characterPoints)
    const solve: Solve = set => solver(set, { pause: this.pause })
    const settled = changeSettings(of.set, of.built.look.id, of.settings)
    return { solve, sure: await this.judged(of.design, { ...of.built, camera: of.camera }, settled, solve) }
  }
}
