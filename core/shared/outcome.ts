/** The answer of a parser: a value, or a message that says what was wrong and what is understood. */
export type Outcome<T> = { ok: true; value: T } | { ok: false; message: string }

/** A value that was understood. */
export const ok = <T>(value: T): Outcome<T> => ({ ok: true, value })

/** A refusal that says what was wrong. */
export const err = <T>(message: string): Outcome<T> => ({ ok: false, message })
