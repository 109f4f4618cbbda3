import { VIEWS } from '@/views/views'

/** The pages whose HTML is kept for use without the server. Every piece shares one page: it reads its id from the address. */
const PLAN_SHELL = '/plan/_'
export const SHELLS: readonly string[] = [...VIEWS.map(({ path }) => path), '/lost', PLAN_SHELL]

/** Which kept page answers an address; null when none does. */
export function shellFor(pathname: string): string | null {
  const path = pathname.length > 1 ? pathname.replace(/\/$/, '') : pathname
  if (/^\/plan\/[^/]+$/.test(path)) return PLAN_SHELL
  return SHELLS.includes(path) ? path : null
}
