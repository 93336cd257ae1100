/** One reading to take: which lights burn, and where the meter is held. Ambient is read with all of them off. */
export type MeterStep = {
  id: string
  kind: 'ambient' | 'alone' | 'together' | 'spill' | 'even'
  lightIds: string[]
  pointId: string
}
