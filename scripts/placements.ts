// One placement for several looks on made studios, beside a plain random search with ten times the tries:
// npm run placements [COUNT [FIRST]]
import { NOTHING_LEARNED } from '#core/calibration/calibration'
import { placeForAll } from '#core/solve/together/placeForAll'
import { jointQuestion } from '#support/askedSets'
import { isBetter, randomPlacement } from '#support/randomPlacement'

const [countText = '40', firstText = '1'] = process.argv.slice(2)
const [count, first] = [Number(countText), Number(firstText)]
const said = ({ served, missStops, onceMinutes, betweenMinutes }: Parameters<typeof isBetter>[0]) =>
  `${served} served, ${missStops.toFixed(2)} missed, ${onceMinutes.toFixed(1)} + ${betweenMinutes.toFixed(1)} min`
let behind = 0
for (let seed = first; seed < first + count; seed++) {
  const set = jointQuestion(seed)
  const learned = Object.fromEntries(set.looks.map(({ id }) => [id, NOTHING_LEARNED]))
  const question = { set, learned, fixedIds: [], mayChangeCamera: false }
  const start = performance.now()
  const { front, tried } = (await placeForAll(question, { mostMoved: 0 }))!
  const seconds = (performance.now() - start) / 1000
  const own = front.toSorted((a, b) => (isBetter(a, b) ? -1 : Number(isBetter(b, a))))[0]!
  const plain = process.env.PLAIN === '0' ? undefined : await randomPlacement(question, 10 * tried, seed)
  const isBehind = plain !== undefined && isBetter(plain, own)
  behind += Number(isBehind)
  console.log(
    [
      seed,
      `${set.looks.length} looks`,
      said(own),
      own.moves.map(({ family }) => family).join(' + ') || 'powers',
      `tried ${tried}, ${seconds.toFixed(1)} s`,
      plain ? `plain: ${said(plain)} (${plain.moves.map(({ family }) => family).join(' + ')})` : '-',
      isBehind ? 'behind' : 'level or ahead',
    ].join('\t'),
  )
}
console.log(`${count - behind} of ${count} level with or ahead of the plain search`)
