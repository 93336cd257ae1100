import type { MeterPoint } from '../evaluation/probes/points'
import type { Light } from '../model/schema'
import type { MeterStep } from './step'

/** What is to be read, as a title: `B alone`, `All together`. */
export const stepTitle = (step: MeterStep, lights: readonly Light[]): string => {
  switch (step.kind) {
    case 'ambient':
      return 'Room light'
    case 'alone':
      return `${lights.find(light => light.id === step.lightIds[0])?.name ?? 'Light'} alone`
    case 'spill':
      return 'Backdrop lights only'
    case 'together':
    case 'even':
      return 'All together'
  }
}

/** The same step in a list, with its place. */
export const stepName = (step: MeterStep, lights: readonly Light[], point: MeterPoint | undefined): string => {
  const place = point?.name.replace('Backdrop ', 'backdrop ').replace('Subject', 'subject') ?? ''
  return step.kind === 'together' ? `All, ${place}` : stepTitle(step, lights)
}

/** Which lamps to switch on and off, in words. */
export const lampWords = (step: MeterStep, inUse: readonly Light[]): string => {
  const names = (lights: readonly Light[]) => lights.map(light => light.name).join(', ')
  const [on, off] = [
    inUse.filter(({ id }) => step.lightIds.includes(id)),
    inUse.filter(({ id }) => !step.lightIds.includes(id)),
  ]
  if (on.length === 0) return 'All lamps off'
  return off.length === 0 ? 'All lamps on' : `${names(on)} on, ${names(off)} off`
}

/** Where to hold the meter, and which way. */
export const whereWords = ({ kind }: Pick<MeterStep, 'kind'>, { heldWords, facingWords }: MeterPoint): string =>
  kind === 'ambient'
    ? `Hold the meter at the subject, in ambient mode, ${facingWords}, all lamps off.`
    : `Hold the meter ${heldWords}, ${facingWords}.`

/** A spoken prompt: what to switch, where to hold the meter, what it should show. Part-stops are said, not signs. */
export const spokenPrompt = (
  step: MeterStep,
  inUse: readonly Light[],
  point: MeterPoint,
  expected: string | undefined,
): string => {
  const said = expected?.replace(/^f\//, 'f ').replace(/ \+0\.(\d)/, ' and $1 tenths')
  return `${lampWords(step, inUse)}. Meter ${point.heldWords}, ${point.facingWords}.${said ? ` Expect ${said}.` : ''}`
}
