'use client'

import type { Piece } from '@/core/model/piece'
import { entriesOf, samePlace } from '@/core/model/run'
import type { Studio } from '@/core/model/studio'
import { keepingAreas } from '@/core/usecases/create/drawnAreas'
import type { AreasView } from '@/core/usecases/view/areasView'
import type { PieceDrawing } from '@/core/vocabulary/pieceDrawing'
import { run } from '@/store/studioStore'
import { PlacePhotos } from '@/ui/photos/PlacePhotos'
import { TextInput } from '@/ui/kit/TextInput'
import { formatLength } from '@/core/base/units'

/** The areas by number: what each is called, how large it is, what is noted of it. */
export function AreaList({
  piece,
  studio,
  drawing,
  view,
  jars,
}: {
  piece: Piece
  studio: Studio
  drawing: PieceDrawing
  view: AreasView
  jars: ReadonlyMap<number, readonly string[]>
}) {
  const length = (mm: number) => formatLength(mm, studio.settings.length)
  const photos = entriesOf(piece.run, 'photo')
  const tellOf = (id: number, told: { called?: string; note?: string }) => {
    const kept = keepingAreas(drawing, view.areas)
    const areas = kept.areas.map((area) => (area.id === id ? { ...area, ...told } : area))
    run({ type: 'drawing.set', pieceId: piece.id, drawing: { ...kept, areas } })
  }
  return (
    <details className="border border-base-content/40">
      <summary className="cursor-pointer px-2 py-1 text-sm">Names, notes and photographs of its areas</summary>
      <ul className="space-y-1.5 px-2 pb-2">
        {view.areas.map(({ id, called, note, mm2, widthMm }) => (
          <li key={id} className="grid grid-cols-[2rem_6rem_1fr] items-center gap-1.5 text-[0.8125rem]">
            <span className="numbers font-bold">{id}</span>
            <TextInput
              label={`Name of area ${id}`}
              value={called}
              maxLength={40}
              placeholder="name"
              valid={() => true}
              onCommit={(own) => tellOf(id, { called: own })}
            />
            <TextInput
              label={`Note on area ${id}`}
              value={note}
              maxLength={400}
              placeholder="a note, a colour by its pencilled name"
              valid={() => true}
              onCommit={(own) => tellOf(id, { note: own })}
            />
            <span className="numbers col-span-2 col-start-2 text-xs text-base-content/75">
              {(mm2 / 100).toFixed(1)} cm², {length(widthMm)} across
              {(jars.get(id) ?? []).map((jar) => `, ${studio.media[jar]?.name ?? 'missing jar'}`)}
            </span>
            <span className="col-span-2 col-start-2">
              <PlacePhotos
                piece={piece}
                placed={{ kind: 'area', drawingId: drawing.id, areaId: id }}
                where={`area ${id}${called ? `, ${called}` : ''}`}
                photos={photos.filter(({ placed }) =>
                  samePlace(placed, { kind: 'area', drawingId: drawing.id, areaId: id }),
                )}
              />
            </span>
          </li>
        ))}
      </ul>
    </details>
  )
}
