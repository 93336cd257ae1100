import { createSocket, type Socket } from 'node:dgram'
import { afterEach, describe, expect, it } from 'vitest'
import { eventually } from '#support/eventually'
import { levelsOfBytes, type Levels } from './packet'
import { openRig, type OpenRig } from './rig'
import { rigSettings } from './settings'
import type { RigCommand } from '#core/control/protocol'

const DESK = 'a-desk-of-the-tests'
const OTHER = 'another-desk-of-them'

let rig: OpenRig | undefined
let ear: Socket | undefined
afterEach(async () => {
  await rig?.close()
  ear?.close()
  rig = ear = undefined
})

/** A rig on loopback that sends to a plain socket of the test. */
const opened = async () => {
  const packets: (Levels & { at: number })[] = []
  ear = createSocket('udp4')
  await new Promise<void>(resolve => ear!.bind(0, '127.0.0.1', resolve))
  ear.on('message', bytes => {
    const levels = levelsOfBytes(bytes)
    if (typeof levels !== 'string') packets.push({ ...levels, at: performance.now() })
  })
  // The rig's own ear cannot have the port of the test's: it says so and sends all the same.
  rig = openRig(rigSettings({ KEEN_TONAL_RIG_PORT: String(ear.address().port) }))
  return { rig, packets }
}
const arm = (changes: Partial<Extract<RigCommand, { kind: 'arm' }>> = {}): RigCommand => ({
  kind: 'arm',
  desk: DESK,
  name: 'laptop',
  universes: [1],
  priority: 100,
  holdS: null,
  takesOver: false,
  secret: '',
  ...changes,
})
const play = (level: number, { desk = DESK, fadeS = 0 } = {}): RigCommand => ({
  kind: 'play',
  desk,
  fadeS,
  channels: [{ universe: 1, address: 3, slots: 1, kind: 'intensity', level }],
})
const wait = (ms: number) => new Promise(resolve => setTimeout(resolve, ms))
const until = (isSo: () => boolean) => eventually(() => expect(isSo()).toBe(true))

describe('the rig', () => {
  it('sends nothing until somebody arms it, then what is played, one number after another, and says goodbye', async () => {
    const { rig, packets } = await opened()
    expect(rig.take(play(1))).toMatchObject({ ok: false })
    await wait(60)
    expect(packets).toEqual([])
    expect(rig.take(arm({ priority: 130 })).ok).toBe(true)
    expect(rig.take(play(0.6)).ok).toBe(true)
    await until(() => packets.some(({ slots }) => slots[2] === 153))
    expect(packets.every(({ universe, priority }) => universe === 1 && priority === 130)).toBe(true)
    rig.take({ kind: 'disarm', desk: DESK })
    await until(() => packets.filter(({ isTerminated }) => isTerminated).length === 3)
    packets.forEach(({ sequence }, index) => expect(sequence).toBe(index & 255))
    const count = packets.length
    await wait(80)
    expect(packets).toHaveLength(count)
  })

  it('is one desk’s at a time; another is told whose it is, and may take it over', async () => {
    const { rig } = await opened()
    rig.take(arm())
    for (const command of [arm({ desk: OTHER }), play(1, { desk: OTHER }), { kind: 'disarm', desk: OTHER } as const])
      expect(rig.take(command)).toMatchObject({ ok: false, message: expect.stringContaining('"laptop" has the rig') })
    expect(rig.take(arm({ desk: OTHER, name: 'tablet', takesOver: true })).ok).toBe(true)
    expect(rig.take(play(1))).toMatchObject({ ok: false, message: expect.stringContaining('"tablet"') })
  })

  it('goes dark by a blackout at once and comes back, and is dimmed by its master', async () => {
    const { rig, packets } = await opened()
    rig.take(arm())
    rig.take(play(1))
    await until(() => packets.at(-1)?.slots[2] === 255)
    rig.take({ kind: 'blackout', desk: DESK, isOn: true })
    await until(() => packets.at(-1)?.slots[2] === 0)
    rig.take({ kind: 'master', desk: DESK, level: 0.5 })
    rig.take({ kind: 'blackout', desk: DESK, isOn: false })
    await until(() => packets.at(-1)?.slots[2] === 128)
  })

  it('hears on its own machine what it sends', async () => {
    rig = openRig(rigSettings({ KEEN_TONAL_RIG_PORT: '0' }))
    await wait(30)
    rig.take(arm())
    rig.take(play(0.2))
    await until(() => rig!.received()[1]?.[2] === 51)
    expect(rig.state()).toMatchObject({
      problem: null,
      heard: [{ universe: 1, isContested: false, sources: [{ name: 'Keen Tonal', priority: 100 }] }],
    })
  })

  it('says that its port is taken, and sends all the same', async () => {
    const { rig, packets } = await opened()
    await until(() => rig.state().problem !== null)
    expect(rig.state().problem).toContain('in use by another program')
    rig.take(arm())
    rig.take(play(1))
    await until(() => packets.length > 2)
  })

  it('needs the printed secret where levels go further than this machine', () => {
    const { secret, isLoopback } = rigSettings({ KEEN_TONAL_RIG: '192.0.2.1' })
    expect([isLoopback, Buffer.from(secret, 'base64url').length]).toEqual([false, 16])
    expect(rigSettings({}).secret).toBe('')
    expect(() => rigSettings({ KEEN_TONAL_RIG_TO: '192.0.2.7' })).toThrow('of this machine')
    expect(() => rigSettings({ KEEN_TONAL_RIG: 'studio' })).toThrow('IPv4 address')
  })
})
