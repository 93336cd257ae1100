/** Rules that schemas have of their own, beside types and borders: what an issue has for its message. */
export const RULES = [
  'id-letters',
  'id-taken',
  'no-list',
  'not-sound',
  'subject-needed',
  'look-needed',
  'own-point-id',
  'date-form',
  'bracket-short',
  'bracket-falls',
  'bracket-flat',
  'curve-falls',
  'curve-not-full',
  'levels-crossed',
  'not-base64',
  'exercise-needed',
  'no-exercise',
  'universe-needed',
  'universes-over',
  'desk-name',
  'no-look',
  'no-meter-point',
  'no-light',
  'shot-name',
] as const

/** One of these rules. */
export type Rule = (typeof RULES)[number]

/** The rule itself: schemas take any text for a message, this only what wording has a text for. */
export const rule = (of: Rule): Rule => of

/** The rule that a message is; null where it is the library's own. */
export const ruleIn = (message: string): Rule | null => RULES.find(one => one === message) ?? null
