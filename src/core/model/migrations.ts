import { fail, ok, type Result } from '../base/result'

/** The version this program writes. Raise it together with a migration and a frozen document of the version before. */
export const CURRENT_VERSION = 1

/** A named, deterministic step from one version of a record to the next. */
export interface Migration {
  readonly from: number
  readonly name: string
  readonly migrate: (document: Record<string, unknown>) => Record<string, unknown>
}

/** All migrations, oldest first. Version 1 is the first that was published, so there are none yet. */
export const MIGRATIONS: readonly Migration[] = []

/**
 * Brings a document up to `current`. A newer one is refused; a gap in the chain is a broken invariant and throws.
 * The version is written last, when every step has run.
 */
export function migrate(
  document: Record<string, unknown>,
  migrations: readonly Migration[] = MIGRATIONS,
  current = CURRENT_VERSION,
): Result<Record<string, unknown>> {
  const version = document.version
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) {
    return fail({ code: 'bad-value', path: 'version', actual: JSON.stringify(version) ?? 'missing', expected: 'a whole number from 1' })
  }
  if (version > current) return fail({ code: 'newer-version', actual: version, newest: current })
  let migrated = document
  for (let at = version; at < current; at++) {
    const step = migrations.find((m) => m.from === at)
    if (!step) throw new Error(`there is no migration from version ${at}`)
    migrated = step.migrate(migrated)
  }
  return ok({ ...migrated, version: current })
}
