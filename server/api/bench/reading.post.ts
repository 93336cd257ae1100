import { createError, defineEventHandler } from 'h3'
import { ReadingRequestSchema } from '#core/bench/requests'
import { readRequest } from '../../shell/readRequest'
import { withRig } from '../../bench/withRig'
import { work, WorkshopBusy } from '../../bench/workshop'

export default defineEventHandler(async event => {
  const request = withRig(await readRequest(event, ReadingRequestSchema))
  let fNumber: number | null = null
  try {
    await work({ kind: 'reading', request }, result => {
      if (result.kind === 'reading') fNumber = result.fNumber
    })
  } catch (error) {
    throw createError({ statusCode: error instanceof WorkshopBusy ? 503 : 500, message: (error as Error).message })
  }
  return { fNumber }
})
