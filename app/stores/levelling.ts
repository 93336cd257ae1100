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
import { MOST_ROUNDS, type LevelAnswer } from '#core/control/levelling/levelStep'
import { DARKER_STOPS, middleReadings, readingsIn, seenOf, type Round, type Seen } from '#core/control/levelling/round'
import { toldApart } from '#core/control/levelling/tellApart'
import { addReading, changeSettings } from '#core/edits/edits'
import { swapAddresses } from '#core/edits/rigEdits'
import { readingPoints } from '#core/evaluation/probes/readingPoints'
import { framePoints } from '#core/evaluation/probes/framePoints'
import { recordReading } from '#core/metering/record'
import type { LightSetting, Reading } from '#core/model/schema'
import { grouped } from '#core/shared/groups'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { judgeService } from '#services/judge/judgeService'

/** Levels fade in so long, and are read after so long, seconds and milliseconds. */
const FADE_S = 0.3
const SETTLE_MS = 600

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

  /** Readings of everything together at the places that the look wants something of. */
  const readRound = async (
    by: ReadBy,
    sent: Record<string, LightSetting>,
    times: number,
  ): Promise<Outcome<Reading[]>> => {
    const set = studio.document
    const look = { ...studio.look, lights: sent }
    const taken = { camera: light.camera!, layers: light.planned!, room: light.learned.room }
    const lightIds = set.lights.map(({ id }) => id).filter(id => sent[id]!.on)
    const readings: Reading[] = []
    const camera = light.camera!
    if (by === 'camera') {
      let seen: Outcome<Reading[]> = err('The camera gave no picture.')
      const shot = await tether.shoot(
        'frame',
        async bytes => {
          seen = await frames.glance(bytes, sent)
        },
        { ...camera, shutterS: camera.shutterS / 2 ** DARKER_STOPS },
      )
      if (!shot.ok) return shot
      const read = seen as Outcome<Reading[]>
      if (!read.ok) return read
      readings.push(...read.value)
    }
    const wanted = light.readouts.filter(
      ({ point }) => studio.look.targets[point.id] && (by === 'meter' || point.surface !== 'backdrop'),
    )
    for (const { point } of wanted.flatMap(one => Array.from({ length: times }, () => one))) {
      if (isStopped) return ok([])
      const answer = await meter.ask({ pointId: point.id, lightIds })
      if (!answer.ok) return answer
      const known = readingPoints(set).find(({ id }) => id === point.id)
      if (!known || answer.value === undefined)
        return err(`No light reaches the meter at ${point.name}. Lamps stay as they were sent last.`)
      readings.push(
        recordReading(set, look, { step: { lightIds }, point: known }, taken, {
          id: `reading-${freshId()}`,
          at: new Date().toISOString(),
          fNumber: answer.value,
          source: 'bench',
        }),
      )
    }
    return readings.length > 0 ? ok(readings) : err('The look has no target that could be read: ask for one first.')
  }

  const run = async (by: ReadBy): Promise<void> => {
    await light.ready()
    const ticket = studio.ticket()
    const start = light.answer?.settings ?? studio.look.lights
    let settings = toldApart(studio.document, start)
    let rounds: Round[] = []
    for (let number = 1; number <= MOST_ROUNDS; number++) {
      doing.value = `Round ${number}: sending levels`
      const sent = await rig.send(settings, FADE_S)
      if (!sent.ok) throw new Error(sent.message)
      await new Promise(resolve => setTimeout(resolve, 1000 * FADE_S + SETTLE_MS))
      if (isStopped || !ticket.isOpen()) return
      doing.value = `Round ${number}: reading`
      const read = await readRound(by, settings, readingsIn(number))
      if (!read.ok) throw new Error(read.message)
      if (isStopped || !ticket.isOpen()) return
      const set = toRaw(studio.document)
      const points = [...readingPoints(set), ...framePoints(set)]
      const taken = { camera: light.camera!, layers: light.planned! }
      const seen = grouped(read.value, ({ pointId }) => pointId).flatMap(([id, readings]): Seen[] => {
        const point = points.find(one => one.id === id)
        return point ? [seenOf(set, settings, point, readings, taken)] : []
      })
      rounds = [...rounds, { sent: settings, seen }]
      doing.value = `Round ${number}: working out what to turn`
      const answer = await judge.level({
        set,
        look: toRaw(studio.look),
        camera: { ...light.camera! },
        layers: light.planned!,
        room: light.learned.room,
        rounds,
      })
      if (isStopped || !ticket.isOpen()) return
      answers.value = [...answers.value, answer]
      const { suspicion } = answer
      if (suspicion) suspicions.value = [...suspicions.value.filter(({ kind }) => kind !== suspicion.kind), suspicion]
      if (suspicion?.kind === 'swapped') {
        const [one, other] = suspicion.lightIds
        rounds = rounds.map(round => ({
          ...round,
          sent: { ...round.sent, [one]: round.sent[other]!, [other]: round.sent[one]! },
        }))
        ticket.commit('Addresses of the pair', kept => swapAddresses(kept, suspicion.lightIds))
      }
      const isLast = answer.isSettled || number === MOST_ROUNDS
      settings = isLast && !answer.isSettled ? { ...rounds.at(-1)!.sent } : answer.settings
      if (isLast) {
        outcome.value = answer.isLevel ? 'level' : 'not-level'
        // What was read last teaches the plan, so that it says of these powers what was read.
        ticket.commit('Levelling', kept => {
          const { id } = studio.look
          const turned = changeSettings(kept, id, settings)
          return middleReadings(read.value).reduce(
            (next, reading) => addReading(next, { ...reading, lookId: id }),
            turned,
          )
        })
        await rig.send(settings, FADE_S)
        return
      }
    }
  }

  /** Runs until every target holds, six rounds are over or somebody stops it. */
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
      problem.value = `${(error as Error).message} Powers in the set are as they were.`
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
