import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { evaluated, goldenSets, type Evaluated } from './evaluated'

const GOLDEN = JSON.parse(readFileSync(new URL('./evaluations.json', import.meta.url), 'utf8')) as Record<
  string,
  Evaluated
>

/** Numbers that differ by more than this are another result, not another order of adding up. */
const ALIKE = 1e-9

/** Paths at which two results differ. */
const differences = (found: unknown, kept: unknown, path = ''): string[] => {
  if (typeof found === 'number' && typeof kept === 'number')
    return Math.abs(found - kept) <= ALIKE * Math.max(1, Math.abs(kept)) ? [] : [`${path}: ${found}, was ${kept}`]
  if (typeof found !== 'object' || found === null || typeof kept !== 'object' || kept === null)
    return found === kept ? [] : [`${path}: ${String(found)}, was ${String(kept)}`]
  return [...new Set([...Object.keys(found), ...Object.keys(kept)])].flatMap(key =>
    differences((found as Record<string, unknown>)[key], (kept as Record<string, unknown>)[key], `${path}/${key}`),
  )
}

describe('evaluations', () => {
  it('are kept of every set that is evaluated', () => {
    expect(goldenSets().map(({ name }) => name)).toEqual(Object.keys(GOLDEN))
  })

  it.each(goldenSets().map(one => [one.name, one] as const))(
    'of %s are what they were',
    async (name, { set, isReady }) => {
      expect(differences(await evaluated(set, isReady), GOLDEN[name])).toEqual([])
    },
  )
})
