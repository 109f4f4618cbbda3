'use client'

import { counted, plural } from '@/core/base/words'
import { entriesOf } from '@/core/model/run'
import { useWorkerQuery, type WorkerQuery } from '@/store/workerQueries'
import { usePhotoChanges } from '@/store/photoChanges'
import { deletePhotos, keptPhotos } from '@/store/photos'
import { askToConfirm, useStudio } from '@/store/studioStore'

const KEPT: WorkerQuery<{ changes: number }, readonly string[]> = {
  name: 'kept photographs',
  what: 'The photographs could not be counted',
  keepMs: 0,
  ask: () => keptPhotos(),
}

/** How many photographs are kept, and a way to be rid of those that no record shows any more. */
export function PhotosKept() {
  const pieces = useStudio((s) => s.studio.pieces)
  const changes = usePhotoChanges((s) => s.changes)
  const { value: kept } = useWorkerQuery(KEPT, { changes })
  if (!kept?.length) return null
  const entries = Object.values(pieces).flatMap((piece) => entriesOf(piece.run, 'photo'))
  const shown = new Set(entries.map(({ photoId }) => photoId))
  const loose = kept.filter((id) => !shown.has(id))
  const bytes = entries.reduce((sum, entry) => sum + entry.bytes, 0)
  return (
    <div data-testid="photos-kept">
      <p>
        <span className="numbers">{kept.length}</span> {plural(kept.length, 'photograph', 'photographs')}, about{' '}
        <span className="numbers">{(bytes / 1_048_576).toFixed(1)} MB</span>. They never leave this browser but in a zip
        of yours.
      </p>
      {loose.length > 0 && (
        <button
          type="button"
          className="btn btn-sm"
          onClick={() =>
            askToConfirm({
              title: `Delete ${counted(loose.length, 'photograph', 'photographs')} for good?`,
              words:
                'No record shows them any more; they were taken out, or their piece was deleted. This cannot be undone.',
              choices: [{ label: 'Delete them', act: () => void deletePhotos(loose) }],
            })
          }
        >
          Delete {loose.length} that no record shows
        </button>
      )}
    </div>
  )
}
