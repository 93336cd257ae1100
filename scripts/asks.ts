// The search for moves on generated questions, beside a plain random search with ten times the tries: npm run asks
// [COUNT]
import { propose } from '#core/solve/moves/propose'
import { isPowerEnough, reachableQuestion, unreachableQuestion, type Binds } from '#support/askedSets'
import { randomSearch } from '#support/randomSearch'

const [countText = '40', first = '1'] = process.argv.slice(2)
const worst = (misses: readonly { stops: number; isHard: boolean }[]) =>
  Math.max(...misses.filter(miss => miss.isHard).map(miss => Math.abs(miss.stops)))
let [reached, beaten, byPower, count] = [0, 0, 0, 0]
for (let seed = Number(first); seed < Number(first) + Number(countText); seed++) {
  const question = await reachableQuestion(seed)
  const start = performance.now()
  const {
    trials: [own],
    tried,
  } = (await propose(question))!
  const seconds = (performance.now() - start) / 1000
  const plain = process.env.PLAIN === '0' ? undefined : await randomSearch(question, 10 * tried, seed)
  const isPower = await isPowerEnough(question)
  // Equal or better error where both reach is being within tolerance.
  const isAhead = own!.isReached && (!plain?.isReached || own!.minutes <= plain.minutes + 1e-9)
  count += 1
  reached += Number(own!.isReached)
  beaten += Number(isAhead)
  byPower += Number(isPower)
  console.log(
    `${seed}\t${own!.isReached ? 'reached' : 'short'}\t${worst(own!.misses).toFixed(3)}\t${own!.minutes.toFixed(1)} min\t${own!.moves.map(move => move.family).join(' + ') || 'powers'}\ttried ${tried}, ${seconds.toFixed(1)} s\tplain: ${plain ? `${plain.isReached ? 'reached' : 'short'} ${worst(plain.misses).toFixed(3)} ${plain.minutes.toFixed(1)} min` : '-'}\t${isAhead ? 'ahead' : 'behind'}`,
  )
}
console.log(
  `${reached} of ${count} reached, ${beaten} ahead of or level with the plain search; ${byPower} by powers alone`,
)
const kinds: Binds[] = ['power', 'spill', 'room', 'frame']
let right = 0
for (const binds of kinds) {
  for (let seed = 1; seed <= Math.ceil(Number(countText) / 8); seed++) {
    const {
      trials: [own],
      binding,
    } = (await propose(await unreachableQuestion(binds, seed)))!
    right += Number(binding === binds)
    console.log(
      `${binds} ${seed}\t${own?.isReached ? 'reached' : 'short'} by ${own ? worst(own.misses).toFixed(2) : '-'}\tsays ${binding}\t${own?.moves.map(move => move.family).join(' + ')}`,
    )
  }
}
console.log(`${right} of ${4 * Math.ceil(Number(countText) / 8)} binding causes right`)
