import type { Light, LightSetting } from '../model/schema'

/** A power turned or a light switched, of one light or of several alike; stops against what it was, and below full. */
export type PowerChange = {
  lightIds: readonly string[]
  kind: 'up' | 'down' | 'on' | 'off'
  stops: number
  powerStops: number
}

type One = PowerChange & { job: Light['job'] }

const changeOf = ({ id, job }: Light, from: LightSetting, to: LightSetting): One | undefined => {
  const stops = to.powerStops - from.powerStops
  const one = { lightIds: [id], job, powerStops: to.powerStops }
  if (from.on && !to.on) return { ...one, kind: 'off', stops: 0 }
  if (!from.on && to.on) return { ...one, kind: 'on', stops: 0 }
  if (!to.on || Math.abs(stops) < 1e-9) return undefined
  return { ...one, kind: stops > 0 ? 'up' : 'down', stops }
}

const isAlike = (a: One, b: One): boolean =>
  a.kind === b.kind &&
  a.job === b.job &&
  Math.abs(a.stops - b.stops) < 1e-6 &&
  (a.kind !== 'on' || Math.abs(a.powerStops - b.powerStops) < 1e-6)

/** What has to be turned between two states of the lights, equal changes to lights of one job taken together. */
export const powerChanges = (
  lights: readonly Light[],
  from: Readonly<Record<string, LightSetting>>,
  to: Readonly<Record<string, LightSetting>>,
): PowerChange[] => {
  const changes: One[] = []
  for (const light of lights) {
    const change = changeOf(light, from[light.id]!, to[light.id] ?? from[light.id]!)
    const at = change ? changes.findIndex(other => isAlike(other, change)) : -1
    if (change && at < 0) changes.push(change)
    else if (change) changes[at] = { ...changes[at]!, lightIds: [...changes[at]!.lightIds, light.id] }
  }
  return changes.map(({ job: _job, ...change }) => change)
}
