import { afterEach, describe, expect, it } from 'vitest'
import { eventually } from '#support/eventually'
import { portCarriers } from '#support/portCarrier'
import { demoSet } from '#core/edits/demo'
import { moveLight } from '#core/edits/edits'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import type { Reading, StudioSet } from '#core/model/schema'
import { ServiceEnded } from '../rpc/connect'
import { isCalledOff } from '../rpc/latest'
import { lightApi } from './lightApi'
import { lightService } from './lightService'

const workers = portCarriers(lightApi)
afterEach(workers.endAll)

const open = () => lightService(workers.start)
const moved = (set: StudioSet, byM: number): StudioSet => {
  const key = set.lights.find(({ id }) => id === 'key')!
  return moveLight(set, 'key', { ...key.place, xM: key.place.xM + byM })
}
const reading = (set: StudioSet, index: number): Reading => ({
  id: `reading-${index}`,
  at: '2026-05-04T10:00:00.000Z',
  lookId: 'white',
  pointId: 'backdrop/middle',
  position: [0, 0.01, 1.55],
  receptor: 'flat',
  looks: 'surface',
  direction: 'toward the camera',
  meter: 'incident',
  meterName: set.meter.name,
  constant: 250,
  fNumber: 8,
  shown: 'f/8',
  lights: Object.fromEntries(
    set.lights.map(({ id }) => [id, { powerStops: -2, directLuxS: 100 + index, bouncedLuxS: 20 }]),
  ),
  others: {},
  roomLuxS: 0,
  camera: { fNumber: 8, shutterS: 1 / 125, iso: 100 },
  source: 'typed',
  trust: 'auto',
  note: '',
})

describe('the light service', () => {
  it('answers what the solver answers, and says how far it is', async () => {
    const set = demoSet()
    const heard: number[] = []
    const answer = await open().solve(1, set, 'full', { report: share => heard.push(share) })
    const { layers } = (await lightingSolver()(set))!
    expect(answer!.layers.map(({ lightId }) => lightId)).toEqual(layers.map(({ lightId }) => lightId))
    expect(JSON.parse(JSON.stringify(answer!.layers))).toEqual(JSON.parse(JSON.stringify(layers)))
    expect(heard).toEqual([...heard].sort((a, b) => a - b))
  })

  it('drops a solve that is called off: nothing late comes in, and the next question is answered for its own set', async () => {
    const service = open()
    const off = new AbortController()
    const heard: number[] = []
    const first = service.solve(1, demoSet(), 'full', { signal: off.signal, report: share => heard.push(share) })
    await eventually(() => expect(heard.length).toBeGreaterThan(0))
    off.abort()
    await expect(first).rejects.toSatisfy(isCalledOff)
    const soFar = heard.length
    const other = moved(demoSet(), 0.4)
    const answer = await service.solve(2, other, 'full', {})
    expect(answer!.revision).toBe(2)
    const { layers } = (await lightingSolver()(other))!
    expect(JSON.stringify(answer!.layers)).toBe(JSON.stringify(layers))
    expect(heard).toHaveLength(soFar)
  })

  it('says why where its worker dies, and sends the whole set to the next one', async () => {
    const service = open()
    const waiting = service.solve(1, demoSet(), 'full', {})
    await eventually(() => expect(workers.started).toHaveLength(1))
    workers.started[0]!.die('out of memory')
    await expect(waiting).rejects.toBeInstanceOf(ServiceEnded)
    await expect(waiting).rejects.toThrow('out of memory')
    const answer = await service.solve(2, moved(demoSet(), 0.1), 'quick', {})
    expect(answer!.layers.length).toBe(demoSet().lights.length)
    expect(workers.started).toHaveLength(2)
  })

  it('refuses a set that is none, with the reason', async () => {
    const broken = { ...demoSet(), room: { ...demoSet().room, widthM: -1 } } as StudioSet
    await expect(open().solve(1, broken, 'full', {})).rejects.toThrow(/room width|widthM|at least/i)
  })

  it('is sent no set while a light is dragged: a step is what moved, whatever was read before', async () => {
    const readings = Array.from({ length: 5000 }, (_, index) => reading(demoSet(), index))
    let set: StudioSet = { ...demoSet(), readings }
    const service = open()
    await service.solve(1, set, 'quick', {})
    const [{ sentBytes }] = workers.started as [(typeof workers.started)[number]]
    const whole = Math.max(...sentBytes)
    for (let step = 1; step <= 3; step++) {
      set = moved(set, 0.02)
      const before = sentBytes.length
      await service.solve(step + 1, set, 'quick', {})
      const sent = sentBytes.slice(before).reduce((sum, bytes) => sum + bytes, 0)
      expect(sent).toBeLessThan(1000)
      expect(sent).toBeLessThan(whole / 10)
    }
  })
})
