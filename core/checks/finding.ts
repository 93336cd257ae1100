import type { LookAnswer } from '../solve/lookPowers'
import type { Evaluation } from '../evaluation/evaluation'
import type { Light, StudioSet } from '../model/schema'
import type { Cover } from '../brief/feasibility'
import { isPossible } from '../changes/apply'
import { changedIds } from '../changes/changedIds'
import type { Fix } from '../changes/fix'
import type { KeyFault } from '../solve/keyFault'
import type { PowerChange } from '../solve/powerChanges'
import { lightsInUse } from '../metering/run'
import type { Readout } from '../evaluation/readout'
import type { Part } from '../physics/transport/exposureAt'
import { exposureFromReading, METER_CONSTANT } from '../physics/photometry/meter'
import { stopsFromRatio } from '../physics/units/stops'
import type { FrameIntrusion } from '../render/frameIntrusions'

/** What of a lamp, a stand or a panel the picture shows. */
export type Shown = FrameIntrusion['what']

/** What a check found, by what a sentence about it needs. Stops against the camera setting where nothing is said. */
export type Fact =
  | { is: 'key-fault'; fault: KeyFault }
  | { is: 'in-frame'; name: string; what: Shown; isMeantToHide: boolean }
  | { is: 'past-sync'; shutterS: number; syncShutterS: number }
  | { is: 'room-light'; pointName: string; addsStops: number; underStops: number; darkenToLux: number | null }
  | { is: 'not-covered'; cover: Cover }
  | { is: 'through-ceiling' | 'into-floor'; light: string; modifier: string; byM: number }
  | { is: 'only-key'; reachM: number; toBackdropM: number; fallStops: number }
  | { is: 'no-light-on-backdrop' }
  | { is: 'at-full'; shortStops: number }
  | { is: 'key-on-backdrop'; light: string; isKey: boolean; share: number; tooBrightStops: number }
  | { is: 'colour-clips'; pointName: string; value: number; channel: string; stops: number }
  | { is: 'since-frame'; changes: readonly PowerChange[]; fNumber: number | null }
  | { is: 'hot-side'; side: 'left' | 'right'; stops: number; why: HotSideCause | null }
  | { is: 'grey-edges'; stops: number; isCrossable: boolean }
  | { is: 'dark-foot'; stops: number }
  | { is: 'strikes-subject'; light: string; stops: number }
  | { is: 'wrap'; stops: number }
  | { is: 'shoulder-melts'; side: string; cloth: number; backdrop: number; isBlack: boolean }
  | { is: 'shadow'; light: string; isCrisp: boolean; byM: number; side: 'left' | 'right'; stops: number }
  | { is: 'haze'; pastStops: number; liftValues: number }
  | { is: 'flare'; light: string; liftValues: number }
  | { is: 'panel-on-nose'; stops: number }
  | { is: 'edge-on-nose'; light: string; stops: number }
  | { is: 'no-catch-light'; clock: number | null }
  /** The share of a lens that shows the lamp, 0 to 1. */
  | { is: 'in-glasses'; light: string; subject: string; share: number }
  | { is: 'shallow-focus'; fNumber: number; nearM: number; farM: number; neededM: number }
  | { is: 'caution-boom' | 'caution-overhead'; names: readonly string[] }
  | { is: 'caution-height'; names: readonly string[]; aboveM: number }
  | { is: 'caution-load'; watts: number }
  | { is: 'caution-gloss' }

/** What makes one side of a backdrop hotter. */
export type HotSideCause =
  { is: 'nearer'; near: string; far: string; byM: number } | { is: 'powers'; lights: readonly [string, string] }

/** Something worth saying about a set beside its tones: what it is, and what mends it. */
export type Finding = {
  id: string
  /** Of cautions only the words count: the app certifies nothing. */
  kind: 'problem' | 'caution'
  fact: Fact
  fixes: Fix[]
  /** Ids of things and read places that it speaks of. */
  concerns?: readonly string[]
}

/** Ids of what a finding speaks of, or else of what the first way to mend it would change. */
export const concernsOf = ({ concerns, fixes }: Finding): readonly string[] =>
  concerns ?? (fixes[0] ? changedIds(fixes[0].change) : [])

/** A finding that speaks of these things or read places. */
export const about = (ids: readonly string[], finding: Finding): Finding => ({ ...finding, concerns: ids })

/** A problem of a set, with the fixes that would change something there: what is locked or walled in is no way out. */
export const problem = (set: StudioSet, id: string, fact: Fact, ...fixes: (Fix | undefined)[]): Finding => ({
  id,
  kind: 'problem',
  fact,
  fixes: fixes.filter((fix): fix is Fix => fix !== undefined && isPossible(set, fix.change)),
})

/** All that checks look at. */
export type CheckContext = Evaluation & {
  answer: LookAnswer
  intrusions: readonly FrameIntrusion[]
}

/** Looks for one kind of fault; the first finding counts most. */
export type Check = (context: CheckContext) => Finding[]

/** How a place reads, by its id. */
export const readoutAt = ({ readouts }: CheckContext, id: string): Readout | undefined =>
  readouts.find(readout => readout.point.id === id)

/** Light of some lights' parts, straight or all of it, in stops over the camera setting on a flat receptor. */
export const stopsOf = (
  { camera }: CheckContext,
  parts: readonly Part[],
  lights: readonly Light[],
  of: 'direct' | 'all',
  receptor: 'flat' | 'dome' = 'flat',
): number => {
  const ids = new Set(lights.map(light => light.id))
  const sum = parts
    .filter(part => ids.has(part.lightId))
    .reduce((total, part) => total + part.directLuxS + (of === 'all' ? part.bouncedLuxS : 0), 0)
  return stopsFromRatio(sum / exposureFromReading(camera.fNumber, camera.iso, METER_CONSTANT[receptor]))
}

/** Lights that are on in the look. */
export const litOf = ({ set, look }: CheckContext, ...jobs: Light['job'][]): Light[] =>
  lightsInUse(set, look).filter(light => jobs.length === 0 || jobs.includes(light.job))
