import { defineEventHandler } from 'h3'

/** Says that the server stands; it knows nothing that could be ill by itself. */
export default defineEventHandler(() => ({ isUp: true }))
