import type { Fix } from '../changes/fix'
import { aimAtHead } from '../edits/factories'
import { placeThing, thingOf } from '../edits/things'
import type { Place, StudioSet } from '../model/schema'
import { keyFaultOf, type KeyFault } from '../solve/keyFault'
import { problem, type Check, type CheckContext } from './finding'
import { KEY_FAULT_STEP_M, KEY_FAULT_STEPS } from './thresholds'

/** Where a panel slid aside, the nearer way first, shades the key no longer; undefined where it always does. */
const slidAside = (set: StudioSet, id: string, isStill: (set: StudioSet) => boolean): Place | undefined => {
  const place = thingOf(set, id)?.place
  if (!place) return undefined
  for (let step = 1; step <= KEY_FAULT_STEPS; step++) {
    for (const side of [1, -1]) {
      const aside = { ...place, xM: place.xM + side * step * KEY_FAULT_STEP_M }
      const moved = placeThing(set, id, aside)
      if (moved !== set && !isStill(moved)) return aside
    }
  }
  return undefined
}

const fixOf = (context: CheckContext, fault: KeyFault): Fix | undefined => {
  const { set, look } = context
  const addKey: Fix = { change: { kind: 'add-lights', what: 'key', lookId: look.id } }
  switch (fault.kind) {
    case 'away':
      return { change: { kind: 'aim', id: fault.key.id, aim: aimAtHead(set.subjects[0]!) } }
    case 'no-key':
      return addKey
    case 'no-light':
      return set.lights.length === 0 ? addKey : undefined
    case 'shaded': {
      const { by, key } = fault
      if (!by) return undefined
      const place = slidAside(set, by.id, moved => {
        const again = keyFaultOf({ ...context, set: moved })
        return again?.kind === 'shaded' && again.by?.id === by.id && again.key.id === key.id
      })
      return place && { purpose: { as: 'aside' }, change: { kind: 'place', id: by.id, place } }
    }
  }
}

/** A look whose exposure hangs on a key that is not there, looks elsewhere, or is shaded. */
export const keyFault: Check = context => {
  const fault = keyFaultOf(context)
  return fault ? [problem(context.set, `key/${fault.kind}`, { is: 'key-fault', fault }, fixOf(context, fault))] : []
}
