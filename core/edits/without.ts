/** What a record holds of other ids than these. */
export const without = <T>(record: Readonly<Record<string, T>>, ids: readonly string[]): Record<string, T> =>
  Object.fromEntries(Object.entries(record).filter(([id]) => !ids.includes(id)))
