'use client'

import Link from 'next/link'
import { useState, type RefObject } from 'react'
import { Download, Ruler, X } from 'lucide-react'
import { pieceMesh } from '@/core/picture/lathe'
import { atlasOf } from '@/core/skin/atlas'
import type { TurnedForm } from '@/core/form/turnedForm'
import type { Piece } from '@/core/model/piece'
import type { Studio } from '@/core/model/studio'
import type { ViewRequest } from '@/core/usecases/view/pieceView'
import { shownScale } from '@/core/usecases/view/pictureChoices'
import { writePiece } from '@/core/formats/verniceFile'
import { download, fileName } from '@/store/download'
import { savePieceZip } from '@/store/files'
import { exportCard, startBigPicture } from '@/store/exports'
import { tell } from '@/store/studioStore'
import { MARK, MarkFace } from '@/ui/kit/Marks'
import { Menu, type MenuItem } from '@/ui/kit/Menu'
import { PictureSize } from './PictureSize'
import { texturesOf } from '@/store/derived'
import type { WheelPictures } from './Wheel'
import type { SkinAnswer } from '@/workers/protocol'

interface ExportProps {
  piece: Piece
  studio: Studio
  form: TurnedForm | null
  skin: SkinAnswer | null
  request: ViewRequest
  pictures: RefObject<WheelPictures | null>
}

/** Keeps a picture as a file, or says that there is none. */
async function keep(picture: Promise<Blob | null> | undefined, name: string): Promise<void> {
  const blob = (await picture?.catch(() => null)) ?? null
  if (blob) download(fileName(name, 'png'), blob)
  else tell('problem', 'The picture could not be made; reload the page and try again.')
}

/** Everything of a piece that can be taken away as a file. */
export function ExportMenu({ piece, studio, form, skin, request, pictures }: ExportProps) {
  const [job, setJob] = useState<{ share: number; cancel: () => void } | null>(null)
  const [sizing, setSizing] = useState(false)
  const big = () => {
    const cancel = startBigPicture(request, {
      onProgress: (share) => setJob((now) => now && { ...now, share }),
      onDone: (blob) => {
        if (blob) download(fileName(`${piece.name} skin`, 'png'), blob)
        setJob(null)
      },
    })
    setJob({ share: 0, cancel })
  }
  const glb = async () => {
    if (!form || !skin) return
    try {
      const [{ writeGlb }, picture] = await Promise.all([import('@/scene/gltf'), texturesOf(skin)])
      if (!picture) return
      download(
        fileName(piece.name, 'glb'),
        new Blob(
          [
            await writeGlb(
              pieceMesh(atlasOf(form, piece.form.parts)),
              picture,
              piece.name,
              shownScale(studio.bodies[piece.bodyId], request.kind),
            ),
          ],
          { type: 'model/gltf-binary' },
        ),
      )
    } catch (error) {
      tell(
        'problem',
        `The form could not be written (${error instanceof Error ? error.message : 'unknown'}); reload the page and try again.`,
      )
    }
  }
  const items: readonly MenuItem[] = [
    {
      word: 'Bench card',
      words: 'PDF to print on A4, with boxes to tally coats, for each pot',
      act: () => void exportCard(piece, studio, 'a4'),
    },
    {
      word: 'Bench card, Letter',
      words: 'the same on Letter paper',
      act: () => void exportCard(piece, studio, 'letter'),
    },
    {
      word: 'Picture',
      words: 'PNG of the form as it stands here, as large as you say',
      act: () => setSizing(true),
    },
    {
      word: 'All sides',
      words: 'PNG: front, sides, back, above, underneath',
      act: () => void keep(pictures.current?.allSides(), `${piece.name} sides`),
    },
    { word: 'Large surface', words: 'PNG of the surface unrolled, 4096 × 2048', act: big },
    {
      word: 'Form in 3D',
      words: `glTF (.glb) with this surface, ${request.kind === 'bench' ? 'as made' : 'fired size'}`,
      act: () => void glb(),
    },
    {
      word: 'Piece with photographs',
      words: 'zip: the piece file, its photographs, tables of its record',
      act: () => void savePieceZip(piece, studio),
    },
    {
      word: 'Piece file',
      words: 'JSON that Vernice opens again',
      act: () =>
        download(
          fileName(piece.name, 'vernice-piece.json'),
          new Blob([writePiece(piece, studio)], { type: 'application/json' }),
        ),
    },
  ]
  if (job) {
    return (
      <div
        className="flex items-center gap-2 border border-base-content bg-base-100 px-2 py-1 text-sm text-base-content"
        role="status"
      >
        <span className="numbers">large skin, {Math.round(100 * job.share)} %</span>
        <progress className="progress w-24" value={job.share} max={1} aria-label="Progress of the large picture" />
        <button
          type="button"
          className="btn btn-ghost px-1 btn-xs"
          aria-label="Cancel the large picture"
          onClick={() => {
            job.cancel()
            setJob(null)
          }}
        >
          <X size={14} />
        </button>
      </div>
    )
  }
  return (
    <>
      <Menu items={items} label="Export" className={MARK}>
        <MarkFace icon={Download} name="Export" />
      </Menu>
      <Link
        href={`/sheets?piece=${piece.id}`}
        title="Wheels, strips, tracings, stencils, gauges to print at true size"
        aria-label="Sheets at true size"
        className={MARK}
      >
        <MarkFace icon={Ruler} name="Sheets" />
      </Link>
      {sizing && (
        <PictureSize
          onLeave={() => setSizing(false)}
          onMake={async (longest) => {
            await keep(pictures.current?.asItStands(longest), piece.name)
            setSizing(false)
          }}
        />
      )}
    </>
  )
}
