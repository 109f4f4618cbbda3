import { sentence } from '@/core/base/issue'
import { FILE_LIMIT_BYTES, PIECE_FORMAT, readVerniceFile } from '@/core/formats/verniceFile'
import { newId, run, tell, useStudio } from './studioStore'

/** Opens a file that Vernice wrote: a piece is added, a studio replaces the one on screen (undo brings it back). */
export async function openFile(file: File): Promise<void> {
  if (file.size > FILE_LIMIT_BYTES)
    return tell('problem', sentence({ code: 'file-too-large', bytes: file.size, limitBytes: FILE_LIMIT_BYTES }))
  const read = readVerniceFile(await file.text())
  if (!read.ok) return tell('problem', sentence(read.issue))
  if (read.value.format !== PIECE_FORMAT) {
    if (!run({ type: 'studio.replace', studio: read.value.studio }))
      tell('news', `Opened the studio “${read.value.studio.name}”. Undo brings the former one back.`)
    return
  }
  const { piece, bodies, media } = read.value
  const known = useStudio.getState().studio.pieces[piece.id]
  if (known && JSON.stringify(known) === JSON.stringify(piece))
    return tell('news', `“${piece.name}” is already on the rack, exactly like this.`)
  const added = known ? { ...piece, id: newId(), name: `${piece.name} (from file)`.slice(0, 80) } : piece
  if (!run({ type: 'piece.add', piece: added, bodies, media })) tell('news', `Put “${added.name}” on the rack.`)
}
