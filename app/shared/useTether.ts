import { createGlobalState } from '@vueuse/core'
import { useBenchRig } from '~/shared/useBenchRig'
import { useBenchTake } from '~/shared/useBenchTake'
import { useLight } from '~/stores/light'
import { usePreferences } from '~/stores/preferences'
import { useStudio } from '~/stores/studio'
import { ref, toRaw } from 'vue'
import { freshId } from '~/support/freshId'
import * as v from 'valibot'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { askBenchShot, fetchBenchShot, NO_SERVER, tetherAddress } from '~/support/bench'
import { benchHere } from '~/support/benchHere'

const EventSchema = v.variant('kind', [
  v.object({ kind: v.literal('ready') }),
  v.object({ kind: v.literal('exposing'), shot: v.string() }),
  v.object({
    kind: v.literal('picture'),
    shot: v.string(),
    name: v.string(),
    type: v.string(),
    number: v.number(),
    of: v.number(),
  }),
  v.object({ kind: v.literal('failed'), shot: v.string(), message: v.string() }),
])

/** Takes one picture that came; its number in the series and how many there are. */
type TakePicture = (bytes: Uint8Array<ArrayBuffer>, name: string, number: number, of: number) => Promise<unknown>

type Waiting = { shot: string; take: TakePicture; finish: (outcome: Outcome<void>) => void; taken: number }

/** Pixels across a frame of the simulated camera. */
const FRAME_WIDTH = 400
const BROKEN = 'The bench stopped in the middle. Your set and frames are kept. Shoot again.'

/** The cable to the simulated camera: it says when the shutter opens and hands pictures over as they are written. */
export const useTether = createGlobalState(() => {
  const studio = useStudio()
  const light = useLight()
  const preferences = usePreferences()
  const take = useBenchTake()
  const { rig } = useBenchRig()
  const session = freshId(32)
  const state = ref<'off' | 'ready' | 'exposing' | 'sending'>('off')
  let source: EventSource | undefined
  let waiting: Waiting | undefined

  const finish = (outcome: Outcome<void>) => {
    waiting?.finish(outcome)
    waiting = undefined
    state.value = source ? 'ready' : 'off'
  }

  const receive = async (shot: string, name: string, number: number, of: number) => {
    const mine = waiting
    if (!mine || !shot.startsWith(mine.shot)) return
    state.value = 'sending'
    const bytes = await fetchBenchShot(session, shot)
    if (!bytes.ok) return finish(bytes)
    await mine.take(bytes.value, name, number, of)
    mine.taken += 1
    if (mine === waiting && mine.taken === of) finish(ok(undefined))
  }

  const hear = (message: MessageEvent<string>) => {
    const told = v.safeParse(EventSchema, JSON.parse(message.data))
    if (!told.success) return
    const event = told.output
    switch (event.kind) {
      case 'ready':
        return
      case 'exposing':
        if (event.shot === waiting?.shot) state.value = 'exposing'
        return
      case 'failed':
        if (event.shot === waiting?.shot) finish(err(`The bench could not take it: ${event.message}`))
        return
      case 'picture':
        void receive(event.shot, event.name, event.number, event.of)
    }
  }

  const connect = () =>
    new Promise<boolean>(resolve => {
      if (source) return resolve(true)
      const opening = new EventSource(tetherAddress(session))
      opening.onmessage = message => {
        hear(message)
        if (source) return
        source = opening
        state.value = 'ready'
        resolve(true)
      }
      opening.onerror = () => {
        opening.close()
        source = undefined
        finish(err(BROKEN))
        resolve(false)
      }
    })

  /** Without a server the simulated camera works in the browser; its pictures come straight from there. */
  const shootHere = async (request: Parameters<typeof benchHere.shoot>[0], takePicture: TakePicture) => {
    state.value = 'exposing'
    // One picture after another, as they come.
    let taken: Promise<unknown> = Promise.resolve()
    const outcome = await benchHere
      .shoot(request, {
        report: ({ bytes, name, number, of }) => {
          state.value = 'sending'
          taken = taken.then(() => takePicture(bytes, name, number, of))
        },
      })
      .catch((error: Error): Outcome<undefined> => err(`The bench could not take it: ${error.message}`))
    await taken
    finish(outcome)
  }

  /**
   * Shoots at the look's camera setting or another, and hands every picture that comes to `takePicture`; done when the
   * last one is taken.
   */
  const shoot = async (
    what: 'frame' | 'bracket',
    takePicture: TakePicture,
    camera = light.camera,
  ): Promise<Outcome<void>> => {
    if (waiting) return err('The bench is still shooting.')
    await light.ready()
    const isConnected = await connect()
    const shot = freshId(32)
    const done = new Promise<Outcome<void>>(resolve => {
      waiting = { shot, take: takePicture, finish: resolve, taken: 0 }
    })
    const { benchSeed, benchRoughness, benchOwnCurve, benchFormat } = preferences.values
    const request = {
      set: toRaw(studio.document),
      lookId: studio.look.id,
      camera: camera ?? light.camera,
      seed: benchSeed,
      roughness: benchRoughness,
      take: take.next(),
      rig: rig(),
      width: FRAME_WIDTH,
      format: benchFormat,
      ownCurve: benchOwnCurve,
      what,
      session,
      shot,
    }
    const asked = isConnected ? await askBenchShot(request) : NO_SERVER
    if (asked === NO_SERVER) void shootHere(request as never, takePicture)
    else if (!asked.ok) finish(asked)
    return done
  }

  return { shoot, state }
})
