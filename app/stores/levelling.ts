import { defineStore } from 'pinia'
import { markRaw, ref, shallowRef, toRaw } from 'vue'
import { useBenchMeter } from '~/shared/useBenchMeter'
import { useTether } from '~/shared/useTether'
import { useFrames } from './frames'
import { useLight } from './light'
import { useRig } from './rig'
import { useStudio } from './studio'
import { freshId } from '~/support/freshId'
import type { Suspicion } from '#core/control/levelling/explain'
import type { LevelAnswer } from '#core/control/levelling/levelStep'
import { levelRig, type Levels } from '#core/control/levelling/loop'
import { placesToMeter } from '#core/control/levelling/places'
import { middleReadings, readingsIn, seenOf, type Seen } from '#core/control/levelling/round'
import { DARKER_STOPS } from '#core/control/thresholds'
import { toldApart } from '#core/control/levelling/tellApart'
import { addReading, changeSettings } from '#core/edits/edits'
import { swapAddresses } from '#core/edits/rigEdits'
import { readingPoints } from '#core/evaluation/probes/readingPoints'
import { recordReading } from '#core/metering/record'
import type { Reading } from '#core/model/schema'
import { grouped } from '#core/shared/groups'
import { err, type Outcome } from '#core/shared/outcome'
import { judgeService } from '#services/judge/judgeService'
import { pointedWords } from '#wording/metering'
import { errorWords } from '#wording/impossible'

/** Levels fade in so long, and are read after so long, seconds and milliseconds. */
const FADE_S = 0.3
const SETTLE_MS = 600

/** What was answered, or an error with the words of what refused it. */
const valueOf = <T>(outcome: Outcome<T>): T => {
  if (!outcome.ok) throw new Error(outcome.message)
  return outcome.value
}

/** What reads the light: the meter at every target, or the camera over the backdrop and the meter for the rest. */
export type ReadBy = 'meter' | 'camera'

/** Levels the lamps of the look on the screen: sent, read, turned, until every target holds. */
export const useLevelling = defineStore('levelling', () => {
  const studio = useStudio()
  const light = useLight()
  const rig = useRig()
  const frames = useFrames()
  const meter = useBenchMeter()
  const tether = useTether()
  const judge = markRaw(judgeService())

  const isRunning = ref(false)
  const doing = ref('')
  const answers = shallowRef<readonly LevelAnswer[]>([])
  const suspicions = shallowRef<readonly Suspicion[]>([])
  const problem = ref('')
  /** How it ended: everything holds, or not; empty while it runs and before. */
  const outcome = ref<'level' | 'not-level' | 'stopped' | ''>('')
  let isStopped = false

  /** What the camera sees of the backdrop under these levels, read as readings. */
  const shot = async (sent: Levels): Promise<Reading[]> => {
    const camera = light.camera!
    let seen: Outcome<Reading[]> = err('The camera gave no picture.')
    const taken = await tether.shoot(
      'frame',
      async bytes => {
        seen = await frames.glance(bytes, sent)
      },
      { ...camera, shutterS: camera.shutterS / 2 ** DARKER_STOPS },
    )
    return valueOf(taken.ok ? (seen as Outcome<Reading[]>) : taken)
  }

  /** Readings of everything together at the places that the look wants something of. */
  const readRound = async (by: ReadBy, sent: Levels, times: number): Promise<Reading[]> => {
    const set = studio.document
    const look = { ...studio.look, lights: sent }
    const taken = { camera: light.camera!, layers: light.planned!, room: light.learned.room }
    const lightIds = set.lights.map(({ id }) => id).filter(id => sent[id]!.on)
    const readings = by === 'camera' ? await shot(sent) : []
    for (const point of placesToMeter(set, look, by).flatMap(one => Array.from({ length: times }, () => one))) {
      if (isStopped) return []
      const fNumber = valueOf(await meter.ask({ pointId: point.id, lightIds }))
      if (fNumber === undefined)
        throw new Error(`No light reaches the meter at ${point.name}. Lamps stay as they were sent last.`)
      readings.push(
        recordReading(set, look, { step: { lightIds }, point }, taken, {
          id: `reading-${freshId()}`,
          at: new Date().toISOString(),
          fNumber,
          source: 'bench',
          direction: pointedWords(point),
        }),
      )
    }
    if (readings.length === 0) throw new Error('The look has no target that could be read: ask for one first.')
    return readings
  }

  const run = async (by: ReadBy): Promise<void> => {
    await light.ready()
    const ticket = studio.ticket()
    const start = light.answer?.settings ?? studio.look.lights
    let newest: Reading[] = []
    const end = await levelRig(toldApart(studio.document, start), {
      isStopped: () => isStopped || !ticket.isOpen(),
      send: async (levels, round) => {
        doing.value = `Round ${round}: sending levels`
        const sent = await rig.send(levels, FADE_S)
        if (!sent.ok) throw new Error(sent.message)
        await new Promise(resolve => setTimeout(resolve, 1000 * FADE_S + SETTLE_MS))
      },
      read: async (levels, round) => {
        doing.value = `Round ${round}: reading`
        newest = await readRound(by, levels, readingsIn(round))
        const set = toRaw(studio.document)
        const points = readingPoints(set)
        const taken = { camera: light.camera!, layers: light.planned! }
        return grouped(newest, ({ pointId }) => pointId).flatMap(([id, readings]): Seen[] => {
          const point = points.find(one => one.id === id)
          return point ? [seenOf(set, levels, point, readings, taken)] : []
        })
      },
      judge: (rounds, round) => {
        doing.value = `Round ${round}: working out what to turn`
        return judge.level({
          set: toRaw(studio.document),
          look: toRaw(studio.look),
          camera: { ...light.camera! },
          layers: light.planned!,
          room: light.learned.room,
          rounds,
        })
      },
      said: answer => {
        answers.value = [...answers.value, answer]
        const { suspicion } = answer
        if (!suspicion) return
        suspicions.value = [...suspicions.value.filter(({ kind }) => kind !== suspicion.kind), suspicion]
        if (suspicion.kind === 'swapped')
          ticket.commit('Addresses of the pair', kept => swapAddresses(kept, suspicion.lightIds))
      },
    })
    if (!end) return
    outcome.value = end.isLevel ? 'level' : 'not-level'
    // What was read last teaches the plan, so that it says of these powers what was read.
    ticket.commit('Levelling', kept => {
      const { id } = studio.look
      return middleReadings(newest).reduce(
        (next, reading) => addReading(next, { ...reading, lookId: id }),
        changeSettings(kept, id, end.levels),
      )
    })
    await rig.send(end.levels, FADE_S)
  }

  /** Runs until every target holds, the rounds are over or somebody stops it. */
  const start = async (by: ReadBy) => {
    if (isRunning.value) return
    isRunning.value = true
    isStopped = false
    problem.value = outcome.value = ''
    answers.value = []
    suspicions.value = []
    rig.isFollowing = false
    try {
      await run(by)
      if (isStopped) outcome.value = 'stopped'
    } catch (error) {
      problem.value = `${errorWords(error)} Powers in the set are as they were.`
    } finally {
      isRunning.value = false
      doing.value = ''
    }
  }
  /** Nothing more is sent; powers in the set are as they were. */
  const stop = () => {
    isStopped = true
  }

  return { isRunning, doing, answers, suspicions, problem, outcome, start, stop }
})
