import { isEqual } from '../edits/patch'
import type { Aim, Look, StudioSet } from '../model/schema'
import { inLook } from './inLook'
import { LISTS, type Overridden } from './overridden'
import { NO_OVERRIDES, OVERRIDABLE, type OverridableList, type Overrides } from '../model/overridesSchema'

type Fields = Record<string, unknown>

const onlyKnown = (byId: Readonly<Record<string, Fields>>, ids: ReadonlySet<string>) =>
  Object.fromEntries(Object.entries(byId).filter(([id, fields]) => ids.has(id) && Object.keys(fields).length > 0))

/** Overrides that speak of things that are there; the same object where nothing has to go. */
export const withoutStrayOverrides = (overrides: Overrides, set: StudioSet): Overrides => {
  const ids = (list: OverridableList) => new Set(set[list].map(({ id }) => id))
  const boards = new Set([...ids('panels'), ...ids('props')])
  const subjects = ids('subjects')
  const aimed = (fields: { aim?: Aim }) =>
    fields.aim?.at === 'subject' && !subjects.has(fields.aim.subjectId)
      ? { ...fields, aim: { ...fields.aim, subjectId: set.subjects[0]!.id } }
      : fields
  const isSound =
    overrides.out.every(id => boards.has(id)) &&
    LISTS.every(list => Object.keys(overrides[list]).every(id => ids(list).has(id))) &&
    Object.values(overrides.lights).every(fields => aimed(fields) === fields)
  if (isSound) return overrides
  return {
    ...overrides,
    lights: Object.fromEntries(
      Object.entries(onlyKnown(overrides.lights, ids('lights'))).map(([id, fields]) => [id, aimed(fields)]),
    ),
    panels: onlyKnown(overrides.panels, ids('panels')),
    props: onlyKnown(overrides.props, ids('props')),
    subjects: onlyKnown(overrides.subjects, subjects),
    out: overrides.out.filter(id => boards.has(id)),
  } as Overrides
}

/** A look that has one thing as the set has it again, or everything where none is named. */
export const takeBackOverride = (look: Look, what?: Overridden): Look => {
  const { overrides } = look
  if (!what) return { ...look, overrides: NO_OVERRIDES }
  switch (what.of) {
    case 'out':
      return { ...look, overrides: { ...overrides, out: overrides.out.filter(id => id !== what.id) } }
    case 'camera':
    case 'backdrop':
      return { ...look, overrides: { ...overrides, [what.of]: {} } }
    default: {
      const { [what.id]: _gone, ...rest } = overrides[what.of]
      return { ...look, overrides: { ...overrides, [what.of]: rest } }
    }
  }
}

/** A thing of the set, and what a look has of it otherwise, after an edit of the thing as the look shows it. */
const shared = <T extends object>(
  keys: readonly string[],
  { stored, own, before, after }: { stored: T; own: Fields; before: T; after: T },
  isHere: boolean,
): { stored: T; own: Fields } => {
  if (before === after) return { stored, own }
  const nextStored = new Map(Object.entries(stored))
  const nextOwn = new Map(Object.entries(own))
  for (const key of Object.keys(after)) {
    const [was, is] = [(before as Fields)[key], (after as Fields)[key]]
    if (isEqual(was, is)) continue
    const isOwn = keys.includes(key) && (isHere || Object.hasOwn(own, key))
    if (!isOwn) nextStored.set(key, is)
    // Moved back to where the set has it, a thing differs no more.
    else if (isEqual((stored as Fields)[key], is)) nextOwn.delete(key)
    else nextOwn.set(key, is)
  }
  return { stored: Object.fromEntries(nextStored) as T, own: Object.fromEntries(nextOwn) }
}

type Item = { id: string }

