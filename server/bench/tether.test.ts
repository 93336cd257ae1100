import { describe, expect, it } from 'vitest'
import { deliver, fetchPicture, listen, tell, type TetherEvent } from './tether'

const file = (name: string) => ({ bytes: Buffer.from(name), type: 'image/jpeg', name })

describe('the tether', () => {
  it('tells each session its own events, until it stops listening', () => {
    const heard: Record<string, TetherEvent[]> = { one: [], two: [] }
    const stop = listen('one', event => heard.one!.push(event))
    listen('two', event => heard.two!.push(event))
    tell('one', { kind: 'exposing', shot: 'a' })
    stop()
    tell('one', { kind: 'exposing', shot: 'b' })
    tell('nobody', { kind: 'exposing', shot: 'c' })
    expect(heard).toEqual({ one: [{ kind: 'exposing', shot: 'a' }], two: [] })
  })

  it('hands a picture over once, and lets the oldest go when nobody fetches', () => {
    deliver('three', 'first', file('first'), 1, 1)
    expect(fetchPicture('first')?.name).toBe('first')
    expect(fetchPicture('first')).toBeUndefined()
    for (let index = 0; index < 50; index++) deliver('three', `shot-${index}`, file(`${index}`), index + 1, 50)
    expect(fetchPicture('shot-0')).toBeUndefined()
    expect(fetchPicture('shot-49')?.name).toBe('49')
  })
})
