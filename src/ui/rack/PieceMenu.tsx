'use client'

import { useRouter } from 'next/navigation'
import { Archive, ArchiveRestore, BookOpenText, Copy, Hammer, Ellipsis, Repeat, Trash2 } from 'lucide-react'
import { sentence } from '@/core/base/issue'
import type { Command } from '@/core/model/command'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import { freeName } from '@/core/usecases/rack/rackList'
import { repeatPiece } from '@/core/usecases/create/repeatPiece'
import { newId, run, tell, tellOfEdit } from '@/store/studioStore'
import { Menu, type MenuItem } from '@/ui/kit/Menu'

/** What can be done with a piece as it stands on the rack. */
export function PieceMenu({ piece, studio, away }: { piece: Piece; studio: Studio; away: boolean }) {
  const router = useRouter()
  const told = (command: Command, text: string) => {
    if (!run(command)) tellOfEdit(text)
  }
  const duplicate = () => {
    const { count, use, bodyId, form } = piece
    const copy = repeatPiece(
      piece,
      { name: freeName(piece.name, studio.pieces), count, use, bodyId, form, motifs: 'kept' },
      newId,
    )
    if (!copy.ok) return tell('problem', sentence(copy.issue))
    told(
      { type: 'piece.add', piece: copy.value.piece },
      `“${copy.value.piece.name}” is on the rack, with nothing done yet.`,
    )
  }
  const items: readonly MenuItem[] = [
    {
      word: 'To the bench',
      words: 'one act after another, large, with tally and timers',
      icon: Hammer,
      act: () => router.push(`/bench?piece=${piece.id}`),
    },
    {
      word: 'What is on it',
      words: 'its record, photographs, how it came out',
      icon: BookOpenText,
      act: () => router.push(`/fired?show=look&piece=${piece.id}&pot=1`),
    },
    {
      word: 'Make it again',
      words: 'on the same or another form, clay, size or number',
      icon: Repeat,
      act: () => router.push(`/new?again=${piece.id}`),
    },
    { word: 'Duplicate', words: 'the same once more, with nothing done yet', icon: Copy, act: duplicate },
    away
      ? {
          word: 'Bring it back',
          words: 'onto the rack and into the days',
          icon: ArchiveRestore,
          act: () =>
            told({ type: 'piece.archive', pieceId: piece.id, away: false }, `“${piece.name}” is on the rack again.`),
        }
      : {
          word: 'Put it away',
          words: 'finished or resting: out of the days, found under “Put away”',
          icon: Archive,
          act: () => told({ type: 'piece.archive', pieceId: piece.id, away: true }, `“${piece.name}” is put away.`),
        },
    {
      word: 'Delete',
      words: 'take it out of the studio',
      icon: Trash2,
      act: () => told({ type: 'piece.remove', pieceId: piece.id }, `“${piece.name}” is deleted.`),
    },
  ]
  return (
    <Menu items={items} className="btn btn-ghost px-1.5 btn-sm print:hidden" label={`More of ${piece.name}`}>
      <Ellipsis size={18} aria-hidden />
    </Menu>
  )
}
