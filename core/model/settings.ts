import type { LightSetting, Look } from './schema'

/** A look's light settings with only some of its lights on. */
export const onlyOn = (look: Look, lightIds: readonly string[]): Record<string, LightSetting> =>
  Object.fromEntries(
    Object.entries(look.lights).map(([id, setting]) => [id, { ...setting, on: lightIds.includes(id) }]),
  )
