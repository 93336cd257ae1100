// Sets that were metered in one hall and are metered again with something hidden: npm run repeats [COUNT [ROUGHNESS]]
import { demoSet } from '#core/edits/demo'
import { isSameCulprit } from '#core/records/suspects'
import { findHidden, hiddenOf } from '#support/repeats'
import { xorshift } from '#support/xorshift'

const [countText = '10', roughnessText = '0.5'] = process.argv.slice(2)
const count = Number(countText)
const found: Record<string, number> = {}
for (let hall = 1; hall <= count; hall++) {
  const draw = xorshift(hall)
  for (const hidden of hiddenOf(demoSet(), draw)) {
    const { named, culprits, taken, design } = await findHidden(demoSet(), hidden, {
      seed: hall,
      roughness: Number(roughnessText),
      readings: 3,
    })
    const isFound = isSameCulprit(named, hidden)
    found[hidden.kind] = (found[hidden.kind] ?? 0) + Number(isFound)
    const read = taken.map(({ check, offStops }) => {
      const { lightIds, pointId, meter } = design.checks[check]!
      return `${lightIds.join('+')} ${pointId} ${meter} ${offStops.toFixed(2)}`
    })
    console.log(
      [
        hall,
        JSON.stringify(hidden),
        isFound ? 'found' : `said ${JSON.stringify(named)}`,
        culprits[0]!.probability.toFixed(2),
        read.join('; '),
      ].join('\t'),
    )
  }
}
console.log(
  Object.entries(found)
    .map(([kind, halls]) => `${kind}: ${halls} of ${count}`)
    .join(', '),
)
