import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { lightingSolver } from '#core/evaluation/lightingSolver'
import { onPlainCode } from '#core/physics/loops/loops'
import { evaluated, goldenSets, type Evaluated } from './evaluated'

const GOLDEN = JSON.parse(readFileSync(new URL('./evaluations.json', import.meta.url), 'utf8')) as Record<
  string,
  Evaluated
>

/** Numbers that differ by more than this are another result, not another order of adding up. */
const ALIKE = 1e-9

/** The fast loops reckon in single precision: a hundredth of what can be metered apart is the same to them. */
const NEARLY_ALIKE = 1e-4

/** Paths at which two results differ. */
const differences = (found: unknown, kept: unknown, alike: number, path = ''): string[] => {
  if (typeof found === 'number' && typeof kept === 'number')
    return Math.abs(found - kept) <= alike * Math.max(1, Math.abs(kept)) ? [] : [`${path}: ${found}, was ${kept}`]
  if (typeof found !== 'object' || found === null || typeof kept !== 'object' || kept === null)
    return found === kept ? [] : [`${path}: ${String(found)}, was ${String(kept)}`]
  return [...new Set([...Object.keys(found), ...Object.keys(kept)])].flatMap(key =>
    differences(
      (found as Record<string, unknown>)[key],
      (kept as Record<string, unknown>)[key],
      alike,
      `${path}/${key}`,
    ),
  )
}

describe('evaluations', () => {
  it('are kept of every set that is evaluated', () => {
    expect(goldenSets().map(({ name }) => name)).toEqual(Object.keys(GOLDEN))
  })

  it.each(goldenSets().map(one => [one.name, one] as const))(
    'of %s are what they were, and nearly so by the fast loops',
    async (name, one) => {
      const plain = await onPlainCode(() => evaluated(one, lightingSolver()))
      expect(differences(plain, GOLDEN[name], ALIKE)).toEqual([])
      expect(differences(await evaluated(one, lightingSolver()), GOLDEN[name], NEARLY_ALIKE)).toEqual([])
    },
  )
})
