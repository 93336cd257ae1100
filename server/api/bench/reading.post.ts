import { benchReading } from '../../bench/answers'
import { readRequest } from '../../bench/readRequest'
import { ReadingRequestSchema } from '../../bench/requests'

export default defineEventHandler(async event => ({
  fNumber: await benchReading(await readRequest(event, ReadingRequestSchema)) ?? null,
}))
