// Holds the transport against the independent path tracer and prints the table: npm run reference [-- PATHS [SET...]]
import { compareSet, type Row } from '../tests/reference/compare'
import { REFERENCE_SETS } from '../tests/reference/sets'

const paths = Number(process.argv[2] ?? 40_000)
const wanted = process.argv.slice(3)

const worst = (rows: Row[]) => Math.max(...rows.map(row => Math.abs(row.differenceStops)))
const at95 = (rows: Row[]) =>
  rows.map(row => Math.abs(row.differenceStops)).sort((a, b) => a - b)[Math.ceil(0.95 * rows.length) - 1]!
const short = (point: string) => point.replace(/^.*\//, '')

console.log(`${paths} paths a point; stops of the core over the reference\n`)
const all: Row[] = []
for (const { name, set } of REFERENCE_SETS.filter(
  ({ name }) => wanted.length === 0 || wanted.some(word => name.includes(word)),
)) {
  const rows = await compareSet(set, paths, 11)
  all.push(...rows)
  const single = rows.filter(row => row.light !== 'all')
  const off = single.reduce((most, row) =>
    Math.abs(row.differenceStops) > Math.abs(most.differenceStops) ? row : most,
  )
  console.log(
    `${name}\n  ${rows
      .filter(row => row.light === 'all')
      .map(row => `${short(row.point)} ${row.differenceStops.toFixed(3)}`)
      .join('  ')}\n  single lights: worst ${off.differenceStops.toFixed(3)} (${off.light} at ${short(off.point)})`,
  )
}
const [together, single] = [all.filter(row => row.light === 'all'), all.filter(row => row.light !== 'all')]
console.log(
  `\nall lights on: ${at95(together).toFixed(3)} at the 95th percentile, ${worst(together).toFixed(3)} at worst (${together.length} points)`,
)
console.log(
  `single lights: ${at95(single).toFixed(3)} at the 95th percentile, ${worst(single).toFixed(3)} at worst (${single.length} readings)`,
)
