import { describe, expect, it } from 'vitest'
import { makeDesk } from './desk'
import type { RigCommand } from '#core/control/protocol'

const DESK = 'a-desk-of-the-tests'
const channel = { universe: 1, address: 1, slots: 1, kind: 'intensity', level: 1 } as const

const armed = (holdS: number | null, secret = '') => {
  const released: number[][] = []
  const desk = makeDesk({ secret, release: universes => released.push([...universes]) })
  const arm = (changes: Partial<Extract<RigCommand, { kind: 'arm' }>> = {}) =>
    desk.take(
      {
        kind: 'arm',
        desk: DESK,
        name: 'laptop',
        universes: [1, 2],
        priority: 100,
        holdS,
        takesOver: false,
        secret: '',
        ...changes,
      },
      0,
    )
  return { desk, arm, released }
}
const levelAt = (desk: ReturnType<typeof makeDesk>, nowMs: number) => {
  desk.tick(nowMs)
  return desk.outgoing(nowMs)[0]?.slots[0]
}

describe('the desk', () => {
  it('holds the last levels for as long as was said when the browser goes, then fades out and lets go', () => {
    const { desk, arm, released } = armed(60)
    arm()
    desk.take({ kind: 'play', desk: DESK, channels: [channel], fadeS: 0 }, 0)
    expect(levelAt(desk, 59_000)).toBe(255)
    expect(desk.state(59_000)?.holding).toEqual({ leftS: 1 })
    expect(levelAt(desk, 60_001)).toBe(255)
    expect(levelAt(desk, 61_501)).toBeCloseTo(128, -1)
    expect(released).toEqual([])
    expect(levelAt(desk, 63_100)).toBeUndefined()
    expect(released).toEqual([[1, 2]])
  })

  it('goes on where the browser comes back in time, in the fade too', () => {
    const { desk, arm } = armed(10)
    arm()
    desk.take({ kind: 'play', desk: DESK, channels: [channel], fadeS: 0 }, 0)
    levelAt(desk, 11_000)
    expect(levelAt(desk, 12_500)).toBeLessThan(200)
    desk.take({ kind: 'alive', desk: DESK }, 12_500)
    desk.take({ kind: 'play', desk: DESK, channels: [channel], fadeS: 0 }, 12_500)
    expect(levelAt(desk, 12_501)).toBe(255)
    expect(levelAt(desk, 18_000)).toBe(255)
  })

  it('holds without an end where that was chosen', () => {
    const { desk, arm } = armed(null)
    arm()
    desk.take({ kind: 'play', desk: DESK, channels: [channel], fadeS: 0 }, 0)
    expect(levelAt(desk, 86_400_000)).toBe(255)
    expect(desk.state(86_400_000)?.holding).toEqual({ leftS: null })
  })

  it('sends only universes that it has, and lets those go that it gives up', () => {
    const { desk, arm, released } = armed(null)
    arm()
    desk.take({ kind: 'play', desk: DESK, channels: [channel, { ...channel, universe: 9 }], fadeS: 0 }, 0)
    expect(desk.outgoing(0).map(({ universe }) => universe)).toEqual([1, 2])
    arm({ universes: [2] })
    expect(released).toEqual([[1]])
  })

  it('is closed to whoever does not know the secret', () => {
    const { arm } = armed(null, 'hushed')
    expect(arm({ secret: 'guessed' }).ok).toBe(false)
    expect(arm({ secret: 'hushed' }).ok).toBe(true)
  })
})
