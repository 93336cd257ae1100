import * as v from 'valibot'
import { SetShape } from '../model/schema'
import { ruleIn, type Rule } from '../model/rules'
import { validationErrors, type Fault } from './validation'

/** Bounds that a value can be past. */
type Bound = 'least' | 'most' | 'shortest' | 'longest'

const BOUNDS: Readonly<Record<string, Bound>> = {
  min_value: 'least',
  max_value: 'most',
  min_length: 'shortest',
  max_length: 'longest',
}

/** What of something that was read does not fit what it should be. */
export type Misfit =
  | { is: 'rule'; rule: Rule }
  | { is: 'bound'; bound: Bound; limit: number; value: number | null }
  | { is: 'missing' }
  | { is: 'unknown' }
  | { is: 'other'; expected: string; received: string }
  | { is: 'fault'; fault: Fault }

/** A misfit with its place, keys joined by dots; null where it is the whole. */
export type PlacedMisfit = { at: string | null; misfit: Misfit }

/** What an issue of the library says, as data; what cannot be true of a sound set is looked for again. */
const misfitsIn = (issue: v.BaseIssue<unknown>): Misfit[] => {
  const rule = ruleIn(issue.message)
  const whole = rule === 'not-sound' ? v.safeParse(SetShape, issue.input) : undefined
  if (whole?.success) return validationErrors(whole.output).map(fault => ({ is: 'fault', fault }))
  if (rule) return [{ is: 'rule', rule }]
  const bound = BOUNDS[issue.type]
  if (bound) {
    const value = typeof issue.input === 'number' ? issue.input : null
    return [{ is: 'bound', bound, limit: Number(issue.requirement), value }]
  }
  if (issue.expected === 'never') return [{ is: 'unknown' }]
  if (issue.received === 'undefined') return [{ is: 'missing' }]
  return [{ is: 'other', expected: issue.expected ?? '', received: issue.received }]
}

/** More than these would be a list nobody reads. */
const NAMED = 3

/** What does not fit: the first few, and how many more there are. */
export type Misfits = { first: PlacedMisfit[]; more: number }

/** What the issues of the library say, as data. */
export const misfitsOf = (issues: readonly v.BaseIssue<unknown>[]): Misfits => {
  const all = issues.flatMap(issue => misfitsIn(issue).map(misfit => ({ at: v.getDotPath(issue), misfit })))
  return { first: all.slice(0, NAMED), more: Math.max(0, all.length - NAMED) }
}

/** That something does not fit, as a reason to refuse it. */
export const unfit = (issues: readonly v.BaseIssue<unknown>[]): { is: 'misfits'; misfits: Misfits } => ({
  is: 'misfits',
  misfits: misfitsOf(issues),
})

/** The first thing that does not fit, with its place. */
export const firstMisfit = (issues: readonly v.BaseIssue<unknown>[]): PlacedMisfit => misfitsOf(issues).first[0]!
