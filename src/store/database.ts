import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Entry, LoggedEntry } from '@/core/model/ledger'

/** One saved record: the studio’s head, or one piece, as the log up to `Written.seq` left it. */
export interface StoredRecord {
  readonly key: string
  readonly version: number
  readonly value: unknown
}

/** Up to where the log is written down in the records, and the last deed of each tab in it. */
export interface Written {
  readonly seq: number
  readonly seen: Readonly<Record<string, number>>
}

/** A record that could not be read, kept as it was found. */
export interface SetAside {
  readonly key: string
  readonly at: string
  readonly why: string
  readonly record: StoredRecord
  /** What was logged of it and not written down. */
  readonly entries: readonly Entry[]
}

/** A small picture of a piece: a cache, given up first when room is short. */
export interface KeptPicture {
  /** What the picture was made of, in short: another text means another picture. */
  readonly of: string
  /** When it was kept, ms since 1970. */
  readonly at: number
  readonly width: number
  readonly height: number
  readonly pixels: Uint8ClampedArray<ArrayBuffer>
}

/** What has been kept for an import that has not come to its edit yet. */
export interface ImportJournal {
  readonly file: string
  readonly of: number
  readonly kept: readonly string[]
}

interface VerniceDatabase extends DBSchema {
  records: { key: string; value: StoredRecord }
  log: { key: number; value: Entry | LoggedEntry; indexes: { id: string } }
  written: { key: string; value: Written }
  setAside: { key: number; value: SetAside }
  originals: { key: string; value: StoredRecord }
  thumbnails: { key: string; value: KeptPicture }
  /** Photographs, small and whole, apart: a list of small ones never reads a whole one. */
  photoSmall: { key: string; value: Blob }
  photoWhole: { key: string; value: Blob }
  imports: { key: string; value: ImportJournal }
}

export type Database = IDBPDatabase<VerniceDatabase>

export const DATABASE_NAME = 'vernice'
const DATABASE_VERSION = 4

/** What may become of the database while it is opened or open. */
export interface Events {
  /** A tab with an older Vernice holds it, and this one waits. */
  readonly waits: () => void
  /** A newer Vernice wants it: it is closed at once, so that nothing blocks that one. */
  readonly overtaken: () => void
  /** It is being deleted, or the browser has ended it. */
  readonly lost: (why: 'deleted' | 'ended') => void
}

const NO_MATTER: Events = { waits: () => undefined, overtaken: () => undefined, lost: () => undefined }

/**
 * Opens the browser’s database. Version 1 kept records with a history of patches; version 2 keeps a log of deeds instead; version 3
 * keeps photographs; version 4 knows of imports that are under way.
 */
export function openDatabase(on: Events = NO_MATTER): Promise<Database> {
  const opened = openDB<VerniceDatabase>(DATABASE_NAME, DATABASE_VERSION, {
    upgrade(database, from) {
      if (from < 1) {
        database.createObjectStore('records', { keyPath: 'key' })
        database.createObjectStore('originals', { keyPath: 'key' })
      } else if (from < 2) {
        ;(database as unknown as IDBDatabase).deleteObjectStore('history')
        database.deleteObjectStore('thumbnails')
      }
      if (from < 2) {
        database.createObjectStore('thumbnails')
        database
          .createObjectStore('log', { keyPath: 'seq', autoIncrement: true })
          .createIndex('id', 'id', { unique: true })
        database.createObjectStore('written')
        database.createObjectStore('setAside', { autoIncrement: true })
      }
      if (from < 3) {
        database.createObjectStore('photoSmall')
        database.createObjectStore('photoWhole')
      }
      database.createObjectStore('imports')
    },
    blocked: on.waits,
    blocking(_own, wanted) {
      void opened.then((database) => database.close())
      if (wanted === null) on.lost('deleted')
      else on.overtaken()
    },
    terminated: () => on.lost('ended'),
  })
  return opened
}

export const HEAD_KEY = 'studio'

export const pieceKey = (id: string): string => `piece:${id}`
