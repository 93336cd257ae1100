/** A line to the relay: it is tried again by itself, sooner at first and never more often than twice a second. */

/** How long until the line is tried again, milliseconds. */
const AGAIN_MS = [500, 1000, 2000, 4000, 8000]

/** What becomes of a line. */
export type LineHandlers = {
  opened: () => void
  closed: (code: number) => void
  heard: (bytes: Uint8Array) => void
}

/** Keeps a line open until it is ended. */
export const openLine = (url: string, { opened, closed, heard }: LineHandlers) => {
  let socket: WebSocket | undefined
  let failures = 0
  let timer: ReturnType<typeof setTimeout> | undefined
  let isEnded = false

  const connect = () => {
    const mine = (socket = new WebSocket(url))
    mine.binaryType = 'arraybuffer'
    mine.onopen = () => {
      failures = 0
      opened()
    }
    mine.onmessage = ({ data }: MessageEvent<unknown>) => data instanceof ArrayBuffer && heard(new Uint8Array(data))
    mine.onclose = ({ code }) => {
      if (socket !== mine) return
      socket = undefined
      closed(code)
      if (isEnded) return
      timer = setTimeout(connect, AGAIN_MS[Math.min(failures, AGAIN_MS.length - 1)])
      failures += 1
    }
  }
  connect()

  // A page that is put away, or kept aside for the way back, holds no line: it would keep the next page out.
  const putAway = () => socket?.close()
  globalThis.addEventListener?.('pagehide', putAway)

  return {
    /** Sends where the line is open; false where it is not. */
    send: (bytes: Uint8Array<ArrayBuffer>): boolean => {
      if (socket?.readyState !== WebSocket.OPEN) return false
      socket.send(bytes)
      return true
    },
    /** Tries at once: the network may be back. */
    retry: () => {
      if (socket || isEnded) return
      clearTimeout(timer)
      connect()
    },
    end: () => {
      isEnded = true
      globalThis.removeEventListener?.('pagehide', putAway)
      clearTimeout(timer)
      socket?.close()
    },
  }
}

/** A line that is kept open. */
export type Line = ReturnType<typeof openLine>
