import { config } from 'zod'

/** Checks without making functions from text: the page’s policy forbids that. Set before the first schema is made. */
config({ jitless: true })

/* Piece by piece, so that what nobody uses stays out of the page: zod’s words in forty languages are half of it. */
export * from 'zod'
