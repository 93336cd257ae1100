import type { Light } from '#core/model/schema'
import type { PowerChange } from '#core/solve/powerChanges'
import { counted, listed } from './language'
import { nameLightIds } from './lights'
import { formatDial } from './notation/power'
import { formatStops, styleForClick } from './notation/stops'

/** A sentence gives this many instructions; the light list shows the rest. */
const INSTRUCTIONS_SAID = 4

/** A power as an instruction: `add ⅓ stop to both backdrop lights`. */
export const powerChangeWords = (change: PowerChange, all: readonly Light[]): string => {
  const names = nameLightIds(change.lightIds, all)
  const clickStops = all.find(({ id }) => id === change.lightIds[0])?.lamp.clickStops ?? 0.1
  const size = Math.abs(change.stops)
  const amount = `${formatStops(size, styleForClick(clickStops)).slice(1)} ${size > 1 ? 'stops' : 'stop'}`
  switch (change.kind) {
    case 'up':
      return `add ${amount} to ${names}`
    case 'down':
      return `take ${amount} off ${names}`
    case 'off':
      return `switch ${names} off`
    case 'on':
      return `switch ${names} on at ${formatDial(change.powerStops, clickStops)}`
  }
}

/** Several instructions in one phrase. */
export const powerChangesWords = (changes: readonly PowerChange[], all: readonly Light[]): string => {
  const said = changes.slice(0, INSTRUCTIONS_SAID).map(change => powerChangeWords(change, all))
  const rest = changes.length - said.length
  return listed(rest > 0 ? [...said, `make ${counted(rest, 'change')} more`] : said)
}