/** An edit of a list as one look shows it, brought into the set's list and the look's overrides. */
const sharedList = (
  keys: readonly string[],
  lists: { stored: readonly Item[]; before: readonly Item[]; after: readonly Item[] },
  own: Readonly<Record<string, Fields>>,
  isHere: boolean,
): { stored: Item[]; own: Record<string, Fields> } => {
  const { stored, before, after } = lists
  const [was, is] = [new Map(before.map(item => [item.id, item])), new Map(after.map(item => [item.id, item]))]
  const nextOwn = new Map(Object.entries(own))
  const kept = new Map<string, Item>()
  for (const item of stored) {
    // What this look does without is not among what was edited.
    if (!was.has(item.id)) kept.set(item.id, item)
    else if (is.has(item.id)) {
      const next = shared(
        keys,
        { stored: item, own: own[item.id] ?? {}, before: was.get(item.id)!, after: is.get(item.id)! },
        isHere,
      )
      kept.set(item.id, next.stored)
      if (Object.keys(next.own).length > 0) nextOwn.set(item.id, next.own)
      else nextOwn.delete(item.id)
    }
  }
  const order = after.map(({ id }) => id)
  const hidden = [...kept.keys()].filter(id => !is.has(id))
  for (const item of after) if (!kept.has(item.id)) kept.set(item.id, item)
  return { stored: [...order, ...hidden].map(id => kept.get(id)!), own: Object.fromEntries(nextOwn) }
}

/**
 * Brings an edit that was made of the set as one look shows it into the set itself. With `isHere` a panel or prop that
 * is put up or taken away is there, or gone, in this look only.
 */
const intoSet = (
  stored: StudioSet,
  lookId: string,
  { before, after }: { before: StudioSet; after: StudioSet },
  isHere: boolean,
): StudioSet => {
  if (before === after) return stored
  const own = stored.looks.find(({ id }) => id === lookId)?.overrides ?? NO_OVERRIDES
  const lists = Object.fromEntries(
    LISTS.map(kind => [
      kind,
      sharedList(
        OVERRIDABLE[kind],
        { stored: stored[kind], before: before[kind], after: after[kind] },
        own[kind],
        isHere,
      ),
    ]),
  ) as Record<OverridableList, { stored: Item[]; own: Record<string, Fields> }>
  const camera = shared(
    OVERRIDABLE.camera,
    { stored: stored.camera, own: own.camera, before: before.camera, after: after.camera },
    isHere,
  )
  const backdrop = shared(
    OVERRIDABLE.backdrop,
    { stored: stored.backdrop, own: own.backdrop, before: before.backdrop, after: after.backdrop },
    isHere,
  )
  const boards = ['panels', 'props'] as const
  /** Panels and props of one stage that another lacks, as far as that is about this look alone. */
  const onlyIn = (one: StudioSet, other: StudioSet): string[] =>
    isHere
      ? boards.flatMap(kind => one[kind].map(({ id }) => id).filter(id => !other[kind].some(board => board.id === id)))
      : []
  const [goneHere, newHere] = [onlyIn(before, after), onlyIn(after, before)]
  const withBoards = <K extends 'panels' | 'props'>(kind: K): StudioSet[K] =>
    [
      ...(lists[kind].stored as StudioSet[K]),
      ...(stored[kind].filter(({ id }) => goneHere.includes(id)) as StudioSet[K]),
    ] as StudioSet[K]
  const next: StudioSet = {
    ...after,
    lights: lists.lights.stored as StudioSet['lights'],
    subjects: lists.subjects.stored as StudioSet['subjects'],
    panels: withBoards('panels'),
    props: withBoards('props'),
    camera: camera.stored,
    backdrop: backdrop.stored,
  }
  const overridesOf = (look: Look): Overrides => {
    if (look.id !== lookId) return { ...look.overrides, out: [...look.overrides.out, ...newHere] }
    // The edit itself may have changed what the look has otherwise (taken it back): that stands.
    const was = before.looks.find(({ id }) => id === lookId)?.overrides
    if (was !== look.overrides) return look.overrides
    return {
      lights: lists.lights.own,
      panels: lists.panels.own,
      props: lists.props.own,
      subjects: lists.subjects.own,
      camera: camera.own,
      backdrop: backdrop.own,
      out: [...look.overrides.out, ...goneHere],
    } as Overrides
  }
  return {
    ...next,
    looks: next.looks.map(look => ({ ...look, overrides: withoutStrayOverrides(overridesOf(look), next) })),
  }
}

/**
 * Makes an edit of the set as one look shows it. What the look has otherwise already is changed for this look alone,
 * and with `isHere` so is everything else that a look may have otherwise; the rest changes for all looks.
 */
export const editInLook = (
  set: StudioSet,
  lookId: string,
  change: (shown: StudioSet) => StudioSet,
  isHere: boolean,
): StudioSet => {
  const shown = inLook(set, lookId)
  if (shown === set && !isHere) return change(set)
  // Looks are edited as they are kept, with what they have otherwise.
  const before = { ...shown, looks: set.looks }
  return intoSet(set, lookId, { before, after: change(before) }, isHere)
}
