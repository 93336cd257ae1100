import { serialize } from 'node:v8'
import type { Carrier } from '#services/rpc/connect'
import { serve, type Api } from '#services/rpc/serve'

/** A worker of two ports in this thread, that can be made to die, and that counts what is sent to it. */
type PortCarrier = Carrier & {
  /** Dies as a worker does that runs out of memory. */
  die: (message: string) => void
  /** Bytes of each message that was sent to it, as the structured clone writes them. */
  sentBytes: number[]
}

/** Starts such workers for an api, and remembers them. */
export const portCarriers = (apiOf: () => Api) => {
  const started: PortCarrier[] = []
  const start = (): Carrier => {
    const { port1, port2 } = new MessageChannel()
    serve(apiOf(), port2 as never)
    port1.start()
    const listeners = new Map<string, ((event: Event) => void)[]>()
    const sentBytes: number[] = []
    const carrier = {
      postMessage: (message: unknown, moved: Transferable[]) => {
        sentBytes.push(sizeOf(message))
        port1.postMessage(message, moved)
      },
      addEventListener: (type: string, heard: (event: Event) => void) => {
        if (type === 'message') port1.addEventListener('message', heard as never)
        else listeners.set(type, [...(listeners.get(type) ?? []), heard])
      },
      removeEventListener: (type: string, heard: (event: Event) => void) =>
        port1.removeEventListener(type as 'message', heard as never),
      terminate: () => {
        port1.close()
        port2.close()
      },
      die: (message: string) =>
        listeners.get('error')?.forEach(heard => heard(Object.assign(new Event('error'), { message }))),
      sentBytes,
    } as unknown as PortCarrier
    started.push(carrier)
    return carrier
  }
  return { start, started, endAll: () => started.splice(0).forEach(one => one.terminate()) }
}

/** Bytes of a message, ports left out. */
const sizeOf = (message: unknown): number =>
  serialize(
    JSON.parse(
      JSON.stringify(message, (_key, value: unknown) => (value instanceof MessagePort ? null : value)) ?? 'null',
    ),
  ).length
