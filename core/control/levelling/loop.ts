import type { LevelAnswer } from './levelStep'
import { MOST_ROUNDS } from '../thresholds'
import type { Round, Seen } from './round'
import type { LightSetting } from '../../model/schema'

/** Levels of every light by its id. */
export type Levels = Record<string, LightSetting>

/** What levelling needs of the world. What one of them throws ends it. */
export type LevelEnds = {
  /** Sends levels, and comes back when lamps burn by them. */
  send: (levels: Levels, round: number) => Promise<void>
  /** What is read at each place of the round, counted from 1. */
  read: (levels: Levels, round: number) => Promise<readonly Seen[]>
  /** What all rounds say of the rig. */
  judge: (rounds: readonly Round[], round: number) => Promise<LevelAnswer>
  /** Is told of each answer. The patch of a swapped pair is to be turned round before it returns. */
  said: (answer: LevelAnswer) => void
  isStopped: () => boolean
}

/** How levelling ended: the levels to keep, and whether they hold every target. */
export type LevelEnd = { levels: Levels; isLevel: boolean }

/** Rounds as they were sent once two lamps stand in the patch where they hang. */
const turnedRound = (rounds: readonly Round[], [one, other]: readonly [string, string]): Round[] =>
  rounds.map(round => ({
    ...round,
    sent: { ...round.sent, [one]: round.sent[other]!, [other]: round.sent[one]! },
  }))

/**
 * Sends, reads and turns until every target holds or the rounds are over. A pair that is named in the last of them
 * gets one more: until then two lamps were sent what was meant for each other.
 * @param first what the first round sends: levels that tell lamps apart
 * @returns undefined where it was stopped
 */
export const levelRig = async (first: Levels, ends: LevelEnds, most = MOST_ROUNDS): Promise<LevelEnd | undefined> => {
  let levels = first
  let rounds: Round[] = []
  let last = most
  for (let round = 1; ; round++) {
    await ends.send(levels, round)
    if (ends.isStopped()) return undefined
    const seen = await ends.read(levels, round)
    if (ends.isStopped()) return undefined
    rounds = [...rounds, { sent: levels, seen }]
    const answer = await ends.judge(rounds, round)
    if (ends.isStopped()) return undefined
    if (answer.suspicion?.kind === 'swapped') {
      rounds = turnedRound(rounds, answer.suspicion.lightIds)
      if (round === most) last = most + 1
    }
    ends.said(answer)
    if (answer.isSettled) return { levels: answer.settings, isLevel: answer.isLevel }
    // What was sent last is known; what would be sent next is not.
    if (round >= last) return { levels: { ...rounds.at(-1)!.sent }, isLevel: answer.isLevel }
    levels = answer.settings
  }
}
