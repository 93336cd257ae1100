/**
 * The answer of a parser: a value, or what was wrong. `R` is what was wrong as data, which wording says; where it was
 * said already, text.
 */
export type Outcome<T, R = string> = { ok: true; value: T } | Refused<R>

/** What was wrong. */
export type Refused<R> = { ok: false; message: R }

/** A value that was understood. */
export const ok = <T>(value: T): { ok: true; value: T } => ({ ok: true, value })

/** A refusal that says what was wrong. */
export const err = <const R>(message: R): Refused<R> => ({ ok: false, message })
