import { benchFrame } from '../../bench/answers'
import { readRequest } from '../../bench/readRequest'
import { FrameRequestSchema } from '../../bench/requests'

export default defineEventHandler(async (event) => {
  const png = await benchFrame(await readRequest(event, FrameRequestSchema))
  setHeader(event, 'content-type', 'image/png')
  setHeader(event, 'cache-control', 'no-store')
  return Buffer.from(png)
})
