// Holds the transport against the independent path tracer and prints the table: npm run reference [-- PATHS]
import { compareSet, type Row } from '../tests/reference/compare'
import { REFERENCE_SETS } from '../tests/reference/sets'

const paths = Number(process.argv[2] ?? 100_000)

const worst = (rows: Row[]) => Math.max(...rows.map(row => Math.abs(row.differenceStops)))
const at95 = (rows: Row[]) => rows.map(row => Math.abs(row.differenceStops)).sort((a, b) => a - b)[Math.ceil(0.95 * rows.length) - 1]!

console.log(`${paths} paths a point; stops of the core over the reference\n`)
const all: Row[] = []
for (const { name, set } of REFERENCE_SETS) {
  const rows = await compareSet(set, paths, 11)
  all.push(...rows)
  console.log(`${name.padEnd(28)} ${rows.filter(row => row.light === 'all').map(row => `${row.point.replace('backdrop/', '').replace('subject/', '')} ${row.differenceStops.toFixed(3)}`).join('  ')}   single lights: worst ${worst(rows.filter(row => row.light !== 'all')).toFixed(3)}`)
}
const [together, single] = [all.filter(row => row.light === 'all'), all.filter(row => row.light !== 'all')]
console.log(`\nall lights on: ${at95(together).toFixed(3)} at the 95th percentile, ${worst(together).toFixed(3)} at worst (${together.length} points)`)
console.log(`single lights: ${at95(single).toFixed(3)} at the 95th percentile, ${worst(single).toFixed(3)} at worst (${single.length} readings)`)
