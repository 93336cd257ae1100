// Looks of one hall matched in another with another kit: npm run matches [COUNT [FIRST]]
import { matchElsewhere } from '#core/match/match'
import { isMet } from '#core/match/deviations'
import { impossibleMatches, madeMatch } from '#support/matches'

const [countText = '30', firstText = '1'] = process.argv.slice(2)
const [count, first] = [Number(countText), Number(firstText)]
let met = 0
const took: { first: number; whole: number }[] = []
for (let seed = first; seed < first + count; seed++) {
  const { name, ...question } = await madeMatch(seed)
  const began = performance.now()
  let firstMs = 0
  const answer = await matchElsewhere(question, {
    report: () => {
      firstMs ||= performance.now() - began
    },
  })
  took.push({ first: firstMs, whole: performance.now() - began })
  const [best] = answer!.matches
  const off = (best?.deviations ?? [])
    .filter(deviation => question.asked[deviation.aspect] === 'hard')
    .map(
      deviation =>
        `${deviation.aspect} ${deviation.off.toFixed(2)}${isMet(deviation) ? '' : ` ! ${JSON.stringify(best!.causes[deviation.aspect])}`}`,
    )
  const isAll = best !== undefined && best.isMet && best.inFrame.length === 0
  met += Number(isAll)
  console.log(
    [
      seed,
      name,
      isAll ? 'met' : 'MISSED',
      best?.help,
      best?.inFrame.join('+'),
      off.join('; '),
      (took.at(-1)!.whole / 1000).toFixed(1),
    ].join('\t'),
  )
}
const middle = (values: number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]! / 1000
console.log(
  `${met} of ${count} met; first answer ${middle(took.map(one => one.first)).toFixed(1)} s, done ${middle(took.map(one => one.whole)).toFixed(1)} s in the middle, at most ${(Math.max(...took.map(one => one.whole)) / 1000).toFixed(1)} s`,
)

let named = 0
for (const { name, aspect, causes, ...question } of await impossibleMatches()) {
  const [best] = (await matchElsewhere(question))!.matches
  const cause = best?.causes[aspect]
  const isNamed = cause !== undefined && causes.includes(cause.is)
  named += Number(isNamed)
  const off = best?.deviations.find(one => one.aspect === aspect)?.off
  console.log([name, aspect, off?.toFixed(2), isNamed ? 'named' : 'NOT NAMED', JSON.stringify(cause)].join('\t'))
}
console.log(`${named} of 10 impossible ones named with their cause`)
