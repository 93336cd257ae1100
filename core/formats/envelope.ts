import * as v from 'valibot'
import { isRecord } from '../shared/isRecord'
import { err, ok, type Outcome } from '../shared/outcome'

/** More than these would be a list nobody reads. */
const NAMED = 3

/** What is wrong with something that was read, and where; `whole` names the thing itself. */
export const issueWords = (issues: readonly v.BaseIssue<unknown>[], whole: string): string =>
  issues
    .slice(0, NAMED)
    .map(issue => `${v.getDotPath(issue) ?? whole}: ${issue.message}`)
    .join('; ')

/** A kind of file: its names, its `format`, the newest version that is read, and what a refusal leaves alone. */
export type EnvelopeKind = { name: string; fullName: string; format: string; version: number; kept: string }

/** What stands in a JSON file of a kind; refuses what is none, and one of a newer version, with the reason. */
export const readEnvelope = (
  text: string,
  { name, fullName, format, version, kept }: EnvelopeKind,
): Outcome<Record<string, unknown>> => {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch (error) {
    return err(`This is no ${name}: it is not JSON (${(error as Error).message}). ${kept}`)
  }
  if (!isRecord(raw) || raw.format !== format)
    return err(`This is JSON, but no ${fullName}: it lacks "format": "${format}". ${kept}`)
  if (typeof raw.version === 'number' && raw.version > version)
    return err(
      `This ${name} has version ${raw.version}, made by a newer Keen Tonal; this one reads up to version ${version}. ` +
        `Update the app, then take it in again. ${kept}`,
    )
  return ok(raw)
}
