import { describe, expect, it } from 'vitest'
import { deliver, fetchPicture, listen, tell, type TetherEvent } from './tether'

const file = (name: string) => ({ bytes: new TextEncoder().encode(name), type: 'image/jpeg', name })

describe('the tether', () => {
  it('tells each session its own events, until it stops listening', () => {
    const heard: Record<string, TetherEvent[]> = { one: [], two: [] }
    const stop = listen('one', event => heard.one!.push(event))!
    const stopTwo = listen('two', event => heard.two!.push(event))!
    tell('one', { kind: 'exposing', shot: 'a' })
    stop()
    tell('one', { kind: 'exposing', shot: 'b' })
    tell('nobody', { kind: 'exposing', shot: 'c' })
    expect(heard).toEqual({ one: [{ kind: 'exposing', shot: 'a' }], two: [] })
    stopTwo()
  })

  it('hands a picture over once, to its own session alone, and lets the oldest go when nobody fetches', () => {
    deliver('three', 'first', file('first'), 1, 1)
    expect(fetchPicture('four', 'first')).toBeUndefined()
    expect(fetchPicture('three', 'first')?.name).toBe('first')
    expect(fetchPicture('three', 'first')).toBeUndefined()
    for (let index = 0; index < 50; index++) deliver('three', `shot-${index}`, file(`${index}`), index + 1, 50)
    expect(fetchPicture('three', 'shot-0')).toBeUndefined()
    expect(fetchPicture('three', 'shot-49')?.name).toBe('49')
  })

  it('takes so many listeners and no more, and has room again when they go', () => {
    const stops = Array.from({ length: 60 }, (_, index) => listen(`session ${index}`, () => {}))
    expect(stops.filter(Boolean)).toHaveLength(50)
    expect(Array.from({ length: 6 }, () => listen('session 0', () => {})).filter(Boolean)).toHaveLength(3)
    for (const stop of stops) stop?.()
    expect(listen('another', () => {})).toBeDefined()
  })
})
