'use client'

import { plural } from '@/core/base/words'
import { Download } from 'lucide-react'
import { useWorkerQuery, type WorkerQuery } from '@/store/workerQueries'
import { diskRoomNow, type DiskRoom } from '@/store/diskRoom'
import { download, fileName } from '@/store/download'
import { PhotosKept } from './PhotosKept'
import { useStudio } from '@/store/studioStore'

const megabytes = (bytes: number): string =>
  bytes < 1_073_741_824 ? `${(bytes / 1_048_576).toFixed(1)} MB` : `${(bytes / 1_073_741_824).toFixed(1)} GB`

const ROOM: WorkerQuery<{ savedMs: number }, DiskRoom | null> = {
  name: 'disk room',
  what: 'The browser does not say how much room there is',
  keepMs: 0,
  ask: () => diskRoomNow(),
}

/** What this browser keeps: how much room it takes, and what could not be read. */
export function KeepingPanel() {
  const setAside = useStudio((s) => s.setAside)
  const savedAt = useStudio((s) => s.savedAt)
  const { value: room } = useWorkerQuery(ROOM, { savedMs: savedAt?.getTime() ?? 0 })
  return (
    <section aria-labelledby="keeping" className="space-y-2 text-sm">
      <h2 id="keeping" className="text-lg font-bold">
        In this browser
      </h2>
      {room && (
        <p data-testid="disk-room">
          <span className="numbers">{megabytes(room.used)}</span> used of{' '}
          <span className="numbers">{megabytes(room.granted)}</span> that it grants.{' '}
          {room.persistent
            ? 'It has promised not to throw any of it away.'
            : 'It may throw it away when its disk is full: keep an export of your own.'}
        </p>
      )}
      <PhotosKept />
      {setAside.length > 0 && (
        <>
          <p>
            {setAside.length === 1 ? 'One record' : `${setAside.length} records`} could not be read. Nothing of{' '}
            {plural(setAside.length, 'it', 'them')} is deleted.
          </p>
          <ul className="space-y-1">
            {setAside.map((one, i) => (
              <li key={`${one.key}-${i}`} data-testid="set-aside">
                <button
                  type="button"
                  className="btn btn-sm"
                  onClick={() =>
                    download(
                      fileName(`${one.key.replace(':', ' ')} set aside`, 'json'),
                      new Blob([JSON.stringify(one, null, 1)], { type: 'application/json' }),
                    )
                  }
                >
                  <Download size={15} aria-hidden /> {one.key.replace(/^piece:/, 'Piece ')}
                </button>
                <span className="block text-xs text-base-content/80">{one.why}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  )
}
