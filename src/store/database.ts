import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Diff } from '@/core/model/command'

/** One saved record: the studio’s head, or one piece. `revision` grows by one at each save, so that a stale tab notices. */
export interface StoredRecord {
  readonly key: string
  readonly version: number
  readonly revision: number
  readonly value: unknown
}

interface VerniceDatabase extends DBSchema {
  records: { key: string; value: StoredRecord }
  history: { key: string; value: { past: Diff[]; future: Diff[] } }
  originals: { key: string; value: StoredRecord }
  thumbnails: {
    key: string
    value: {
      /** What the picture was made of, in short: another text means another picture. */
      readonly of: string
      readonly width: number
      readonly height: number
      readonly pixels: Uint8ClampedArray<ArrayBuffer>
    }
  }
}

export type Database = IDBPDatabase<VerniceDatabase>

/** Opens the browser’s database. Version 1 has records, history, originals of migrated documents, and thumbnails. */
export const openDatabase = (): Promise<Database> =>
  openDB<VerniceDatabase>('vernice', 1, {
    upgrade(database) {
      database.createObjectStore('records', { keyPath: 'key' })
      database.createObjectStore('history')
      database.createObjectStore('originals', { keyPath: 'key' })
      database.createObjectStore('thumbnails')
    },
  })

export const HEAD_KEY = 'studio'

export const pieceKey = (id: string): string => `piece:${id}`
