import { makePlayback } from '#core/control/playback'
import type { RigCommand, RigState } from '#core/control/protocol'
import { err, ok, type Outcome } from '#core/shared/outcome'

/** A desk that said nothing for so long is away. */
const AWAY_MS = 6000
/** Once levels were held long enough they fade out, and the universe is let go. */
const LETTING_GO_S = 3

type Armed = {
  desk: string
  name: string
  universes: readonly number[]
  priority: number
  holdS: number | null
  heardAt: number
  lettingGoAt: number | undefined
}

/** What goes out, and who may change it: one desk at a time. Time is whatever the caller counts in milliseconds. */
export const makeDesk = ({ secret, release }: { secret: string; release: (universes: readonly number[]) => void }) => {
  let armed: Armed | undefined
  let playback = makePlayback()

  const disarm = () => {
    const before = armed
    armed = undefined
    playback = makePlayback()
    if (before) release(before.universes)
  }

  const isAway = (one: Armed, nowMs: number) => nowMs - one.heardAt > AWAY_MS

  const arm = (command: Extract<RigCommand, { kind: 'arm' }>, nowMs: number): Outcome<void> => {
    if (secret !== '' && command.secret !== secret)
      return err(
        'Levels would go further than this machine: the rig needs the secret that was printed when the server was started.',
      )
    if (armed && armed.desk !== command.desk && !command.takesOver)
      return err(`"${armed.name}" has the rig. Take it over, or disarm it there.`)
    const dropped = armed?.universes.filter(universe => !command.universes.includes(universe)) ?? []
    if (armed && armed.desk !== command.desk) playback.setBlackout(false)
    if (dropped.length > 0) release(dropped)
    const { desk, name, priority, holdS } = command
    armed = { desk, name, universes: command.universes, priority, holdS, heardAt: nowMs, lettingGoAt: undefined }
    return ok(undefined)
  }

  return {
    /** Does what a desk says; refuses what comes from another than the one that has the rig. */
    take: (command: RigCommand, nowMs: number): Outcome<void> => {
      if (command.kind === 'arm') return arm(command, nowMs)
      if (!armed) return command.kind === 'disarm' ? ok(undefined) : err('The rig is not armed. Nothing was sent.')
      if (armed.desk !== command.desk) return err(`"${armed.name}" has the rig. Nothing was sent.`)
      armed.heardAt = nowMs
      armed.lettingGoAt = undefined
      if (command.kind === 'disarm') disarm()
      if (command.kind === 'master') playback.setMaster(command.level)
      if (command.kind === 'blackout') playback.setBlackout(command.isOn)
      if (command.kind === 'play') {
        const { universes } = armed
        playback.play(
          command.channels.filter(({ universe }) => universes.includes(universe)),
          command.fadeS,
          nowMs,
        )
      }
      return ok(undefined)
    },
    /** Lets go of what nobody holds any more; to be called before each round of packets. */
    tick: (nowMs: number): void => {
      if (!armed || !isAway(armed, nowMs) || armed.holdS === null) return
      const heldMs = nowMs - armed.heardAt
      if (armed.lettingGoAt === undefined && heldMs > 1000 * armed.holdS) {
        armed.lettingGoAt = nowMs
        playback.play([], LETTING_GO_S, nowMs)
      }
      if (armed.lettingGoAt !== undefined && nowMs - armed.lettingGoAt > 1000 * LETTING_GO_S) disarm()
    },
    /** Somebody has it: packets go out. */
    get isArmed(): boolean {
      return armed !== undefined
    },
    /** What is to be sent now. */
    outgoing: (nowMs: number): { universe: number; slots: Uint8Array; priority: number }[] =>
      armed?.universes.map(universe => ({
        universe,
        slots: playback.slotsAt(universe, nowMs),
        priority: armed!.priority,
      })) ?? [],
    disarm,
    state: (nowMs: number): RigState['armed'] =>
      armed
        ? {
            name: armed.name,
            universes: [...armed.universes],
            priority: armed.priority,
            master: playback.master,
            isBlackout: playback.isBlackout,
            isFading: playback.isFading(nowMs),
            holding: isAway(armed, nowMs)
              ? {
                  leftS:
                    armed.holdS === null ? null : Math.max(0, Math.round(armed.holdS - (nowMs - armed.heardAt) / 1000)),
                }
              : null,
          }
        : null,
  }
}
