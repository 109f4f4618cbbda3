import { z } from 'zod'

/** Checks without making functions from text: the page’s policy forbids that. Set before the first schema is made. */
z.config({ jitless: true })

export { z }
