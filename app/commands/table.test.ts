import { describe, expect, it } from 'vitest'
import { COMMANDS, commandFor, type Zone } from './table'

const ZONES: Zone[] = ['rest', 'plan', 'rail', 'control', 'field', 'editing']
type Held = 'ctrlKey' | 'metaKey' | 'shiftKey' | 'altKey'
const stroke = (key: string, ...held: Held[]) => ({
  key,
  ctrlKey: false,
  metaKey: false,
  shiftKey: false,
  altKey: false,
  ...Object.fromEntries(held.map(name => [name, true])),
})
const where = (key: string, ...held: Held[]) =>
  Object.fromEntries(ZONES.map(zone => [zone, commandFor(stroke(key, ...held), zone)]))

describe('the table of commands', () => {
  it('deletes on the plan alone, and accepts with nothing or a rail marker in focus', () => {
    for (const key of ['Delete', 'Backspace'])
      expect(where(key)).toEqual({
        rest: undefined,
        plan: 'delete',
        rail: undefined,
        control: undefined,
        field: undefined,
        editing: undefined,
      })
    expect(where('Enter')).toEqual({
      rest: 'accept',
      plan: undefined,
      rail: 'accept',
      control: undefined,
      field: undefined,
      editing: undefined,
    })
  })

  it('cancels with Escape wherever the focus is', () => {
    expect(Object.values(where('Escape'))).toEqual([
      'cancel',
      'cancel',
      'cancel',
      'cancel',
      'cancel-field',
      'cancel-field',
    ])
  })

  it('undoes everywhere but in the middle of typing, on both kinds of keyboard', () => {
    expect(where('z', 'ctrlKey')).toEqual({
      rest: 'undo',
      plan: 'undo',
      rail: 'undo',
      control: 'undo',
      field: 'undo',
      editing: undefined,
    })
    expect(commandFor(stroke('Z', 'metaKey', 'shiftKey'), 'field')).toBe('redo')
    expect(commandFor(stroke('y', 'ctrlKey'), 'rest')).toBe('redo')
    expect(commandFor(stroke('z'), 'rest')).toBeUndefined()
    expect(commandFor(stroke('z', 'ctrlKey', 'altKey'), 'rest')).toBeUndefined()
  })

  it('has one command at most for a key in a zone', () => {
    for (const zone of ZONES) {
      const keys = COMMANDS.filter(({ zones }) => zones.includes(zone)).flatMap(command => command.keys)
      expect(new Set(keys).size).toBe(keys.length)
    }
  })
})
