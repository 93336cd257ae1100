import * as v from 'valibot'
import { writeCsv } from './csvCells'
import { firstMisfit } from '../validation/misfits'
import { figureIn, readTable, type LineProblem, type LineTrouble, type TableRefusal } from './tableIn'
import { dimmable } from '../control/channels'
import { PLAIN_FIXTURE } from '../control/patching'
import { changeFixtures } from '../edits/rigEdits'
import { FixtureSchema, PERSONALITIES, type DimmerCurve, type Fixture } from '../model/rigSchema'
import type { StudioSet } from '../model/schema'
import { err, ok, type Outcome } from '../shared/outcome'

/** Columns of a patch sheet; light, universe and address have to be there. */
const PATCH_COLUMNS = [
  'light',
  'id',
  'lamp',
  'universe',
  'address',
  'personality',
  'curve',
  'from K',
  'to K',
  'lowest %',
  'highest %',
] as const

type Row = Partial<Record<(typeof PATCH_COLUMNS)[number], string>>

const percent = (share: number): string => String(Math.round(share * 1000) / 10)
const curveText = (curve: DimmerCurve): string =>
  curve.kind === 'measured' ? `measured ${curve.shares.join(' ')}` : curve.kind

/** The patch as a table, a line for each lamp that can be dimmed; those that are not patched have no address. */
export const writePatchCsv = (set: StudioSet): string =>
  writeCsv(
    PATCH_COLUMNS,
    dimmable(set).map(({ id, name, lamp }) => {
      const fixture = set.rig.fixtures[id]
      return fixture
        ? [
            name,
            id,
            lamp.name,
            String(fixture.universe),
            String(fixture.address),
            fixture.personality,
            curveText(fixture.curve),
            String(fixture.temperatureK[0]),
            String(fixture.temperatureK[1]),
            percent(fixture.leastLevel),
            percent(fixture.mostLevel),
          ]
        : [name, id, lamp.name, '', '', '', '', '', '', '', '']
    }),
  )

const curveFrom = (text: string): DimmerCurve | undefined => {
  const [kind, ...shares] = text.trim().toLowerCase().split(/\s+/)
  if (kind === '' || kind === 'linear') return { kind: 'linear' }
  if (kind === 'square') return { kind: 'square' }
  return kind === 'measured' ? { kind, shares: shares.map(Number) } : undefined
}

/** A set with the patch of a sheet, how many lamps it patches, and what was wrong with each line that was left out. */
export type PatchIn = { set: StudioSet; taken: number; problems: LineProblem[] }

const fixtureFrom = (
  row: Row,
  set: StudioSet,
  number: (text: string) => number,
): Outcome<[string, Fixture | null], LineTrouble> => {
  const [wantedId, wantedName] = [row.id?.trim() ?? '', row.light?.trim() ?? '']
  const light = set.lights.find(({ id }) => id === wantedId) ?? set.lights.find(({ name }) => name === wantedName)
  if (!light) return err({ is: 'no-light', text: wantedName || wantedId })
  if (light.lamp.kind !== 'continuous') return err({ is: 'flash', name: light.name })
  if ((row.universe ?? '').trim() === '' && (row.address ?? '').trim() === '') return ok([light.id, null])
  const personality = (row.personality ?? '').trim().toLowerCase() || PLAIN_FIXTURE.personality
  if (!PERSONALITIES.some(one => one === personality))
    return err({ is: 'no-personality', text: row.personality ?? '', known: PERSONALITIES })
  const curve = curveFrom(row.curve ?? '')
  if (!curve) return err({ is: 'no-curve', text: row.curve ?? '' })
  const or = (text: string | undefined, usual: number, of = 1) =>
    (text ?? '').trim() === '' ? usual : number(text!) / of
  const result = v.safeParse(FixtureSchema, {
    universe: number(row.universe ?? ''),
    address: number(row.address ?? ''),
    personality,
    curve,
    temperatureK: [or(row['from K'], PLAIN_FIXTURE.temperatureK[0]), or(row['to K'], PLAIN_FIXTURE.temperatureK[1])],
    leastLevel: or(row['lowest %'], PLAIN_FIXTURE.leastLevel, 100),
    mostLevel: or(row['highest %'], PLAIN_FIXTURE.mostLevel, 100),
  })
  if (result.success) return ok([light.id, result.output])
  return err({ is: 'misfit', misfit: firstMisfit(result.issues) })
}

/** Reads a patch sheet into a set; lamps that it does not name stay as they are. Nothing is kept of what is wrong. */
export const parsePatchCsv = (text: string, set: StudioSet): Outcome<PatchIn, TableRefusal> => {
  const table = readTable(text, PATCH_COLUMNS, { most: 2 * set.lights.length + 200 })
  const has = (column: (typeof PATCH_COLUMNS)[number]) => table.columns.includes(column)
  const missing = [
    ...(has('light') || has('id') ? [] : ['light']),
    ...(['universe', 'address'] as const).filter(column => !has(column)),
  ]
  if (missing.length > 0) return err({ is: 'lacks-columns', table: 'patch', missing, columns: PATCH_COLUMNS })
  const problems: LineProblem[] = []
  const taken: Record<string, Fixture | null> = {}
  table.rows.forEach((row, index) => {
    const outcome = fixtureFrom(row, set, figure => figureIn(figure, table.hasDecimalCommas))
    if (!outcome.ok) problems.push({ line: table.lines[index]!, trouble: outcome.message })
    else taken[outcome.value[0]] = outcome.value[1]
  })
  return ok({ set: changeFixtures(set, taken), taken: Object.values(taken).filter(Boolean).length, problems })
}
